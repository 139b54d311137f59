export { linksOf, nodesOf, type Chain, type ChainLink } from './chain';
export { chainOf, chainsOf, reachablePoints, withJumpers, type Jumper, type Options } from './lay-out';
export { lintPaths } from './lint-paths';
export { type ChainReading } from './explains';
export { halfSplit, mustBeFound, splits, type Found } from './half-split';
export { conductingLinks, locate, voltsShow, type ChainPlace } from './locate';
export { chainOutcomes, type ChainOutcome } from './outcomes';
export { CHAIN_RESULTS, namesOf, placeKey } from './place-key';
export { breakWords } from './place-words';
