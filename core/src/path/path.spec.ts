import { endsOf } from '../reference';
import { BENCH_CONTEXT } from '../testing/traps';
import { BURNER_CONTEXT } from '../testing/burner';
import { DEMO_MODEL } from '../testing/demo';
import type { UnitModelDocument } from '../unit-model';
import {
  breakWords,
  chainOf,
  chainsOf,
  halfSplit,
  lintPaths,
  locate,
  namesOf,
  patternWords,
  voltsShow,
  type Chain,
  type ChainReading,
} from './index';

const plain = (words: string): string => words.replace(/\u00A0/g, ' ');

function chain(id: string, options = {}): Chain {
  const found = chainsOf(DEMO_MODEL, options).find(({ path }) => path.id === id);
  if (!found) throw new Error(`no chain ${id}`);
  return found;
}

/** What a meter shows between two points of a chain that is open at one link. */
function simulated(chain: Chain, broken: number, from: string, to: string): ChainReading {
  const [a, b] = [chain.points.indexOf(from), chain.points.indexOf(to)];
  const volts = a <= broken && broken < b ? chain.nominal : 0;
  return { from: a, to: b, ends: endsOf(volts), volts, event: `${from}-${to}` };
}

describe('a chain', () => {
  it('is found along the wiring list, wire by wire', () => {
    const found = chain('mist-chain').links.map(({ element }) => element);
    expect(found.join(' ')).toBe(
      'w11 F1 w12 CB:mist-output w13 FS1 w14 CB:link-4-5 w15 PS1 w16 CB:link-6-7 w17 DM1 w18 K1 w19',
    );
  });

  it('passes over an optional device this unit lacks', () => {
    const without = chain('mist-chain', { PS1: false });
    expect(namesOf(without, locate(without, []).links, 'parts')).not.toContain('PS1');
    const whole = chain('mist-chain');
    expect(namesOf(whole, locate(whole, []).links, 'parts')).toContain('PS1');
  });

  it('runs through the control that makes the call and from board to board', () => {
    const found = chain('call-chain').links.flatMap(({ element, kind }) => (kind === 'wire' ? [] : [element]));
    expect(found).toEqual(['HC', 'LB:pass-on', 'CB:call-input']);
  });

  it('runs through a load to the other leg', () => {
    const mat = chainsOf(BENCH_CONTEXT.model).find(({ path }) => path.id === 'mat-1');
    expect(mat?.links.flatMap(({ element, kind }) => (kind === 'wire' ? [] : [element]))).toEqual([
      'F1',
      'HB:leg-1a',
      'ST1',
      'H1',
      'HB:leg-1b',
    ]);
  });

  it('is not there where no wire leads on', () => {
    const cut: UnitModelDocument = { ...DEMO_MODEL, wires: DEMO_MODEL.wires.filter(({ id }) => id !== 'w13') };
    const path = DEMO_MODEL.paths?.[0];
    expect(path && chainOf(cut, path)).toBeUndefined();
    expect(lintPaths(cut).map(({ message }) => message)[0]).toContain('No way along the wires leads from CB.X1.1');
    expect(lintPaths(DEMO_MODEL)).toEqual([]);
  });
});

describe('the place where the voltage stops', () => {
  const CHAINS = [DEMO_MODEL, BENCH_CONTEXT.model, BURNER_CONTEXT.model].flatMap((model) =>
    chainsOf(model).map((each) => ({ model, each })),
  );

  it('is never lost: whatever is read, the broken link stays among what is left', () => {
    for (const { each } of CHAINS) {
      each.links.forEach((_link, broken) => {
        const readings: ChainReading[] = [];
        each.points.forEach((from, index) => {
          for (const to of each.points.slice(index + 1)) {
            readings.push(simulated(each, broken, from, to));
            expect(locate(each, readings).links).toContain(broken);
          }
        });
        expect(locate(each, readings).links).toEqual([broken]);
      });
    }
  });

  it('is halved in no more readings than halving takes, for every link of every chain', () => {
    for (const { each } of CHAINS) {
      each.links.forEach((_link, broken) => {
        const readings: ChainReading[] = [];
        const last = each.points.at(-1) ?? '';
        let unread = each.points;
        for (;;) {
          const place = locate(each, readings);
          const point = halfSplit(each, place, unread);
          if (point === undefined) break;
          unread = unread.filter((address) => address !== point);
          readings.push(simulated(each, broken, point, last));
        }
        expect(locate(each, readings).links).withContext(`${each.path.id} ${broken}`).toEqual([broken]);
        // Wires weigh half, so a chain of as many wires as parts may take two readings more than an even one.
        expect(readings.length).toBeLessThanOrEqual(Math.ceil(Math.log2(each.links.length + 1)) + 2);
      });
    }
  });

  it('claims no more than the readings do', () => {
    const mist = chain('mist-chain');
    const at = (from: string, to: string, volts: number): ChainReading => ({
      from: mist.points.indexOf(from),
      to: mist.points.indexOf(to),
      ends: endsOf(volts),
      volts,
      event: from,
    });
    const said = (...readings: readonly ChainReading[]): string =>
      plain(breakWords(DEMO_MODEL, mist, locate(mist, readings)));
    expect(said()).toBe('Nothing read yet.');
    expect(said(at('CB.X1.3', 'CB.X1.8', 26.9), at('CB.X1.4', 'CB.X1.8', 0.02))).toBe(
      'It stops between X1·3 and X1·4: Float switch FS1 or wires (red, orange).',
    );
    expect(said(at('CB.X1.3', 'CB.X1.4', 26.9))).toBe(
      'It stops between X1·3 and X1·4: Float switch FS1 or wires (red, orange).',
    );
    // Nothing across is closed or dead: it leaves everything else, and the feed.
    expect(said(at('CB.X1.3', 'CB.X1.4', 0.02))).toContain('or nothing is fed in');
    expect(said(at('K1.A1', 'K1.A2', 26.1))).toBe(
      'The voltage stands between K1·A1 and K1·A2, at Pump contactor K1: everything before it conducts.',
    );
    expect(said(at('CB.X1.1', 'CB.X1.8', 0.1))).toBe(
      'Nothing at X1·1: nothing is fed in, or a short behind it pulls it down. Of what lies behind it nothing is shown.',
    );
    expect(said(at('CB.X1.6', 'CB.X1.8', 0.1), at('CB.X1.7', 'CB.X1.8', 26))).toContain('No single fault explains');
    // Part of the voltage: between two points one joint or the load, at the first already the feed or the load.
    expect(said(at('CB.X1.1', 'CB.X1.8', 26), at('CB.X1.2', 'CB.X1.8', 14), at('K1.A1', 'K1.A2', 13.8))).toBe(
      'Part of the voltage is lost between X1·1 and X1·2: Control fuse F1 or wires (brown, red) conducts poorly, or Pump contactor K1 takes too much.',
    );
    expect(said(at('CB.X1.1', 'CB.X1.8', 14), at('K1.A1', 'K1.A2', 13.8))).toBe(
      'Too little at X1·1 already: the supply is weak, or Pump contactor K1 takes too much.',
    );
    expect(said(at('CB.X1.1', 'CB.X1.8', 26), at('CB.X1.3', 'CB.X1.8', 19), at('K1.A1', 'K1.A2', 9))).toContain(
      'The voltage falls at more than one place',
    );
  });

  it('is told by the names of what is left', () => {
    const told = (pattern: string): string => patternWords(DEMO_MODEL, pattern);
    expect(told('FS1+wires')).toBe('at Float switch FS1 or wires');
    expect(told('K1')).toBe('at Pump contactor K1');
    expect(told('wires')).toBe('at wires');
    expect(told('w13')).toBe('at Wire X1·3 to FS1·1');
    expect(told('weak-feed')).toBe('too little fed in');
    expect(told('one-leg-lost')).toBe('one leg lost');
  });

  it('takes a part of the voltage for neither alive nor dead', () => {
    const mist = chain('mist-chain');
    expect([27, 20, 17, 16, 8, 2.4, 1.2, 0].map((volts) => voltsShow(mist, endsOf(volts)))).toEqual([
      'alive',
      'alive',
      'alive',
      'unclear',
      'unclear',
      'dead',
      'dead',
      'dead',
    ]);
  });
});
