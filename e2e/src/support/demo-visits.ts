/** The visit of the demo data that stands in the middle of its chart. */
export const HALF_DONE = '/visits/01a20cc0-ed60-7001-8000-000000000000';
/** A visit of the demo data that has its finding and is closed. */
export const FINISHED = '/visits/01a1edad-73d0-7000-8000-000000000000';
