export * from './parts';
export * from './said';
export * from './shape';
export { fieldTables } from './field-tables';
export { jsonSchemas, schemaUrn, type JsonSchema, type Published } from './json-schema';
export { isNeeded, nodeOf, type Field, type Node, type ShapeNode } from './walk';
