import { conditionEntries, stateOf, type SupplyState } from '../procedure';
import { sourcesOf } from '../unit-model';
import { alterationsOf, type Alteration, type BypassEntry, type VisitContext, type VisitState } from '../visit';

/** A cover that is off lets one look; a setting that was turned may be the repair. */
const LETS_PASS: ReadonlySet<Alteration['kind']> = new Set(['cover', 'gas', 'setting']);

/**
 * Why the machine was not as it was built when an entry was logged; at the end of the log, as it stands. `isBypassed` asks
 * for what is bypassed alone: a plug may have to be out for what was read.
 */
export function notAsBuilt(
  context: VisitContext,
  state: VisitState,
  index: number,
  isBypassed = false,
): readonly string[] {
  const altered = alterationsOf(context, asItStood(state, index)).filter(
    ({ kind, isBlocking }) => !LETS_PASS.has(kind) && (isBlocking || kind === 'jumper' || !isBypassed),
  );
  return altered.length === 0
    ? []
    : [`A pass like this is no pass of the repair: ${altered.map(({ words }) => words).join('; ')}.`];
}

/** The machine as an entry of the log found it, as far as alterations go. */
function asItStood(state: VisitState, index: number): VisitState {
  const conditions = state.trail[index]?.conditions ?? state.conditions;
  const bypasses = conditionEntries({ bypasses: conditions.bypasses ?? {} })
    .filter(({ state: found }) => found === 'in')
    .map(({ id }): BypassEntry => {
      const { removedAt: _later, ...entry } = state.bypasses.findLast(({ bypass }) => bypass === id) ?? unlisted(id);
      return entry;
    });
  return { ...state, trail: state.trail.slice(0, index), conditions, bypasses };
}

/** A chart may say that a jumper is in without listing its ends. */
function unlisted(bypass: string): BypassEntry {
  return { bypass, from: bypass, to: bypass, why: '', placedAt: '', placedBy: '', unconfirmed: true };
}

const OFF: ReadonlySet<string> = new Set<SupplyState>(['off', 'locked', 'plug-out', 'proven-dead']);

/** What it had no power by, by the record; nothing where nobody said that it was off. */
export function withoutPower({ model }: VisitContext, state: VisitState, index: number): readonly string[] {
  const conditions = state.trail[index]?.conditions ?? state.conditions;
  const incoming = model.supplies.filter(({ id }) => sourcesOf(model, id).length === 0);
  const off = incoming.filter(({ id }) => OFF.has(stateOf(conditions, 'supplies', id)));
  return off.length === 0
    ? []
    : [`By the record it had no power: ${off.map(({ id, name }) => name ?? id).join(', ')}.`];
}
