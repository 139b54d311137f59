import { VisitDriver } from '../../../../../core/src/testing/demo';
import { chainImplied } from './chain-implied';

/** Along the demo chain until `points` of it are read: the transformer, after the fuse, the output, behind the switch. */
function readTo(points: number): VisitDriver {
  const visit = new VisitDriver().toFuse();
  for (const text of ['0.3', '9.0']) visit.read(text);
  visit.act();
  for (const text of ['27.1', '27.0', '26.9', '0.02'].slice(0, points)) visit.read(text);
  return visit;
}

const impliedAt = ({ context, state }: VisitDriver) => chainImplied(context, state);

describe('what follows from a chain for terminals nobody read', () => {
  it('is nothing before anything was read along it', () => {
    expect(impliedAt(readTo(0)).size).toBe(0);
  });

  it('is alive before what reads the whole, and no voltage behind what reads none', () => {
    const implied = impliedAt(readTo(4));
    expect(implied.get('F1.1')).toBe('alive');
    expect(implied.get('K1.A1')).toBe('dead');
    // What was read is not said to follow.
    expect(implied.has('CB.X1.6')).toBeFalse();
  });

  it('never says of a terminal what a later reading denies: readings only add or keep', () => {
    for (let points = 1; points < 4; points += 1) {
      const [fewer, more] = [impliedAt(readTo(points)), impliedAt(readTo(points + 1))];
      for (const [point, state] of fewer) if (more.has(point)) expect(more.get(point)).withContext(point).toBe(state);
    }
  });

  it('ends with the call and with the supply: what followed then follows no more', () => {
    for (const body of [
      { type: 'call-changed', call: 'mist', state: 'off' },
      { type: 'supply-changed', supply: 'control', state: 'off' },
      { type: 'supply-changed', supply: 'mains', state: 'locked' },
    ] as const) {
      const visit = readTo(4);
      visit.log(body);
      expect(impliedAt(visit).size).withContext(body.type).toBe(0);
    }
  });
});
