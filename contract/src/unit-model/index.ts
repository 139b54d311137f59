export { codeSignSchema } from './code-schema';
export { unitModelContract, unitModelSchema } from './unit-model-schema';
