import fc from 'fast-check';
import { chainMachine, type ChainFault } from '../testing/chain-machine';
import { BURNER_CONTEXT } from '../testing/burner';
import { DEMO_MODEL } from '../testing/demo';
import { BENCH_CONTEXT } from '../testing/traps';
import type { UnitModelDocument } from '../unit-model';
import {
  chainsOf,
  conductingLinks,
  halfSplit,
  linksOf,
  locate,
  nodesOf,
  placeKey,
  type Chain,
  type ChainPlace,
  type ChainReading,
} from '.';

const CHAINS: readonly Chain[] = [DEMO_MODEL, BENCH_CONTEXT.model, BURNER_CONTEXT.model].flatMap((model) =>
  chainsOf(model),
);

/**
 * A made-up circuit: links one after the other, some of them beside a second way with a contact of its own, which a call
 * may change over.
 */
interface Sketch {
  readonly kinds: readonly ('fuse' | 'switch' | 'relay')[];
  /** At which of them a second way lies, through how many devices. */
  readonly beside?: { readonly at: number; readonly through: number; readonly isChangedOver: boolean };
  readonly loadAt: number;
}

function sketched({ kinds, beside, loadAt }: Sketch): Chain {
  const ids = kinds.map((_kind, index) => `D${index}`);
  const order = [...ids.slice(0, loadAt), 'LD', ...ids.slice(loadAt)];
  const seconds = beside ? Array.from({ length: beside.through }, (_each, index) => `S${index}`) : [];
  const around = beside ? (ids[beside.at % ids.length] ?? '') : '';
  const closedWhen = (id: string): object => {
    if (beside?.isChangedOver !== true || (id !== around && id !== seconds[0])) return {};
    return { closedWhen: id === around ? 'call.c' : 'not call.c' };
  };
  const device = (id: string, kind: string) =>
    kind === 'relay'
      ? { id, kind, name: id, coil: { volts: '24 V' }, contacts: [['1', '2']], ...closedWhen(id) }
      : { id, kind, name: id, ...closedWhen(id) };
  const model = {
    format: 'juxtameter/unit-model',
    version: 1,
    id: 'sketch',
    title: 'Sketch',
    supplies: [{ id: 'control', system: 'class-2-ac', nominal: '24 V', terminals: { hot: 'TB.1', return: 'TB.2' } }],
    calls: [{ id: 'c', joins: ['TB.1', 'TB.2'] }],
    boards: [],
    devices: [
      { id: 'TB', kind: 'strip', name: 'TB', terminals: ['1', '2'] },
      ...ids.map((id, index) => device(id, kinds[index] ?? 'switch')),
      ...seconds.map((id) => device(id, 'switch')),
      { id: 'LD', kind: 'coil', name: 'LD' },
    ],
    wires: [
      { id: 'w0', from: 'TB.1', to: `${order[0] ?? ''}.1` },
      ...order.slice(1).map((id, index) => ({ id: `w${index + 1}`, from: `${order[index] ?? ''}.2`, to: `${id}.1` })),
      { id: 'wr', from: `${order.at(-1) ?? ''}.2`, to: 'TB.2' },
      ...seconds.map((id, index) => ({
        id: `s${index}`,
        from: index === 0 ? `${around}.1` : `${seconds[index - 1] ?? ''}.2`,
        to: `${id}.1`,
      })),
      ...(beside ? [{ id: 'sr', from: `${seconds.at(-1) ?? ''}.2`, to: `${around}.2` }] : []),
    ],
    paths: [{ id: 'p', name: 'p', supply: 'control', from: 'TB.1', load: 'LD', to: 'TB.2', calls: ['c'] }],
  } as unknown as UnitModelDocument;
  const [chain] = chainsOf(model);
  if (!chain) throw new Error('no chain');
  return chain;
}

const sketches: fc.Arbitrary<Chain> = fc
  .record({
    kinds: fc.array(fc.constantFrom('fuse' as const, 'switch' as const, 'relay' as const), {
      minLength: 1,
      maxLength: 6,
    }),
    beside: fc.option(
      fc.record({ at: fc.nat({ max: 5 }), through: fc.integer({ min: 1, max: 2 }), isChangedOver: fc.boolean() }),
      {
        nil: undefined,
      },
    ),
    loadAt: fc.nat({ max: 6 }),
  })
  .map(({ kinds, beside, loadAt }) =>
    sketched({ kinds, ...(beside ? { beside } : {}), loadAt: Math.min(loadAt, kinds.length) }),
  );

const faultsOf = (chain: Chain): fc.Arbitrary<ChainFault> => {
  const links = linksOf(chain).flatMap(({ isAbsent, kind }, link) => (isAbsent || kind === 'jumper' ? [] : [link]));
  return fc.oneof(
    fc.constantFrom<ChainFault>({ kind: 'none' }, { kind: 'dead-feed' }),
    fc.double({ min: 0.2, max: 0.8, noNaN: true }).map((part): ChainFault => ({ kind: 'weak-feed', part })),
    fc.constantFrom(...links).map((link): ChainFault => ({ kind: 'open', link })),
    fc.record({
      kind: fc.constant('joint' as const),
      link: fc.constantFrom(...links.filter((link) => linksOf(chain)[link]?.kind !== 'load')),
      times: fc.double({ min: 0.3, max: 30, noNaN: true }),
    }),
    fc.double({ min: 0.001, max: 0.05, noNaN: true }).map((part): ChainFault => ({ kind: 'short', part })),
  );
};

/** Contacts that the calls of the path hold open. */
function heldOpen(chain: Chain): readonly number[] {
  return linksOf(chain).flatMap(({ isHeldOpen }, index) => (isHeldOpen === true ? [index] : []));
}

/**
 * Contacts that rest: those held open, and of the others some as long as a way still conducts, all but one of those side
 * by side, none on a single way.
 */
function restingOf(chain: Chain, pick: number): ReadonlySet<number> {
  const held = heldOpen(chain);
  const contacts = linksOf(chain).flatMap(({ mayRest }, index) => (mayRest === true ? [index] : []));
  const set = new Set([...held, ...contacts.filter((_each, at) => (pick >> at) % 2 === 1)]);
  const machine = chainMachine(chain, { kind: 'none' }, { resting: set });
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  return machine.volts(load, load + 1) > 0.9 * chain.nominal ? set : new Set(held);
}

const isBlamed = (chain: Chain, place: ChainPlace, fault: ChainFault): boolean => {
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  switch (fault.kind) {
    case 'none':
      return place.isServed;
    case 'dead-feed':
      return place.isSourceOpen;
    case 'weak-feed':
      return place.isSourceWeak || place.isSourceOpen;
    case 'short':
      return place.links.includes(load);
    default:
      return place.links.includes(fault.link);
  }
};

const cases = fc
  .oneof({ weight: 1, arbitrary: fc.constantFrom(...CHAINS) }, { weight: 3, arbitrary: sketches })
  .chain((chain) =>
    fc.record({
      chain: fc.constant(chain),
      fault: faultsOf(chain),
      pick: fc.nat({ max: 63 }),
      reads: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 8 }),
      points: fc.subarray([...nodesOf(chain)], { minLength: 1 }),
      source: fc.double({ min: 0.05, max: 1, noNaN: true }),
    }),
  );

describe('where the voltage of a chain stops', () => {
  it('keeps what is wrong among what is left, and never clears it: whatever is read, in any order', () => {
    fc.assert(
      fc.property(cases, ({ chain, fault, pick, reads, source }) => {
        const resting = restingOf(chain, pick);
        fc.pre(!('link' in fault && resting.has(fault.link)));
        const machine = chainMachine(chain, fault, { resting, source });
        const count = nodesOf(chain).length;
        const readings: ChainReading[] = [];
        for (const [a, b] of reads) {
          const [from, to] = [Math.min(a % count, b % count), Math.max(a % count, b % count)];
          if (from === to) continue;
          readings.push(machine.read(from, to));
          const place = locate(chain, readings);
          const said = `${JSON.stringify(fault)} ${placeKey(chain, place) ?? ''}`;
          if (isFelt(chain, fault, resting, source))
            expect(isBlamed(chain, place, fault))
              .withContext(said)
              .toBeTrue();
          const cleared = conductingLinks(chain, readings, place);
          if (fault.kind === 'open') expect(cleared).withContext(said).not.toContain(fault.link);
        }
      }),
      { numRuns: 500 },
    );
  });

  it('comes to a set that holds what is wrong, in a few readings, from any points', () => {
    fc.assert(
      fc.property(cases, ({ chain, fault, pick, points, source }) => {
        const resting = restingOf(chain, pick);
        fc.pre(!('link' in fault && resting.has(fault.link)) && isFelt(chain, fault, resting, source));
        const machine = chainMachine(chain, fault, { resting, source });
        const readings: ChainReading[] = [];
        let left: readonly string[] = points;
        for (;;) {
          const point = halfSplit(chain, locate(chain, readings), left);
          if (point === undefined) break;
          left = left.filter((each) => each !== point);
          readings.push(machine.read(nodesOf(chain).indexOf(point), chain.points.length - 1));
        }
        const place = locate(chain, readings);
        expect(isBlamed(chain, place, fault))
          .withContext(JSON.stringify(fault))
          .toBeTrue();
        const key = placeKey(chain, place) ?? '';
        const isAlone = linksOf(chain).some(({ element }) => element === key);
        if (isAlone && 'link' in fault) expect(linksOf(chain)[fault.link]?.element).toBe(key);
        if (fault.kind === 'dead-feed' && points.includes(chain.points[0] ?? '')) expect(key).toBe('no-feed');
      }),
      { numRuns: 500 },
    );
  });

  it('knows which way a call has changed over, and names nothing of the other', () => {
    const changedOver = fc
      .record({ at: fc.nat({ max: 2 }), through: fc.integer({ min: 1, max: 2 }) })
      .map((beside) =>
        [true, false].map((isChangedOver) =>
          sketched({ kinds: ['fuse', 'switch', 'switch'], beside: { ...beside, isChangedOver }, loadAt: 3 }),
        ),
      );
    fc.assert(
      fc.property(changedOver, fc.nat(), ([known, unknown], pick) => {
        if (!known || !unknown) return;
        const breaks = known.links.flatMap(({ kind }, link) => (kind === 'load' ? [] : [link]));
        const link = breaks[pick % breaks.length] ?? 0;
        const leftOf = (chain: Chain): readonly number[] => {
          const resting = chain.sideLinks.flatMap((_link, at) =>
            chain.sideLinks[at]?.kind === 'series' ? [chain.links.length + at] : [],
          );
          const machine = chainMachine(chain, { kind: 'open', link }, { resting: new Set(resting) });
          const end = chain.points.length - 1;
          return locate(
            chain,
            chain.points.slice(0, -1).map((_point, at) => machine.read(at, end)),
          ).links;
        };
        expect(leftOf(known)).toContain(link);
        expect(leftOf(known).every((each) => each < known.links.length)).toBeTrue();
        expect(leftOf(unknown)).toEqual(jasmine.arrayContaining([...leftOf(known)]));
      }),
      { numRuns: 100 },
    );
  });

  it('never clears the second of two breaks', () => {
    fc.assert(
      fc.property(
        cases.chain((each) =>
          fc.record({
            each: fc.constant(each),
            first: fc.nat(),
            second: fc.nat(),
          }),
        ),
        ({ each: { chain, reads }, first, second }) => {
          const open = [first, second].map((each) => each % linksOf(chain).length);
          const machine = chainMachine(
            chain,
            { kind: 'open', link: open[0] ?? 0 },
            { resting: new Set([...open, ...heldOpen(chain)]) },
          );
          const count = nodesOf(chain).length;
          const readings = reads.flatMap(([a, b]) => {
            const [from, to] = [Math.min(a % count, b % count), Math.max(a % count, b % count)];
            return from === to ? [] : [machine.read(from, to)];
          });
          const cleared = conductingLinks(chain, readings, locate(chain, readings));
          for (const link of open)
            if (linksOf(chain)[link]?.isAbsent !== true)
              expect(cleared).withContext(JSON.stringify(open)).not.toContain(link);
        },
      ),
      { numRuns: 250 },
    );
  });
});

/** Whether the fault takes anything from the load that it needs: a joint of a few milliohms is no fault. */
function isFelt(chain: Chain, fault: ChainFault, resting: ReadonlySet<number>, source: number): boolean {
  if (fault.kind === 'none') return true;
  const machine = chainMachine(chain, fault, { resting, source });
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  if (fault.kind === 'open' && fault.link === load) return true;
  return machine.volts(load, load + 1) < 0.8 * chain.nominal;
}
