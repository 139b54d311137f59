import { flashWords, type FlashSign } from '../blink';
import type {
  BoardDocument,
  CodeDocument,
  CodeSign,
  IndicatorDocument,
  SettingDocument,
  UnitModelDocument,
} from './unit-model-document';

/** An indicator with the board it is on. */
export interface KnownIndicator extends IndicatorDocument {
  readonly board: string;
}

/** Every lamp and display of a unit model. */
export function indicatorsOf(model: UnitModelDocument): readonly KnownIndicator[] {
  return model.boards.flatMap((board) =>
    (board.indicators ?? []).map((indicator) => ({ ...indicator, board: board.id })),
  );
}

/** Indicators that show codes of the table. */
export function codeIndicators(model: UnitModelDocument): readonly KnownIndicator[] {
  const named = new Set((model.codes ?? []).map(({ lamp }) => lamp));
  return indicatorsOf(model).filter(({ id, shows }) => shows === 'code' || named.has(id));
}

/** Codes of one lamp; of all where none is given. */
export function codesOf(model: UnitModelDocument, lamp?: string): readonly CodeDocument[] {
  return (model.codes ?? []).filter((code) => lamp === undefined || code.lamp === undefined || code.lamp === lamp);
}

/** The code of the table that is shown by this sign; undefined when the table does not have it. */
export function codeBySign(model: UnitModelDocument, sign: CodeSign, lamp?: string): CodeDocument | undefined {
  return codesOf(model, lamp).find((code) => code.sign !== undefined && isSameCodeSign(code.sign, sign));
}

/** The code of the table by its name, however it was typed: "e12", "E-12", "2 + 3". */
export function codeByName(model: UnitModelDocument, name: string, lamp?: string): CodeDocument | undefined {
  return codesOf(model, lamp).find((code) => codeKey(code.code) === codeKey(name));
}

export function codeKey(name: string): string {
  return name.toUpperCase().replace(/[\s._-]+/g, '');
}

export function isSameCodeSign(one: CodeSign, other: CodeSign): boolean {
  return one.kind === other.kind && codeSignKey(one) === codeSignKey(other);
}

/**
 * How a code shows itself, in words.
 *
 * @example codeSignWords({ kind: 'text', text: 'E12' }) // "“E12”"
 */
export function codeSignWords(sign: CodeSign): string {
  switch (sign.kind) {
    case 'blinks':
      return `${flashWords(sign)} ${flashWords(sign) === '1' ? 'flash' : 'flashes'}`;
    case 'pattern':
      return flashWords(sign);
    case 'rate':
      return { steady: 'lit steadily', off: 'dark', slow: 'flashes slowly', fast: 'flashes fast' }[sign.rate];
    case 'lamps':
      return Object.entries(sign.lamps)
        .map(([lamp, state]) => `${lamp} ${state}`)
        .join(', ');
    case 'text':
      return `“${sign.text}”`;
  }
}

function codeSignKey(sign: CodeSign): string {
  if (sign.kind === 'text') return codeKey(sign.text);
  if (sign.kind !== 'lamps') return flashWords(sign);
  return Object.entries(sign.lamps)
    .map(([lamp, state]) => `${lamp}=${state}`)
    .sort()
    .join(' ');
}

/** Signs of a lamp that flash, for the reader that follows it. */
export function flashSigns(model: UnitModelDocument, lamp?: string): readonly FlashSign[] {
  return codesOf(model, lamp).flatMap(({ sign }) =>
    sign === undefined || sign.kind === 'lamps' || sign.kind === 'text' ? [] : [sign],
  );
}

/** A setting by its address `board.setting`. */
export function settingOf(model: UnitModelDocument, address: string): SettingDocument | undefined {
  return settingsOf(model).find((each) => each.address === address)?.setting;
}

/** Every setting of a unit model with its address. */
export function settingsOf(
  model: UnitModelDocument,
): readonly { readonly address: string; readonly board: BoardDocument; readonly setting: SettingDocument }[] {
  return model.boards.flatMap((board) =>
    (board.settings ?? []).map((setting) => ({ address: `${board.id}.${setting.id}`, board, setting })),
  );
}

/** What a recorded position of a setting stands for. */
export function choiceAt(setting: SettingDocument, position: string): string | undefined {
  return (setting.choices ?? []).find((choice) => codeKey(choice.position) === codeKey(position))?.value;
}

export function isFlashSign(sign: CodeSign): sign is FlashSign {
  return sign.kind !== 'lamps' && sign.kind !== 'text';
}
