export { ambiguitiesOf } from './ambiguities-of';
export { ReadingView } from './reading-view';
