export { plugsReached } from './electronics';
export {
  isBoardFunction,
  isDetached,
  ownerOf,
  parseAddress,
  parseElement,
  plugOf,
  terminalOf,
  type ElementName,
  type TerminalAddress,
} from './address';
export { partMeant } from './part-meant';
export { boardsMeant, meansBoard } from './boards-meant';
export {
  bypassRefusal,
  interlocksBetween,
  makesCall,
  NEVER_BYPASSED,
  protectionsBetween,
  type BypassPoints,
} from './bypass-refusal';
export { CAUTIONS } from './cautions';
export { derivedHazards } from './derived-hazards';
export {
  choiceAt,
  codeByName,
  codeBySign,
  codeIndicators,
  codeKey,
  codeSignWords,
  codesOf,
  flashSigns,
  indicatorsOf,
  isFlashSign,
  isSameCodeSign,
  settingOf,
  settingsOf,
  type KnownIndicator,
} from './codes';
export {
  bondOf,
  conductorOf,
  conductorRole,
  CONDUCTOR_ROLES,
  supplyTerminal,
  unpublishedConductors,
  type Bond,
  type ConductorRole,
} from './conductor-role';
export { DeadOhms } from './dead-ohms';
export { isCutOff, type AsItStands } from './isolation';
export { DEVICE_KINDS } from './device-kinds';
export { deviceOhms, LEAST_LOAD_OHMS, type DeviceOhms } from './device-ohms';
export { SERIES_KINDS } from './nets';
export { FREE_UNIT_MODEL, freeUnitModel, isFreeUnitModel, systemWords, type FreeSupply } from './free-unit-model';
export { lintExpression, positionsOf } from './lint-expressions';
export { lintUnitModel } from './lint-unit-model';
export { seriesElements, wireEdges, wireNets, type Nets, type SeriesElement, type WireEdge } from './nets';
export { problemError, problemWarning, type Problem } from './problem';
export { REFUSALS } from './refusals';
export { SEQUENCE_END, sequenceOf, stageAfter, stageOfCode, startedByCall } from './stages';
export { conductorPairs, deadLimit, HAZARDOUS_LIMITS, type ConductorPair } from './supply-pairs';
export {
  elementName,
  clearsReference,
  coverName,
  isKnownElement,
  isPartOf,
  isLandingOf,
  itemOf,
  parseReference,
  supplyNominal,
  sourcesOf,
  supplyOf,
  betweenLabel,
  terminalLabel,
  terminalsOf,
  wireAt,
  wireColourAt,
} from './unit-model';
export * from './unit-model-document';
export { Wiring, type KnownPoint } from './wiring';
export { SUSPECT_CLASSES, type SuspectClass } from './suspect-class';
