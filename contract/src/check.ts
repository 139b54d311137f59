// Everything that checks, describes or writes documents, with the libraries for it: no page needs it at first.
export {
  checkRules,
  openDocument,
  type CheckedDocument,
  type Companions,
  type DocumentKind,
  type OpenDocument,
} from './check-document';
export { eventBatchContract, eventContract, uuid7 } from './events';
export { expectationContract } from './expectation-schema';
export * from './import';
export { lineFinder } from './line-finder';
export { meterContract } from './meter-schema';
export { procedureContract } from './procedure-schema';
export { readDocument, type ReadDocument } from './read-document';
export { unitModelContract } from './unit-model';
export { contract, contractOfLists, type Contract, type FieldProblem, type Validated } from './validate';
export { siteContract, siteFileContract, unitContract } from './site-schema';
export { startVisitContract, visitContract } from './visit-schema';
export { lifeProblems, type LifeProblems } from './visit-life';
export { PUBLISHED, REQUESTS } from './published';
export { isAcceptableId } from './describe';
export { fieldTables, jsonSchemas, nodeOf, schemaUrn, type JsonSchema, type Published } from './describe';
export { baseName, VISIT_EXPORTS, type VisitExport } from './visit-export';
export type { ApiRoute } from './api-route';
export { API_ROUTES, openApi } from './http-api';
export { MOST_ASKED, photosAskedContract, type PhotosAsked, type PhotosMissing } from './photos-asked';
export { LARGEST_PHOTO, MOST_PHOTO_PIXELS, PHOTO_HASH, PHOTO_TYPE, readPhoto, type PhotoFile } from './photo-file';
export { MOST_SPARE_ENTRIES, spareBatchContract, spareFileContract } from './spares';
export { conditionsContract, injectedFaultContract } from './injected-fault-schema';
