import {
  isKnownElement,
  isLandingOf,
  positionsOf,
  problemError,
  problemWarning,
  type Problem,
  type UnitModelDocument,
} from '../../unit-model';
import { inBase, parseQuantity } from '../../quantity';
import { CIRCUMSTANCES, USUAL } from '../circumstances';
import { conditionEntries, type AfterCondition, type ConditionEntry, type Conditions } from '../conditions';

/** Everything a set of conditions names is there: in the unit model, or for jumpers in the chart. */
export function lintConditionNames(
  conditions: Conditions | undefined,
  path: string,
  model: UnitModelDocument,
  bypasses: ReadonlySet<string>,
): Problem[] {
  if (!conditions) return [];
  return [
    ...conditionEntries(conditions).flatMap((entry) =>
      lintEntry(entry, `${path}.${entry.group}.${entry.id}`, model, bypasses),
    ),
    ...(conditions.repaired ?? [])
      .filter((part) => !isKnownElement(model, part))
      .map((part) => problemError(`${path}.repaired`, `"${part}" is not a part of this unit model.`)),
    ...(conditions.after ? lintAfter(conditions.after, `${path}.after`, model) : []),
  ];
}

function lintEntry(
  entry: ConditionEntry,
  path: string,
  model: UnitModelDocument,
  bypasses: ReadonlySet<string>,
): Problem[] {
  const known = (isKnown: boolean, what: string): Problem[] =>
    isKnown ? [] : [problemError(path, `"${entry.id}" is not a ${what} of this unit model.`)];
  switch (entry.group) {
    case 'supplies':
      return known(isSupply(model, entry.id), 'supply');
    case 'calls':
      return known(isCall(model, entry.id), 'call');
    case 'connectors':
      return known(
        model.boards.some((board) => board.connectors.some((each) => `${board.id}.${each.id}` === entry.id)),
        'connector',
      );
    case 'leads':
      return lintLead(entry, path, model);
    case 'bypasses':
      return bypasses.has(entry.id) ? [] : [problemError(path, `No step of this chart places a bypass "${entry.id}".`)];
    case 'interlocks':
      return known(
        model.devices.some(({ id, kind }) => id === entry.id && kind === 'interlock'),
        'interlock',
      );
    case 'covers':
      return lintCover(entry, path, model);
    case 'positions':
      return lintPosition(entry, path, model);
    case 'parts':
    case 'press':
    case 'fitted':
      return known(isKnownElement(model, entry.id), 'part');
    case 'circumstances':
      return lintCircumstance(entry, path);
    case 'facts':
      return known(Object.hasOwn(model.facts ?? {}, entry.id), 'fact');
  }
}

function isSupply(model: UnitModelDocument, id: string): boolean {
  return model.supplies.some((each) => each.id === id);
}

function isCall(model: UnitModelDocument, id: string): boolean {
  return (model.calls ?? []).some((each) => each.id === id);
}

/** A lead is off a terminal where it lands, or on. */
function lintLead({ id, state }: ConditionEntry, path: string, model: UnitModelDocument): Problem[] {
  const wire = model.wires.find((each) => each.id === id);
  if (!wire) return [problemError(path, `"${id}" is not a wire of this unit model.`)];
  return state === 'on' || isLandingOf(wire, state)
    ? []
    : [problemError(path, `"${id}" does not land on "${state}". Accepted: ${wire.from}, ${wire.to}, on.`)];
}

function lintCover({ id }: ConditionEntry, path: string, { covers }: UnitModelDocument): Problem[] {
  if (covers?.some((each) => each.id === id)) return [];
  return covers === undefined
    ? [problemWarning(path, `The unit model lists no covers, so that a mistyped "${id}" would not be noticed.`)]
    : [
        problemError(
          path,
          `"${id}" is not a cover of this unit model. Known: ${covers.map((each) => each.id).join(', ')}.`,
        ),
      ];
}

/** A circumstance is known, and so is its state where it is not said in words. */
function lintCircumstance({ id, state }: ConditionEntry, path: string): Problem[] {
  const known = Object.hasOwn(CIRCUMSTANCES, id) ? CIRCUMSTANCES[id] : undefined;
  if (!known)
    return [problemError(path, `"${id}" is no circumstance. Known: ${Object.keys(CIRCUMSTANCES).join(', ')}.`)];
  const states = [USUAL, ...Object.keys(known.states)];
  return states.length === 1 || states.includes(state)
    ? []
    : [problemError(path, `"${id}" is never "${state}". Known: ${states.join(', ')}.`)];
}

function lintPosition({ id, state }: ConditionEntry, path: string, model: UnitModelDocument): Problem[] {
  const positions = positionsOf(model, id);
  if (positions === undefined) return [problemError(path, `"${id}" is no selector or setting of this unit model.`)];
  return positions.length === 0 || positions.includes(state)
    ? []
    : [problemError(path, `"${id}" has no position "${state}". Known: ${positions.join(', ')}.`)];
}

function lintAfter({ event, from, to }: AfterCondition, path: string, model: UnitModelDocument): Problem[] {
  const [kind = '', id = '', ...rest] = event.split(':');
  const isTimed =
    rest.length === 0 &&
    ((['call', 'stop'].includes(kind) && isCall(model, id)) ||
      (['power-up', 'power-off'].includes(kind) && isSupply(model, id)));
  const problems = isTimed
    ? []
    : [
        problemError(
          `${path}.event`,
          `"${event}" is never logged. Accepted: call:CALL, stop:CALL, power-up:SUPPLY, power-off:SUPPLY, of this unit model.`,
        ),
      ];
  return seconds(from, 0) > seconds(to, Infinity)
    ? [...problems, problemError(path, `"${from ?? ''}" is later than "${to ?? ''}": nothing is read then.`)]
    : problems;
}

function seconds(text: string | undefined, missing: number): number {
  if (text === undefined) return missing;
  const parsed = parseQuantity(text, 'time');
  return parsed.outcome === 'quantity' ? inBase(parsed.quantity) : missing;
}
