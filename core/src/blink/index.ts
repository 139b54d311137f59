export { flashWords, isSameSign, LAMP_RATES, MOST_FLASHES, type FlashSign, type LampRate } from './flash-sign';
export { isLit, lampSchedule, USUAL_LAMP, type LampTiming, type LitSpan } from './lamp-schedule';
export type { Press } from './align';
export { readBlinks, type BlinkCandidate, type BlinkLimit, type BlinkOptions, type BlinkReading } from './read-blinks';
