import { settingOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { capital, dotted } from './words';

/** What stays in a machine for whoever opens it next. */
export const LEFT_IN_UNIT = ['diagram', 'literature', 'label', 'sign', 'spare', 'failed-part'] as const;
export type LeftInUnit = (typeof LEFT_IN_UNIT)[number];

export const LEFT_IN_UNIT_WORDS: Readonly<Record<LeftInUnit, string>> = {
  diagram: 'diagram',
  literature: 'instructions',
  label: 'label with the settings',
  sign: 'sign that it is temporary',
  spare: 'spare part',
  'failed-part': 'the part that failed',
};

/** How the settings stand as somebody goes, and what was left in the unit. */
export interface DepartureNoted {
  readonly type: 'departure-noted';
  /** `board.setting`, or words, and what it stands at. */
  readonly settings: readonly { readonly setting: string; readonly value: string }[];
  readonly left: readonly LeftInUnit[];
  readonly note?: string;
}

export const departureNoted: EventKind<DepartureNoted> = {
  ...TOUCHES_NOTHING,
  words: ({ model }, _state, { event: { settings, left, note } }) => ({
    kind: 'look',
    title: 'As it is left',
    detail: dotted(
      ...settings.map(({ setting, value }) => `${capital(settingOf(model, setting)?.name ?? setting)} at ${value}`),
      left.length === 0 ? '' : `in the unit: ${left.map((each) => LEFT_IN_UNIT_WORDS[each]).join(', ')}`,
      note,
    ),
  }),
};
