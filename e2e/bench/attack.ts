import { judgeSupply, readMeter, type MeterDocument } from '@juxtameter/core';
import { attack } from '../../core/src/testing/attack';
import { size } from '../../core/src/testing/nodal';
import {
  machineOf,
  open,
  readSupply,
  SYSTEMS,
  terminalsOf,
  type SupplyFault,
  type SystemSketch,
} from '../../core/src/testing/supplies';
import { seeded } from '../../core/src/testing/tapping-hand';
import handMeter from '../../demo/data/meters/hand-6000.json';
import pocketMeter from '../../demo/data/meters/pocket-2000.json';
import type { Benchmark, Row } from './row';

const CASES = 100_000;
const SUPPLIES = 1000;
/** Volts to the earth of the source that hurt (IEC 61010-1, from memory). */
const HAZARDOUS = 50;
/** Ohms. */
const LAMP = 1e5;

/** Readings and supplies made of physics, attacked at random: how many words the physics denies. */
export const attackJudgements: Benchmark = () => {
  const random = seeded(2026);
  const meters = [handMeter, pocketMeter].map((each) => readMeter(each as unknown as MeterDocument));
  const { said, denied } = attack(CASES, meters, random);
  const spread = Object.entries(said)
    .sort(([, one], [, other]) => other - one)
    .map(([word, count]) => `${word} ${count.toLocaleString('en-GB')}`);
  const rows: readonly Row[] = [
    {
      what: `words about a reading that its own physics denies, ${CASES.toLocaleString('en-GB')} cases (probes turned, meters, prefixes, leads)`,
      figure: `${denied.length} (${spread.join(', ')})${denied
        .slice(0, 5)
        .map((words) => `; ${words}`)
        .join('')}`,
      budget: '0',
      isMet: denied.length === 0,
      numbers: { denied: denied.length },
    },
    supplyRow(random),
  ];
  return Promise.resolve(rows);
};

function supplyRow(random: () => number): Row {
  const systems = Object.values(SYSTEMS);
  let [wrong, good, nothing] = [0, 0, 0];
  for (let count = 0; count < SUPPLIES; count += 1) {
    const system = systems[count % systems.length];
    if (!system) continue;
    const fault = someFault([...Object.keys(system.source)], random);
    const facts = { readings: shuffled(readSupply(system, fault), random), isUnloaded: false, isEarthProven: true };
    const { pattern } = judgeSupply(machineOf(system.supply), 's', facts);
    const names = Object.keys(system.source);
    if (pattern === 'good') {
      good += 1;
      if (standsAt(system, fault, 'E', 'source.E') > HAZARDOUS) wrong += 1;
    }
    if (pattern === 'no-supply') {
      nothing += 1;
      if (names.some((name) => standsAt(system, fault, name, 'E') > HAZARDOUS)) wrong += 1;
    }
  }
  return {
    what: `supplies said to be good or gone that their own physics denies, ${SUPPLIES.toLocaleString('en-GB')} with conductors lost, crossed, loaded, pairs in any order`,
    figure: `${wrong} (good ${good}, gone ${nothing})`,
    budget: '0',
    isMet: wrong === 0,
    numbers: { wrong },
  };
}

/** Volts from one point to another with a lamp's worth of load between them: what is stiff stays, what floats is gone. */
function standsAt(system: SystemSketch, fault: SupplyFault, at: string, to: string): number {
  const volts = terminalsOf(system, { ...fault, across: [...(fault.across ?? []), [at, to, LAMP]] });
  const [a, b] = [volts.get(at), volts.get(to)];
  return size({ re: (a?.re ?? 0) - (b?.re ?? 0), im: (a?.im ?? 0) - (b?.im ?? 0) });
}

function someFault(names: readonly string[], random: () => number): SupplyFault {
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)] as Item;
  const nodes = [...names, 'E'];
  const ohms = (): number => (random() < 0.4 ? open : 10 ** (9 * random()));
  const lost = nodes.filter(() => random() < 0.25);
  const crossed = random() < 0.2 ? { [pick(names)]: pick(nodes) } : {};
  const loads = Array.from({ length: Math.floor(random() * 3) }, (): readonly [string, string, number] => [
    pick(names),
    pick(nodes),
    10 ** (0.5 + 4 * random()),
  ]).filter(([from, to]) => from !== to);
  return {
    level: 0.8 + 0.4 * random(),
    series: Object.fromEntries(lost.map((each) => [each, ohms()])),
    places: crossed,
    across: loads,
  };
}

function shuffled<Item>(items: readonly Item[], random: () => number): readonly Item[] {
  return items
    .map((item) => ({ item, at: random() }))
    .sort((one, other) => one.at - other.at)
    .map(({ item }) => item);
}
