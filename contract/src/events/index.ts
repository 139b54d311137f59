export {
  eventBatchContract,
  eventBatchSchema,
  eventContract,
  EVENT_BODIES,
  eventSchema,
  type EventBatch,
} from './event-schema';
export { uuid7 } from './event-parts';
