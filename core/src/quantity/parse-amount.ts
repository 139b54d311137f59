import { parseDecimal, type Decimal } from './decimal';
import { quantityFromDigits, type Quantity } from './quantity';
import { TYPED_PREFIXES, UNITS, unitOf, type Dimension, type Unit, type UnitSymbol } from './unit';

/** What a bare number means, and what is likely. */
export interface AmountContext {
  readonly dimension: Dimension;
  readonly unit: UnitSymbol;
  /** Power of ten of the prefix a bare number carries. */
  readonly prefix: number;
  /** A magnitude the value is expected to be near, in `unit`; settles m against M. */
  readonly around?: number;
  /** The kind of current that is read; what is typed as the other is refused. */
  readonly current?: 'ac' | 'dc';
}

export type ParsedAmount =
  | { readonly outcome: 'amount'; readonly quantity: Quantity; readonly hasUnit: boolean }
  | { readonly outcome: 'ask'; readonly question: string; readonly candidates: readonly Quantity[] }
  | { readonly outcome: 'error'; readonly message: string };

/** Letters that stand for the decimal point (IEC 60062): 4k7, R47, 3M3. */
const INFIX = /^(\d*)([RrkKMmµunp])(\d+)\s*(.*)$/;
const PLAIN = /^([\d.,]+)\s*(.*)$/;
const MINUTES = /^(\d{1,3}):([0-5]\d)$/;
/** "2m30s", "1 h 5 min": a time in parts, the larger first. */
const TIME_PARTS =
  /^(?:(\d{1,3}) ?h(?:rs?|ours?)?)? ?(?:(\d{1,3}) ?m(?:ins?|inutes?)?)? ?(?:(\d{1,3}) ?s(?:ecs?|econds?)?)?$/i;
/** "230,231,229": with the comma for the decimal point a list, with it for thousands a number nobody reads off a meter. */
const SEVERAL_COMMAS = /^\d+(?:,\d+){2,}$/;

/** Reads one number with an optional sign, prefix and unit, in the light of what is being measured. */
export function parseAmount(text: string, context: AmountContext): ParsedAmount {
  const { bare: clean, typed } = withoutCurrent(normalise(text), context);
  if (typed !== undefined && typed !== context.current) return otherCurrent(text, typed, context.current);
  const negative = clean.startsWith('-');
  const unsigned = clean.replace(/^[+-]\s*/, '');
  const clock = MINUTES.exec(unsigned);
  if (clock && context.dimension === 'time') {
    return amount(quantityFromDigits(Number(clock[1]) * 60 + Number(clock[2]), 0, 's'), true);
  }
  if (context.dimension === 'time') {
    const parts = TIME_PARTS.exec(unsigned)?.slice(1) ?? [];
    if (parts.filter((part) => part !== undefined).length > 1) {
      const [hours = '0', minutes = '0', seconds = '0'] = parts;
      return amount(quantityFromDigits(Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds), 0, 's'), true);
    }
  }
  if (SEVERAL_COMMAS.test(unsigned))
    return { outcome: 'error', message: 'Several figures are written 230 / 231 / 229.' };
  const infix = INFIX.exec(unsigned);
  const parsed = infix ? parseInfix(infix, context) : parsePlain(unsigned, context);
  return negative ? negated(parsed) : parsed;
}

/** "12.4 VDC", "0.1 V dc", "24 AC", "24 V~": the kind of current that is typed with it. */
const CURRENT = /^(.*?\d.*?) ?(ac|dc)$|^(.*?\d.*?[VA]) ?([~=])$/i;

/** The amount alone, and the kind of current that was typed, where the context reads one of the two. */
function withoutCurrent(
  text: string,
  { current }: AmountContext,
): { readonly bare: string; readonly typed?: 'ac' | 'dc' } {
  const found = current === undefined ? null : CURRENT.exec(text);
  if (!found) return { bare: text };
  const [, amountWithWord, word = '', amountWithSign = '', sign] = found;
  const isDirect = word.toLowerCase() === 'dc' || sign === '=';
  return { bare: (amountWithWord ?? amountWithSign).trim(), typed: isDirect ? 'dc' : 'ac' };
}

/** A meter on the other kind of current shows nothing of what is asked for: 230 V AC reads 0.0 on DC. */
function otherCurrent(text: string, typed: 'ac' | 'dc', asked: 'ac' | 'dc' | undefined): ParsedAmount {
  return {
    outcome: 'error',
    message: `"${text.trim()}" is ${typed.toUpperCase()}, and ${asked?.toUpperCase() ?? ''} is asked for: set the meter to it and read again.`,
  };
}

/**
 * One spelling for what keyboards and copied text vary in: minus signs, spaces, µ and Ω.
 *
 * @example normalise(' 24,3  V ') // "24,3 V"
 */
export function normalise(text: string): string {
  return text
    .replace(/[\uff01-\uff5e]/g, (wide) => String.fromCharCode(wide.charCodeAt(0) - 0xfee0))
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00a0\u2009\u202f\s]+/g, ' ')
    .replace(/\u03bc/g, 'µ')
    .replace(/\u2126/g, 'Ω')
    .replace(/º/g, '°');
}

function parseInfix(match: RegExpExecArray, context: AmountContext): ParsedAmount {
  const [, whole = '', letter = '', fraction = '', rest = ''] = match;
  const isOhmPoint = letter === 'R' || letter === 'r';
  if (isOhmPoint && context.dimension !== 'resistance') return notANumber();
  if (whole === '' && !isOhmPoint) return notANumber();
  const decimal: Decimal = { digits: Number(`${whole}${fraction}`), exponent: -fraction.length };
  return withSuffix(decimal, isOhmPoint ? rest : `${letter}${rest}`, isOhmPoint && rest === '', context);
}

function parsePlain(text: string, context: AmountContext): ParsedAmount {
  const match = PLAIN.exec(text);
  if (!match) return notANumber();
  const [, number = '', suffix = ''] = match;
  const parsed = parseDecimal(number);
  if (parsed.outcome === 'none') return notANumber();
  if (parsed.outcome === 'decimal') return withSuffix(parsed.decimal, suffix, false, context);
  return askBetween(
    `Is the comma in "${number}" a decimal comma or a thousands mark?`,
    [parsed.asDecimal, parsed.asThousands].map((decimal) => withSuffix(decimal, suffix, false, context)),
  );
}

function askBetween(question: string, readings: readonly ParsedAmount[]): ParsedAmount {
  const candidates: Quantity[] = [];
  for (const each of readings) {
    if (each.outcome === 'error') return each;
    candidates.push(...(each.outcome === 'ask' ? each.candidates : [each.quantity]));
  }
  return { outcome: 'ask', question, candidates };
}

interface Scale {
  readonly unit: Unit;
  readonly prefix: number;
}

function withSuffix(decimal: Decimal, suffix: string, ohmPoint: boolean, context: AmountContext): ParsedAmount {
  if (suffix === '') {
    return amount(scaled(decimal, { unit: unitOf(context.unit), prefix: ohmPoint ? 0 : context.prefix }), ohmPoint);
  }
  // The trade's own spelling of microfarad, in either case.
  if (context.dimension === 'capacitance' && /^(mfd|mf)$/i.test(suffix) && suffix !== 'mF') {
    return amount(scaled(decimal, { unit: unitOf('F'), prefix: -6 }), true);
  }
  const ownUnits = scalesOf(suffix, (unit) => unit.dimension === context.dimension, context);
  if (ownUnits.length === 0) return foreignSuffix(suffix, context);
  const [first] = ownUnits;
  if (!first) return notANumber();
  const doubt = doubtAbout(suffix, first, decimal, context);
  if (!doubt) return amount(scaled(decimal, first), true);
  const candidates = doubt.map((scale) => scaled(decimal, scale));
  return { outcome: 'ask', question: `Does "${suffix}" mean milli or something else here?`, candidates };
}

/** Every way to read a suffix as prefix plus unit; a bare prefix takes the context's unit. */
function scalesOf(suffix: string, admit: (unit: Unit) => boolean, context: AmountContext): Scale[] {
  const found: Scale[] = [];
  for (const unit of UNITS.filter(admit)) {
    for (const name of [unit.symbol, ...unit.aliases]) {
      if (suffix === name) found.push({ unit, prefix: 0 });
      const head = suffix.slice(0, suffix.length - name.length).trim();
      const prefix = TYPED_PREFIXES.get(head);
      if (suffix.endsWith(name) && prefix !== undefined && unit.prefixes.includes(prefix)) found.push({ unit, prefix });
    }
  }
  const bare = TYPED_PREFIXES.get(suffix);
  const own = unitOf(context.unit);
  if (found.length === 0 && bare !== undefined && admit(own) && own.prefixes.includes(bare)) {
    found.push({ unit: own, prefix: bare });
  }
  if (found.length === 0 && context.dimension === 'time' && /^[mM]$/.test(suffix) && admit(unitOf('min'))) {
    found.push({ unit: unitOf('min'), prefix: 0 });
  }
  return found;
}

/** How far off a value may be from the magnitude expected before a slip between m and M is suspected. */
const FAR_OFF = 1e3;

/**
 * m and M differ by a factor of a billion and by one key press. Where the quantity makes the other likelier
 * (milliohms, megavolts, a bare "m" of time), or the expected magnitude does, ask.
 */
function doubtAbout(
  suffix: string,
  scale: Scale,
  decimal: Decimal,
  context: AmountContext,
): readonly Scale[] | undefined {
  const letter = suffix.charAt(0);
  if (letter !== 'm' && letter !== 'M') return undefined;
  if (context.dimension === 'time') {
    return suffix.length === 1
      ? [
          { unit: unitOf('min'), prefix: 0 },
          { unit: unitOf('s'), prefix: -3 },
        ]
      : undefined;
  }
  if (scale.prefix !== -3 && scale.prefix !== 6) return undefined;
  const alternatives = (context.dimension === 'capacitance' ? [-6, -3] : [-3, 6])
    .filter((prefix) => scale.unit.prefixes.includes(prefix))
    .map((prefix) => ({ unit: scale.unit, prefix }));
  if (alternatives.length < 2) return undefined;
  const isNearExpected = (each: Scale): boolean => isNear(scaled(decimal, each).value, context.around);
  const distance = (each: Scale): number => decadesFrom(scaled(decimal, each).value, context.around);
  const isNearest = alternatives.every((each) => distance(scale) <= distance(each));
  if (context.around !== undefined && isNearExpected(scale) && isNearest) return undefined;
  const suspicious =
    usuallyWrong(context.dimension, scale.prefix) ||
    alternatives.some((each) => each.prefix !== scale.prefix && isNearExpected(each));
  return suspicious ? alternatives : undefined;
}

function usuallyWrong(dimension: Dimension, prefix: number): boolean {
  switch (dimension) {
    case 'voltage':
    case 'current':
      return prefix === 6;
    case 'resistance':
    case 'frequency':
      return prefix === -3;
    case 'capacitance':
      return true;
    case 'pressure':
      return false;
    default:
      return false;
  }
}

/** Decades between a value and the magnitude expected. */
function decadesFrom(value: number, around: number | undefined): number {
  if (around === undefined || around === 0 || value === 0) return 0;
  return Math.abs(Math.log10(Math.abs(value / around)));
}

function isNear(value: number, around: number | undefined): boolean {
  if (around === undefined || around === 0 || value === 0) return false;
  const ratio = Math.abs(value / around);
  return ratio > 1 / FAR_OFF && ratio < FAR_OFF;
}

function foreignSuffix(suffix: string, context: AmountContext): ParsedAmount {
  const [foreign] = scalesOf(suffix, (unit) => unit.dimension !== context.dimension, context);
  if (foreign) {
    return {
      outcome: 'error',
      message: `"${suffix}" is a unit of ${spoken(foreign.unit.dimension)}, not of ${spoken(context.dimension)}.`,
    };
  }
  const own = unitOf(context.unit);
  const isPrefixed = UNITS.some((unit) => unit.dimension === context.dimension && suffix.endsWith(unit.symbol));
  if (TYPED_PREFIXES.has(suffix) || isPrefixed) {
    return { outcome: 'error', message: `The prefix in "${suffix}" is not used with ${own.symbol}.` };
  }
  return { outcome: 'error', message: `"${suffix}" is not a unit this step knows.` };
}

function spoken(dimension: Dimension): string {
  return dimension.replace('-', ' ');
}

function scaled(decimal: Decimal, scale: Scale): Quantity {
  return quantityFromDigits(decimal.digits, decimal.exponent + scale.prefix, scale.unit.symbol);
}

function amount(quantity: Quantity, hasUnit: boolean): ParsedAmount {
  return { outcome: 'amount', quantity, hasUnit };
}

function notANumber(): ParsedAmount {
  return { outcome: 'error', message: 'This is not a number with a unit.' };
}

function negated(parsed: ParsedAmount): ParsedAmount {
  const negate = (quantity: Quantity): Quantity => ({ ...quantity, value: quantity.value === 0 ? 0 : -quantity.value });
  if (parsed.outcome === 'amount') return { ...parsed, quantity: negate(parsed.quantity) };
  if (parsed.outcome === 'ask') return { ...parsed, candidates: parsed.candidates.map(negate) };
  return parsed;
}
