import { FUNCTIONS } from '../../quantity';
import { locate, voltsShow } from '../../path';
import { endsOf } from '../../reference';
import { chainEnds, chainUnder } from '../reading';
import type { BypassEntry, TrailLine, VisitContext } from '../record';

/**
 * Whether nothing was read across a contact, and nothing on its chain was seen alive under the same conditions: an open contact
 * with a dead feed reads the same, so it is shown closed by nothing (Kirchhoff's voltage law). Only where the chain is drawn
 * and called.
 */
export function isClosedByNothing(context: VisitContext, trail: readonly TrailLine[], index: number): boolean {
  const line = trail[index];
  if (line?.event.type !== 'reading-taken') return false;
  const { event, conditions } = line;
  const { value, interval, verdict } = event.judgement;
  if (!FUNCTIONS[event.function].readsVolts || event.proof || verdict !== 'within' || value === undefined) return false;
  const { byWire, series } = { byWire: context.wiring.byWire, series: context.wiring.series };
  const element = series.find(
    ({ between: [a, b] }) =>
      (byWire.joined(a, event.from) && byWire.joined(b, event.to)) ||
      (byWire.joined(a, event.to) && byWire.joined(b, event.from)),
  );
  const chain = context
    .chains(context.options)
    .find(
      ({ links, function: measured }) =>
        measured === event.function && links.some((link) => link.element === element?.id),
    );
  if (!element || !chain || !chainEnds(context, chain, event)) return false;
  if (!(chain.path.calls ?? []).every((call) => conditions.calls?.[call] === 'on')) return false;
  if (voltsShow({ nominal: chain.nominal }, endsOf(value, interval)) !== 'dead') return false;
  const read = chainUnder(context, { trail, bypasses: jumpersOf(trail) }, chain, conditions);
  return locate(read.chain, read.readings).isSourceOpen;
}

/** Every jumper that was ever in; which of them were in at a reading its conditions say. */
function jumpersOf(trail: readonly TrailLine[]): readonly Pick<BypassEntry, 'bypass' | 'from' | 'to'>[] {
  return trail.flatMap(({ event }) => (event.type === 'bypass-placed' ? [event] : []));
}
