import { comparisonsIn, namesIn, parseExpression, type Expression } from '../expression';
import { indicatorsOf, settingsOf } from './codes';
import { problemError, type Problem } from './problem';
import type { UnitModelDocument } from './unit-model-document';

/** Every expression of a unit model can be read and speaks of what is there. */
export function lintExpressions(model: UnitModelDocument): readonly Problem[] {
  const devices = model.devices.flatMap(({ closedWhen, operatesWhen }, index) => [
    ...lintExpression(model, closedWhen, `devices[${index}].closedWhen`),
    ...lintExpression(model, operatesWhen, `devices[${index}].operatesWhen`),
  ]);
  const boards = model.boards.flatMap(({ functions = [], indicators = [] }, at) => [
    ...functions.flatMap(({ when }, index) => lintExpression(model, when, `boards[${at}].functions[${index}].when`)),
    ...indicators.flatMap(({ shows }, index) =>
      shows === CODE_TABLE ? [] : lintExpression(model, shows, `boards[${at}].indicators[${index}].shows`),
    ),
  ]);
  const effects = (model.effects ?? []).flatMap(({ when }, index) =>
    lintExpression(model, when, `effects[${index}].when`),
  );
  return [...devices, ...boards, ...effects];
}

/** What an indicator shows that shows the codes of the table. */
const CODE_TABLE = 'code';

/** What is wrong with one expression; nothing where there is none. */
export function lintExpression(model: UnitModelDocument, text: string | undefined, path: string): readonly Problem[] {
  if (text === undefined) return [];
  const parsed = parseExpression(text);
  if (parsed.outcome === 'error') return [problemError(path, `${parsed.message} Accepted: ${parsed.accepted[0]}.`)];
  const { names, devices, lamps } = namesIn(parsed.expression);
  const known = knownNames(model);
  const indicators = new Set(indicatorsOf(model).map(({ board, id }) => `${board}.${id}`));
  return [
    ...names
      .filter((name) => !known.has(name))
      .map((name) => problemError(path, `"${name}" is no call, fact, effect or function of this unit model.`)),
    ...devices
      .filter((device) => !model.devices.some(({ id }) => id === device))
      .map((device) => problemError(path, `"${device}" is not a device of this unit model.`)),
    ...lamps
      .filter((lamp) => !indicators.has(lamp))
      .map((lamp) => problemError(path, `"${lamp}" is no indicator of this unit model; accepted: board.indicator.`)),
    ...lintComparisons(model, parsed.expression, path),
  ];
}

function lintComparisons(model: UnitModelDocument, expression: Expression, path: string): readonly Problem[] {
  return comparisonsIn(expression).flatMap(({ name, value }) => {
    const positions = positionsOf(model, name);
    if (positions === undefined) return [problemError(path, `"${name}" is no selector or setting of this unit model.`)];
    return value === undefined || positions.length === 0 || positions.includes(value)
      ? []
      : [problemError(path, `"${name}" has no position "${value}". Known: ${positions.join(', ')}.`)];
  });
}

/** The positions a selector, or a setting as `board.setting`, can be in; empty where they are not listed. */
export function positionsOf(model: UnitModelDocument, name: string): readonly string[] | undefined {
  const selector = model.devices.find(({ id, positions }) => id === name && positions !== undefined);
  if (selector) return selector.positions ?? [];
  const setting = settingsOf(model).find(({ address }) => address === name)?.setting;
  return setting && (setting.choices ?? []).map(({ position }) => position);
}

function knownNames(model: UnitModelDocument): ReadonlySet<string> {
  const functions = model.boards.flatMap((board) => board.functions ?? []);
  return new Set([
    ...(model.calls ?? []).map(({ id }) => `call.${id}`),
    ...Object.keys(model.facts ?? {}),
    ...(model.effects ?? []).map(({ id }) => id),
    ...functions.map(({ id }) => id),
    ...functions.flatMap(({ id, rails = [] }) => rails.map((rail) => `${id}.${rail.id}`)),
  ]);
}
