import { CAUTIONS } from './cautions';
import { lintExpressions } from './lint-expressions';
import { lintCodes, lintRecipes } from './lint-codes';
import { lintSupplies } from './lint-supplies';
import { lintSequences } from './lint-sequences';
import { DEVICE_KINDS } from './device-kinds';
import { problemError, problemWarning, type Problem } from './problem';
import { terminalsOf } from './unit-model';
import type { DeviceDocument, UnitModelDocument } from './unit-model-document';
import { Wiring } from './wiring';

/** Everything that is wrong with a unit model's wiring list, and what a solver would have to guess. */
export function lintUnitModel(model: UnitModelDocument): readonly Problem[] {
  const wiring = new Wiring(model);
  return [
    ...duplicateIds(model),
    ...model.devices.flatMap((device, index) => lintDevice(device, `devices[${index}]`)),
    ...unknownTerminals(wiring),
    ...unknownElements(wiring),
    ...unwiredPins(model),
    ...lintSupplies(model),
    ...unknownHazards(model),
    ...lintExpressions(model),
    ...contradictions(model),
    ...lintCodes(wiring),
    ...lintRecipes(model),
    ...lintSequences(model),
  ];
}

function duplicateIds(model: UnitModelDocument): Problem[] {
  const seen = new Map<string, string>();
  const named: readonly (readonly [string, string])[] = [
    ...model.boards.map((each, index) => [each.id, `boards[${index}].id`] as const),
    ...model.devices.map((each, index) => [each.id, `devices[${index}].id`] as const),
    ...model.wires.map((each, index) => [each.id, `wires[${index}].id`] as const),
    ...model.supplies.map((each, index) => [`supply ${each.id}`, `supplies[${index}].id`] as const),
    ...(model.calls ?? []).map((each, index) => [`call ${each.id}`, `calls[${index}].id`] as const),
    ...(model.covers ?? []).map((each, index) => [`cover ${each.id}`, `covers[${index}].id`] as const),
    ...(model.effects ?? []).map((each, index) => [`effect ${each.id}`, `effects[${index}].id`] as const),
    ...(model.cables ?? []).map((each, index) => [`cable ${each.id}`, `cables[${index}].id`] as const),
    ...(model.paths ?? []).map((each, index) => [`path ${each.id}`, `paths[${index}].id`] as const),
  ];
  return named.flatMap(([id, path]) => {
    const first = seen.get(id);
    if (first === undefined) seen.set(id, path);
    return first === undefined ? [] : [problemError(path, `"${id}" is already used at ${first}.`)];
  });
}

function lintDevice(device: DeviceDocument, path: string): Problem[] {
  const kind = DEVICE_KINDS[device.kind];
  if (!kind) {
    const kinds = Object.keys(DEVICE_KINDS).join(', ');
    return [problemError(`${path}.kind`, `"${device.kind}" is not a kind of device. Known: ${kinds}.`)];
  }
  const problems: Problem[] = [];
  if (terminalsOf(device).length === 0) {
    problems.push(problemError(`${path}.terminals`, `A ${device.kind} lists its own terminals.`));
  }
  const missing = kind.mustRate.filter((rating) => device[rating as keyof DeviceDocument] === undefined);
  if (missing.length > 0) {
    problems.push(problemWarning(path, `${device.id} has no ${missing.join(', ')}: a solver would have to guess.`));
  }
  return problems;
}

function unknownTerminals(wiring: Wiring): Problem[] {
  const { model } = wiring;
  const used: (readonly [string, string])[] = [];
  model.wires.forEach((wire, index) => used.push([wire.from, `wires[${index}].from`], [wire.to, `wires[${index}].to`]));
  model.calls?.forEach((call, index) =>
    call.joins.forEach((end, at) => used.push([end, `calls[${index}].joins[${at}]`])),
  );
  model.supplies.forEach((supply, index) =>
    Object.entries(supply.terminals ?? {}).forEach(([name, end]) =>
      used.push([end, `supplies[${index}].terminals.${name}`]),
    ),
  );
  model.boards.forEach((board, at) =>
    board.functions?.forEach((each, index) => {
      const path = `boards[${at}].functions[${index}]`;
      each.input?.forEach((end, i) => used.push([end, `${path}.input[${i}]`]));
      each.between?.forEach((end, i) => used.push([end, `${path}.between[${i}]`]));
      each.contacts?.forEach((contact, i) =>
        [contact.common, contact.operated, contact.rest].forEach((end) => {
          if (end !== undefined) used.push([end, `${path}.contacts[${i}]`]);
        }),
      );
    }),
  );
  return used
    .filter(([address]) => !wiring.hasTerminal(address))
    .map(([address, path]) => problemError(path, `"${address}" is not a terminal of this unit model.`));
}

function unknownElements(wiring: Wiring): Problem[] {
  const { model } = wiring;
  const problems: Problem[] = [];
  model.supplies.forEach((supply, index) => {
    for (const [field, element] of [
      ['from', supply.from],
      ['isolatedBy', supply.isolatedBy],
    ] as const) {
      if (element !== undefined && !wiring.hasElement(element)) {
        problems.push(
          problemError(`supplies[${index}].${field}`, `"${element}" is not an element of this unit model.`),
        );
      }
    }
  });
  model.devices.forEach(({ partOf }, index) => {
    if (partOf !== undefined && !wiring.hasElement(partOf))
      problems.push(problemError(`devices[${index}].partOf`, `"${partOf}" is not an element of this unit model.`));
  });
  model.wires.forEach(({ cable }, index) => {
    if (cable !== undefined && !(model.cables ?? []).some(({ id }) => id === cable))
      problems.push(problemError(`wires[${index}].cable`, `"${cable}" is no cable of this unit model.`));
  });
  model.faults?.forEach((fault, index) => {
    if (!wiring.hasElement(fault.of)) {
      problems.push(problemError(`faults[${index}].of`, `"${fault.of}" is not an element of this unit model.`));
    }
  });
  return problems;
}

/** What cannot be so: a wire or a call that joins a terminal to itself, an effect that is a fact already. */
function contradictions(model: UnitModelDocument): Problem[] {
  const looped = model.wires.flatMap(({ id, from, to }, index) =>
    from === to ? [problemError(`wires[${index}].to`, `Wire ${id} ends where it begins.`)] : [],
  );
  const calls = (model.calls ?? []).flatMap(({ id, joins }, index) =>
    joins.length !== 2 || joins[0] === joins[1]
      ? [problemError(`calls[${index}].joins`, `The call "${id}" joins two terminals.`)]
      : [],
  );
  const effects = (model.effects ?? []).flatMap(({ id }, index) =>
    Object.hasOwn(model.facts ?? {}, id)
      ? [
          problemError(
            `effects[${index}].id`,
            `"${id}" is a fact with a state at rest: it cannot be an effect as well.`,
          ),
        ]
      : [],
  );
  return [...looped, ...calls, ...effects];
}

function unwiredPins(model: UnitModelDocument): Problem[] {
  const wired = new Set(model.wires.flatMap((wire) => [wire.from, wire.to]));
  return model.boards.flatMap((board, at) =>
    board.connectors.flatMap((connector, index) =>
      connector.pins
        .filter((pin) => pin.role !== 'spare' && !wired.has(`${board.id}.${connector.id}.${pin.id}`))
        .map((pin) =>
          problemWarning(
            `boards[${at}].connectors[${index}]`,
            `No wire lands on pin ${pin.id}; mark it spare or list the wire.`,
          ),
        ),
    ),
  );
}

function unknownHazards(model: UnitModelDocument): Problem[] {
  return (model.hazards ?? []).flatMap((hazard, index) =>
    CAUTIONS[hazard.kind] === undefined
      ? [
          problemWarning(
            `hazards[${index}].kind`,
            `"${hazard.kind}" has no caution text. Known: ${Object.keys(CAUTIONS).join(', ')}.`,
          ),
        ]
      : [],
  );
}
