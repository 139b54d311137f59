import {
  CHAIN_RESULTS,
  chainOf,
  chainOutcomes,
  nodesOf,
  reachablePoints,
  splits,
  type Chain,
  type ChainOutcome,
  type Options,
} from '../../path';
import {
  bypassRefusal,
  problemError,
  problemWarning,
  terminalLabel,
  protectionsBetween,
  type Problem,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';
import { clearanceMembers, MOST_WALKED_STEPS, walkedStepCount } from '../compile';
import {
  MATRIX_PATTERNS,
  type ChainStep,
  type ClearanceStep,
  type MatrixStep,
  type ProcedureCallStep,
  type ProcedureDocument,
  type RoleDocument,
  type Target,
} from '../procedure-document';

/** What is wrong with the steps that are made into others before they are walked, and with a matrix of jumpers. */
export function lintAuthored(
  procedure: ProcedureDocument,
  wiring: Wiring,
  generals: readonly ProcedureDocument[],
): Problem[] {
  const walked = walkedStepCount(procedure, generals);
  if (walked > MOST_WALKED_STEPS)
    return [
      problemError('steps', `come to ${walked} with everything they call; accepted: at most ${MOST_WALKED_STEPS}.`),
    ];
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    const path = `steps.${id}`;
    switch (step.kind) {
      case 'chain':
        return lintChain(step, path, wiring.model);
      case 'clearance':
        return lintClearance(step, path, wiring);
      case 'procedureCall':
        return lintCall(step, path, wiring, generals);
      case 'matrix':
        return lintMatrix(step, path, wiring);
      default:
        return [];
    }
  });
}

/** Every result has a way on, and no way stands for what cannot result. */
function lintBranches(
  branches: Readonly<Record<string, Target>>,
  results: readonly string[],
  path: string,
  catchAll: boolean,
): Problem[] {
  const known = [...results, ...(catchAll ? ['otherwise'] : [])];
  const unknown = Object.keys(branches)
    .filter((key) => !known.includes(key))
    .map((key) => problemError(`${path}.branches.${key}`, `"${key}" cannot result here. Known: ${known.join(', ')}.`));
  if (catchAll && Object.hasOwn(branches, 'otherwise')) return unknown;
  const missing = results
    .filter((result) => !Object.hasOwn(branches, result))
    .map((result) => problemError(`${path}.branches`, `This can end in "${result}", which leads nowhere.`));
  return [...unknown, ...missing];
}

function lintChain(step: ChainStep, path: string, model: UnitModelDocument): Problem[] {
  const found = model.paths?.find(({ id }) => id === step.path);
  if (!found) {
    const known = (model.paths ?? []).map(({ id }) => id).join(', ') || 'none';
    return [problemError(`${path}.path`, `"${step.path}" is no path of this unit model. Known: ${known}.`)];
  }
  const chain = chainOf(model, found);
  if (!chain)
    return [problemError(`${path}.path`, `The path "${step.path}" cannot be followed along the wiring list.`)];
  const nodes = nodesOf(chain);
  const points = (step.points ?? []).flatMap((point, index) =>
    nodes.includes(point)
      ? []
      : [problemError(`${path}.points[${index}]`, `"${point}" does not lie on the path "${step.path}".`)],
  );
  const read = step.points ?? reachablePoints(model, chain);
  const outcomes = chainOutcomes(chain, read);
  const results = optionsOf(model, chain).flatMap((options) => {
    const without = chainOf(model, found, options);
    return without ? chainOutcomes(without, read).flatMap(({ key }) => key ?? []) : [];
  });
  const known = [...new Set([...outcomes.flatMap(({ key }) => key ?? []), ...results, ...CHAIN_RESULTS])];
  return [
    ...points,
    ...lintBranches(step.branches, known, path, true),
    ...(Object.hasOwn(step.branches, 'otherwise')
      ? []
      : [
          problemError(
            `${path}.branches`,
            'A reading too close to call leaves more than one place: `otherwise` leads nowhere.',
          ),
        ]),
    ...outcomes.flatMap((outcome) => lintApart(step, path, model, chain, read, outcome)),
  ];
}

/** Without each optional device of the chain. */
function optionsOf(model: UnitModelDocument, chain: Chain): readonly Options[] {
  const optional = model.devices.filter(
    ({ id, optional: is }) => is === true && chain.links.some(({ element }) => element === id),
  );
  return optional.map(({ id }) => ({ [id]: false }));
}

/** What reading these points cannot tell apart, where the chart has no way of its own for it, and which point would. */
function lintApart(
  step: ChainStep,
  path: string,
  model: UnitModelDocument,
  chain: Chain,
  read: readonly string[],
  { key, place }: ChainOutcome,
): Problem[] {
  if (key === undefined || !key.includes('+') || Object.hasOwn(step.branches, key)) return [];
  const besides = nodesOf(chain).find((node, index) => !read.includes(node) && splits(chain, place, index));
  const would = besides === undefined ? '' : ` A reading at ${terminalLabel(model, besides)} would.`;
  return [
    problemWarning(
      `${path}.points`,
      `These points cannot tell apart what is left in "${key}", and no way stands for it.${would}`,
    ),
  ];
}

function lintClearance(step: ClearanceStep, path: string, wiring: Wiring): Problem[] {
  if (!wiring.model.boards.some(({ id }) => id === step.board))
    return [problemError(`${path}.board`, `"${step.board}" is no board of this unit model.`)];
  const isEmpty = clearanceMembers(wiring, step.board).length === 0 && (step.members ?? []).length === 0;
  return isEmpty ? [problemError(path, 'Nothing plugs into this board that could be read.')] : [];
}

function lintCall(
  step: ProcedureCallStep,
  path: string,
  wiring: Wiring,
  generals: readonly ProcedureDocument[],
): Problem[] {
  const general = generals.find(({ id, roles }) => id === step.procedure && roles !== undefined);
  if (!general) return [problemError(`${path}.procedure`, `"${step.procedure}" is no general procedure that is here.`)];
  const roles = general.roles ?? {};
  const missing = Object.entries(roles)
    .filter(([role]) => !Object.hasOwn(step.bind, role))
    .map(([role, { what }]) => problemError(`${path}.bind`, `"${role}" is not bound: ${what}.`));
  const wrong = Object.entries(step.bind).flatMap(([role, bound]) => {
    const known = Object.hasOwn(roles, role) ? roles[role] : undefined;
    if (!known) return [problemError(`${path}.bind.${role}`, `"${role}" is no role of "${general.id}".`)];
    return isOfKind(wiring, known, bound)
      ? []
      : [problemError(`${path}.bind.${role}`, `"${bound}" is no ${known.kind} of this unit model.`)];
  });
  const results = Object.keys(general.results ?? {});
  const strange = (['clears', 'implicates'] as const).flatMap((field) =>
    Object.keys(step[field] ?? {})
      .filter((result) => !results.includes(result))
      .map((result) =>
        problemError(`${path}.${field}.${result}`, `"${result}" cannot result here. Known: ${results.join(', ')}.`),
      ),
  );
  return [...missing, ...wrong, ...strange, ...lintBranches(step.branches, results, path, false)];
}

function isOfKind(wiring: Wiring, { kind }: RoleDocument, bound: string): boolean {
  const { model } = wiring;
  switch (kind) {
    case 'terminal':
      return wiring.hasTerminal(bound);
    case 'supply':
      return model.supplies.some(({ id }) => id === bound);
    case 'call':
      return (model.calls ?? []).some(({ id }) => id === bound);
    case 'element':
      return wiring.hasElement(bound);
    case 'connector':
      return model.boards.some((board) => board.connectors.some(({ id }) => `${board.id}.${id}` === bound));
    case 'value':
      return true;
  }
}

function lintMatrix(step: MatrixStep, path: string, wiring: Wiring): Problem[] {
  const { model } = wiring;
  const calls = step.calls.flatMap(({ id }, index) =>
    (model.calls ?? []).some((call) => call.id === id)
      ? []
      : [problemError(`${path}.calls[${index}]`, `"${id}" is no call of this unit model.`)],
  );
  const cells = step.places.flatMap((place, index) =>
    Object.entries(place.jumpers).flatMap(([call, ends]) => {
      const at = `${path}.places[${index}].jumpers.${call}`;
      const [from, to] = ends;
      if (from === undefined || to === undefined || ends.length !== 2)
        return [problemError(at, 'A jumper joins two terminals.')];
      const unknown = ends.filter((end) => !wiring.hasTerminal(end));
      if (unknown.length > 0) return [problemError(at, `"${unknown.join('", "')}" is no terminal of this unit model.`)];
      const refusal = bypassRefusal(wiring, { from, to, ...(place.removes ? { removes: place.removes } : {}) });
      if (refusal) return [problemError(at, refusal)];
      const hidden = protectionsBetween(wiring, { from, to }).filter((each) => each !== place.removes);
      return hidden.length === 0
        ? []
        : [problemError(at, `This takes away ${hidden.join(' and ')} protection and does not say so.`)];
    }),
  );
  const proves = step.places.flatMap(({ proves: elements = [] }, index) =>
    elements
      .filter((element) => !wiring.hasElement(element))
      .map((element) =>
        problemError(`${path}.places[${index}].proves`, `"${element}" is not an element of this unit model.`),
      ),
  );
  const possible = MATRIX_PATTERNS.filter(
    (pattern) => step.calls.length > 1 || (pattern !== 'conductor' && pattern !== 'mixed'),
  ).filter((pattern) => step.places.length > 1 || (pattern !== 'cable' && pattern !== 'conductor'));
  return [...calls, ...cells, ...proves, ...lintBranches(step.branches, possible, path, true)];
}
