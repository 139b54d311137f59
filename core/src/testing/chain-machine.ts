import { linksOf, nodesOf, type Chain, type ChainReading } from '../path';
import { size, solveNodes, type Branch } from './nodal';

/** What is wrong with a machine that a chain is read on: a link open, poor, or a load or a feed that is not as it should be. */
export type ChainFault =
  | { readonly kind: 'none' | 'dead-feed' }
  | { readonly kind: 'weak-feed'; readonly part: number }
  | { readonly kind: 'open'; readonly link: number }
  /** Ohms besides, as many times the load's. */
  | { readonly kind: 'joint'; readonly link: number; readonly times: number }
  /** Part of the load's ohms that is left. */
  | { readonly kind: 'short'; readonly part: number };

export interface MachineOptions {
  /** Contacts that rest open, by index of their link. */
  readonly resting?: ReadonlySet<number>;
  /** Ohms of the load and of the source. */
  readonly load?: number;
  readonly source?: number;
}

const METER_OHMS = 10e6;

/**
 * Volts between nodes of a chain by the laws of its wires: an oracle that knows no hypotheses. Wires have hundredths of
 * an ohm, contacts and fuses tenths, an open link a hundred megohms, the meter ten.
 */
export function chainMachine(chain: Chain, fault: ChainFault, options: MachineOptions = {}) {
  const { resting = new Set<number>(), load = 40, source = 0.4 } = options;
  const nodes = nodesOf(chain);
  const feed = chain.nominal * (fault.kind === 'dead-feed' ? 0 : fault.kind === 'weak-feed' ? fault.part : 1.02);
  const ohmsOf = (index: number): number => {
    const link = linksOf(chain)[index];
    const isOpen = resting.has(index) || (fault.kind === 'open' && fault.link === index);
    if (isOpen && link?.isAbsent !== true) return 1e8;
    const added = fault.kind === 'joint' && fault.link === index ? fault.times * load : 0;
    if (link?.kind === 'load') return fault.kind === 'short' ? fault.part * load : load;
    return (link?.kind === 'series' ? 0.1 : 0.02) + added;
  };
  const branches: Branch[] = [
    { from: 'source', to: nodes[0] ?? '', siemens: { re: 1 / source, im: 0 } },
    ...linksOf(chain).map(({ from, to }, index) => ({ from, to, siemens: { re: 1 / ohmsOf(index), im: 0 } })),
  ];
  const held = new Map([
    ['source', { re: feed, im: 0 }],
    [chain.points.at(-1) ?? '', { re: 0, im: 0 }],
  ]);
  const volts = (from: number, to: number): number => {
    const ends = [nodes[from] ?? '', nodes[to] ?? ''] as const;
    const solved = solveNodes(held, [
      ...branches,
      { from: ends[0], to: ends[1], siemens: { re: 1 / METER_OHMS, im: 0 } },
    ]);
    const [a, b] = ends.map((each) => solved.get(each) ?? { re: 0, im: 0 });
    return a && b ? size({ re: a.re - b.re, im: a.im - b.im }) : 0;
  };
  /** As a meter of half a per cent and two counts shows it. */
  const read = (from: number, to: number): ChainReading => {
    const shown = Math.round(volts(from, to) * 100) / 100;
    const off = 0.005 * shown + 0.02;
    return { from, to, volts: shown, ends: { low: shown - off, high: shown + off }, event: `${from}-${to}` };
  };
  return { volts, read };
}
