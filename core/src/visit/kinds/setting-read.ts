import { settingOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { changed } from '../walking';
import { capital } from './words';

export interface SettingRead {
  readonly type: 'setting-read';
  /** `board.setting`. */
  readonly setting: string;
  readonly value: string;
  readonly grade: Grade;
}

export const settingRead: EventKind<SettingRead> = {
  ...TOUCHES_NOTHING,
  apply: (_context, state, event) => changed(state, { positions: { [event.setting]: event.value } }),
  refersTo: ({ setting }) => [{ field: 'setting', to: 'setting', id: setting }],
  words: ({ model }, _state, { event: { setting, value } }) => ({
    kind: 'look',
    title: `${capital(settingOf(model, setting)?.name ?? setting)}, ${setting}`,
    value,
  }),
};
