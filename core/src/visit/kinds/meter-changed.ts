import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';

/** Another meter is used from here on; its leads are not those that were zeroed, and it proved nothing yet. */
export interface MeterChanged {
  readonly type: 'meter-changed';
  readonly meter: string;
}

export const meterChanged: EventKind<MeterChanged> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => ({ ...state, meter: event.meter, leadZero: undefined, leadZeroAt: undefined }),
  words: ({ meters }, _state, { event }) => ({
    kind: 'mark',
    title: `Meter: ${meters[event.meter]?.name ?? event.meter}`,
    detail: 'leads not zeroed',
  }),
};
