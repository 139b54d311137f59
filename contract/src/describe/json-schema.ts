import type * as yup from 'yup';
import { nodeOf, type Field, type Node, type ShapeNode } from './walk';
import { ID_FORM } from './parts';
import type { TextForm } from './said';

export type JsonSchema = Readonly<Record<string, unknown>>;

/** A document of the open formats, or a request. */
export interface Published {
  /** Its file: `unit-model` is published as `unit-model.schema.json`. */
  readonly id: string;
  readonly title: string;
  readonly schema: yup.ISchema<unknown>;
}

const DIALECT = 'https://json-schema.org/draft/2020-12/schema';
/** Forms of texts stand here, once for all. */
const PARTS = 'parts';

export const schemaUrn = (id: string): string => `urn:juxtameter:schema:${id}`;

/**
 * JSON Schemas (2020-12) of all documents. Every shape and every form of text stands in one of them, once: in the first
 * that holds it; the others refer to it.
 */
export function jsonSchemas(documents: readonly Published[]): ReadonlyMap<string, JsonSchema> {
  const writer = new SchemaWriter();
  const roots = documents.map(({ id, title, schema }) => [id, writer.root(id, title, schema)] as const);
  const forms: JsonSchema = {
    $schema: DIALECT,
    $id: schemaUrn(PARTS),
    title: 'Parts',
    description: 'Forms of texts that the formats share.',
    $defs: writer.definitionsIn(PARTS),
  };
  return new Map([
    [PARTS, forms],
    ...roots.map(([id, root]) => {
      const definitions = writer.definitionsIn(id);
      return [id, Object.keys(definitions).length > 0 ? { ...root, $defs: definitions } : root] as const;
    }),
  ]);
}

class SchemaWriter {
  private readonly homes = new Map<string, string>();
  private readonly definitions = new Map<string, Record<string, JsonSchema>>();
  private readonly roots = new Map<string, string>();
  private document = '';

  root(id: string, title: string, schema: yup.ISchema<unknown>): JsonSchema {
    this.document = id;
    const node = nodeOf(schema);
    if (node.is === 'shape') this.roots.set(node.name, id);
    const body = node.is === 'shape' ? this.shape(node) : this.schemaOf(schema);
    const description = node.is === 'shape' ? { description: node.what } : {};
    return { $schema: DIALECT, $id: schemaUrn(id), title, ...description, ...body };
  }

  definitionsIn(document: string): Readonly<Record<string, JsonSchema>> {
    const all = this.definitions.get(document) ?? {};
    return Object.fromEntries(Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1)));
  }

  private schemaOf(schema: yup.ISchema<unknown>): JsonSchema {
    const node = nodeOf(schema);
    switch (node.is) {
      case 'text':
        return this.text(node);
      case 'number':
        return {
          ...(node.among ? { enum: node.among } : { type: node.isWhole ? 'integer' : 'number' }),
          ...(node.least === undefined ? {} : { minimum: node.least }),
          ...(node.most === undefined ? {} : { maximum: node.most }),
        };
      case 'boolean':
        return { type: 'boolean' };
      case 'list':
        return {
          type: 'array',
          items: this.schemaOf(node.entry),
          ...(node.least === undefined ? {} : { minItems: node.least }),
          ...(node.most === undefined ? {} : { maxItems: node.most }),
        };
      case 'map':
        return {
          type: 'object',
          propertyNames: this.form(ID_FORM),
          additionalProperties: this.schemaOf(node.entry),
        };
      case 'shape':
        return this.refer(node.name, () => ({ description: node.what, ...this.shape(node) }));
      case 'union':
        return this.union(node);
      case 'either':
        return { anyOf: node.of.map((each) => this.schemaOf(each)) };
    }
  }

  private shape({ fields, isOpen, common }: ShapeNode): JsonSchema {
    const closing = { [common ? 'unevaluatedProperties' : 'additionalProperties']: false };
    return {
      type: 'object',
      ...(common
        ? { allOf: [this.refer(common.name, () => ({ description: common.what, ...this.fields(common.fields) }))] }
        : {}),
      ...this.fields(fields),
      ...(isOpen ? {} : closing),
    };
  }

  private fields(fields: readonly Field[]): JsonSchema {
    const required = fields.filter(({ isRequired }) => isRequired).map(({ name }) => name);
    return {
      type: 'object',
      properties: Object.fromEntries(
        fields.map(({ name, says, schema }) => [
          name,
          { ...this.schemaOf(schema), ...(says ? { description: says } : {}) },
        ]),
      ),
      ...(required.length > 0 ? { required } : {}),
    };
  }

  /** Shapes of one name are one shape, whatever tells them apart: every function of a meter is a meter function. */
  private union({ shapes }: Extract<Node, { is: 'union' }>): JsonSchema {
    const refs = Object.values(shapes).map((each) => this.schemaOf(each));
    const distinct = [...new Map(refs.map((each) => [JSON.stringify(each), each])).values()];
    return distinct.length === 1 ? (distinct[0] ?? {}) : { oneOf: distinct };
  }

  private text({ form, most, among, isNeverEmpty }: Extract<Node, { is: 'text' }>): JsonSchema {
    if (among) return { enum: among };
    const length = {
      ...(isNeverEmpty && !form ? { minLength: 1 } : {}),
      ...(most === undefined ? {} : { maxLength: most }),
    };
    return form ? { type: 'string', ...this.form(form), ...length } : { type: 'string', ...length };
  }

  private form({ name, what, pattern }: Pick<TextForm, 'name' | 'what' | 'pattern'>): JsonSchema {
    // The words of a quantity depend on its dimension; its form does not.
    const words =
      name === 'quantity' ? 'A number with its unit as a person writes it; a trailing ? says it is assumed.' : what;
    return this.refer(name, () => ({ type: 'string', description: words, pattern }), PARTS);
  }

  private refer(name: string, make: () => JsonSchema, home = this.document): JsonSchema {
    const root = this.roots.get(name);
    if (root !== undefined) return { $ref: schemaUrn(root) };
    const known = this.homes.get(name);
    if (known === undefined) {
      this.homes.set(name, home);
      const definitions = this.definitions.get(home) ?? {};
      this.definitions.set(home, definitions);
      // Reserved first: a shape may hold itself.
      definitions[name] = {};
      definitions[name] = make();
    }
    const place = known ?? home;
    return { $ref: `${place === this.document ? '' : schemaUrn(place)}#/$defs/${name}` };
  }
}
