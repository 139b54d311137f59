import { TOUCHES_NOTHING, type EventKind } from '../record';
import { spoken } from './words';

/** Something that can hurt, for everybody who comes after. */
export interface HazardNoted {
  readonly type: 'hazard-noted';
  readonly kind: string;
  readonly where: string;
  readonly note?: string;
}

export const hazardNoted: EventKind<HazardNoted> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'note',
    title: `Can hurt: ${spoken(event.kind)}, ${event.where}`,
    detail: event.note ?? '',
  }),
};
