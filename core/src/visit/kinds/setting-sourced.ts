import { settingOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { capital } from './words';

/** What a setting has to stand at by a source that is not the old part: the plate, the diagram, the supplier. */
export interface SettingSourced {
  readonly type: 'setting-sourced';
  /** `board.setting`. */
  readonly setting: string;
  readonly value: string;
  /** Which source. */
  readonly source: string;
}

export const settingSourced: EventKind<SettingSourced> = {
  ...TOUCHES_NOTHING,
  refersTo: ({ setting }) => [{ field: 'setting', to: 'setting', id: setting }],
  words: ({ model }, _state, { event: { setting, value, source } }) => ({
    kind: 'look',
    title: `${capital(settingOf(model, setting)?.name ?? setting)} by ${source}`,
    value,
  }),
};
