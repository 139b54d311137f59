import { linksOf, nodesOf, type Chain } from '../../path';
import { MAT_CONTEXT, PUMP_CONTEXT } from '../../testing/ambiguities';
import { chainMachine, type ChainFault } from '../../testing/chain-machine';
import { VisitDriver } from '../../testing/demo';
import {
  askedReading,
  chainHere,
  chainProgress,
  currentStep,
  draftFinding,
  enterFreeReading,
  enterReading,
  evidenceFor,
  type EventOf,
  type FindingReached,
  type VisitContext,
} from '..';

interface ShippedChart {
  readonly context: VisitContext;
  readonly chart: string;
  readonly path: string;
  readonly supplies: readonly string[];
  readonly calls: readonly string[];
}

const CHARTS: readonly ShippedChart[] = [
  {
    context: PUMP_CONTEXT,
    chart: 'pump-chain-by-halves',
    path: 'mist-chain',
    supplies: ['mains', 'control'],
    calls: ['mist'],
  },
  {
    context: MAT_CONTEXT,
    chart: 'bench-mat-by-halves',
    path: 'mat-1',
    supplies: ['mains'],
    calls: ['zone-1', 'zone-2'],
  },
];

/** Every single break, joint, short and feed there can be on a chain. */
function faultsOf(chain: Chain): readonly ChainFault[] {
  const links = linksOf(chain).map((_link, link) => link);
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  return [
    { kind: 'none' },
    { kind: 'dead-feed' },
    { kind: 'weak-feed', part: 0.5 },
    ...links.map((link): ChainFault => ({ kind: 'open', link })),
    ...links.filter((link) => link !== load).map((link): ChainFault => ({ kind: 'joint', link, times: 1 })),
    { kind: 'short', part: 0.02 },
    { kind: 'short', part: 0.001 },
  ];
}

interface Walk {
  readonly chain: Chain;
  readonly located?: EventOf<'reading-taken'>;
  readonly finding?: FindingReached;
  readonly driver: VisitDriver;
}

/** Stands at the chain of a chart on a machine with this fault and goes on while volts are asked for along it. */
function walk({ context, chart, path, supplies, calls }: ShippedChart, fault: ChainFault): Walk {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: chart, start: context.procedures[chart]?.start ?? '' });
  for (const supply of supplies) driver.log({ type: 'supply-changed', supply, state: 'on' });
  for (const call of calls) driver.log({ type: 'call-changed', call, state: 'on' });
  driver.log({ type: 'step-jumped', to: 'halve' });
  const chain = chainHere(context, driver.state, path);
  if (!chain) throw new Error(path);
  // A mat of 48 Ω on a stiff 240 V, a coil of some 40 Ω on a small transformer.
  const machine = chainMachine(chain, fault, { source: chain.nominal > 100 ? 0.2 : 3 });
  let located: EventOf<'reading-taken'> | undefined;
  for (let step = 0; step < 20; step += 1) {
    const asked = askedReading(context, driver.state);
    if (!asked || asked.proof || asked.function !== 'ac-voltage') break;
    const [from, to] = [asked.from, asked.to].map((each) => nodesOf(chain).indexOf(each ?? ''));
    if (from === undefined || to === undefined || from < 0 || to < 0) break;
    const shown = machine.volts(from, to);
    const text = shown < 100 ? shown.toFixed(2) : shown.toFixed(1);
    const entered = enterReading(context, driver.state, { text });
    if (entered.outcome !== 'event' || entered.body.type !== 'reading-taken') break;
    const logged = driver.log(entered.body) as EventOf<'reading-taken'>;
    if (logged.joint?.left) located = logged;
    if (logged.next === undefined && logged.joint) break;
  }
  const finding =
    currentStep(context, driver.state)?.kind === 'conclusion' ? draftFinding(context, driver.state) : undefined;
  return { chain, driver, ...(located ? { located } : {}), ...(finding ? { finding } : {}) };
}

describe('a chart that halves a chain, on a machine with one fault', () => {
  for (const shipped of CHARTS) {
    const { context, chart, path } = shipped;
    const chain = chainHere(context, new VisitDriver(context).state, path);
    for (const fault of chain ? faultsOf(chain) : []) {
      const wrong = chain && 'link' in fault ? (linksOf(chain)[fault.link]?.element ?? '') : '';
      it(`${chart}: ${fault.kind} ${wrong} is never cleared, and no other part is accused`, () => {
        const { located, finding, driver } = walk(shipped, fault);
        expect(located).withContext('comes to something').toBeDefined();
        const load = chain?.path.load ?? '';
        const truth =
          'link' in fault ? wrong : fault.kind === 'short' || fault.kind === 'none' ? load : (chain?.path.supply ?? '');
        expect(located?.joint?.left).toContain(truth);
        expect(located?.joint?.conducts).not.toContain(truth);
        if (!finding || finding.item === undefined) return;
        const evidence = evidenceFor(context, driver.state, finding);
        const isLikely = finding.grade === 'likely' || finding.grade === 'by elimination';
        // Its wires are one thing to a chart: the item names one of them.
        const isWiring = finding.class === 'wiring' && context.model.wires.some(({ id }) => id === truth);
        if (isLikely && !isWiring) expect(finding.item).toBe(truth);
        expect(evidence.contradicts.filter(() => finding.item === truth)).toEqual([]);
      });
    }
  }

  it('takes nothing at a terminal that only hangs on the chain for nothing on the chain: the wire there may be it', () => {
    const driver = new VisitDriver(PUMP_CONTEXT);
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
    for (const supply of ['mains', 'control']) driver.log({ type: 'supply-changed', supply, state: 'on' });
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const read = (from: string, to: string, text: string): number => {
      const entered = enterFreeReading(PUMP_CONTEXT, driver.state, {
        from,
        to,
        function: 'ac-voltage',
        expects: '',
        text,
      });
      if (entered.outcome !== 'event') throw new Error(entered.outcome);
      driver.log(entered.body);
      return chainProgress(PUMP_CONTEXT, driver.state, 'mist-chain')?.readings.length ?? 0;
    };
    // J1·3 of the line selector hangs on the return by w25, which no current of this chain goes through.
    expect(read('CB.X1.2', 'LB.J1.3', '0.1')).toBe(0);
    expect(read('CB.X1.2', 'LB.J1.3', '26.4')).toBe(1);
    expect(read('CB.X1.2', 'CB.X1.8', '0.1')).toBe(2);
  });

  it('says what is not told apart, and grades no higher', () => {
    const float = PUMP_CONTEXT.chains({}).find(({ path }) => path.id === 'mist-chain');
    const link = float?.links.findIndex(({ element }) => element === 'FS1') ?? 0;
    const [pump] = CHARTS;
    if (!pump) throw new Error('the pump');
    const { driver, located } = walk(pump, { kind: 'open', link });
    expect(located?.joint?.pattern).toBe('FS1+wires');
    const early = new VisitDriver(PUMP_CONTEXT);
    for (const event of driver.events) {
      early.log(event, event);
      if (event.id === located?.id) break;
    }
    const told = evidenceFor(PUMP_CONTEXT, early.state, { item: 'FS1' });
    expect(told.alsoLeft).toEqual(['w13', 'w14']);
    expect(told.unproven[0]).toMatch(/^Not told apart from Wire .*, Wire /);
    // At the board once more it is not told; across the switch itself it is.
    expect(evidenceFor(PUMP_CONTEXT, driver.state, { item: 'FS1' }).alsoLeft).toEqual(['w13', 'w14']);
    const entered = enterReading(PUMP_CONTEXT, early.state, { text: '24.4', method: 'live-at-the-switch' });
    if (entered.outcome !== 'event') throw new Error(entered.outcome);
    early.log(entered.body);
    expect(evidenceFor(PUMP_CONTEXT, early.state, { item: 'FS1' }).alsoLeft).toEqual([]);
  });
});
