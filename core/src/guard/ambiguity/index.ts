export { ambiguitiesOf } from './ambiguities-of';
