import type { PastVisit } from '../history';

/** A closed visit on which nothing was noted. */
export const EMPTY_PAST_VISIT: PastVisit = {
  id: 'v',
  openedAt: '2026-11-01T08:00:00.000Z',
  by: 'Wren',
  closed: true,
  complaints: [],
  codes: [],
  findings: [],
  fitted: [],
  weather: [],
  priorWork: [],
  settings: {},
  boards: {},
  options: {},
  wireColours: {},
  followUps: [],
  left: [],
  hazards: [],
};
