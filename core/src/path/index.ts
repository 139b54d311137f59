export { chainOf, chainsOf, layOut, reachablePoints, type Chain, type ChainLink, type Options } from './chain';
export { lintPaths } from './lint-paths';
export {
  breakWords,
  halfSplit,
  locateBreak,
  splits,
  suspectableElements,
  suspectsOf,
  voltsShow,
  type BreakPlace,
  type ChainReading,
} from './locate-break';
