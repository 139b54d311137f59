import fc from 'fast-check';
import { VisitDriver } from '../../testing/demo';
import { eventWords } from '../kinds';
import { enterReading } from '../reading';
import type { EventBody, EventOf } from '../record';
import { isDeniedByFigure } from './said-and-shown';

/** What a whole proof types, in order: the meter, every pair AC and DC, the meter. */
const WHOLE = ['231', '9.1', ...Array.from({ length: 12 }, () => '0.1'), '230', '-9.1'];

const isDead = ({ state }: VisitDriver): boolean =>
  Object.values(state.conditions.supplies ?? {}).includes('proven-dead');

/** A whole proof with one of its events told otherwise, as a list, another version or another program may send it. */
function proofWith(index: number, told: (body: EventBody) => EventBody): VisitDriver {
  const visit = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
  WHOLE.forEach((text, at) => {
    const entered = enterReading(visit.context, visit.state, { text });
    if (entered.outcome === 'event') visit.log(at === index ? told(entered.body) : entered.body);
  });
  return visit;
}

const volts = (value: number) => ({ kind: 'value', quantity: { value, unit: 'V', exponent: -1 } }) as const;

const asReading = (body: EventBody, change: Partial<EventOf<'reading-taken'>>): EventBody =>
  body.type === 'reading-taken' ? { ...body, ...change } : body;
const asCheck = (body: EventBody, change: Partial<EventOf<'meter-proven'>>): EventBody =>
  body.type === 'meter-proven' ? { ...body, ...change } : body;

const CHECKS = [0, 1, WHOLE.length - 2, WHOLE.length - 1];
const PAIRS = WHOLE.map((_, index) => index).filter((index) => !CHECKS.includes(index));
const anyPair = fc.constantFrom(...PAIRS);
const anyCheck = fc.constantFrom(...CHECKS);

describe('what is said of a reading, beside what it shows', () => {
  it('is heard where both agree', () => {
    expect(isDead(proofWith(-1, (body) => body))).toBeTrue();
  });

  it('proves no pair dead whose figure is live, whatever is said of it and by which rules', () => {
    fc.assert(
      fc.property(
        anyPair,
        fc.double({ min: 65, max: 1000, noNaN: true }),
        fc.boolean(),
        fc.constantFrom(1, 6, 99),
        (index, size, isTurned, rulesVersion) => {
          const value = Math.round(isTurned ? -size : size);
          const visit = proofWith(index, (body) =>
            body.type === 'reading-taken'
              ? { ...body, reading: volts(value), judgement: { ...body.judgement, verdict: 'within', rulesVersion } }
              : body,
          );
          expect(isDead(visit)).withContext(`${value} V at ${index}`).toBeFalse();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('proves no pair dead by a figure that is no voltage of that pair', () => {
    fc.assert(
      fc.property(
        anyPair,
        fc.constantFrom<Partial<EventOf<'reading-taken'>>>(
          { function: 'resistance' },
          { function: 'ac-current' },
          { from: 'FS1.1' },
          { to: 'FS1.2' },
          { from: 'FS1.1', to: 'FS1.1' },
          { reading: { kind: 'over-range' } },
          { reading: { kind: 'never' } },
          { reading: { kind: 'list', members: [volts(0.1), volts(0.1)] } },
        ),
        (index, change) => {
          expect(isDead(proofWith(index, (body) => asReading(body, change)))).toBeFalse();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('takes a pair read with the probes turned, which is the same pair', () => {
    for (const index of PAIRS) {
      const visit = proofWith(index, (body) =>
        body.type === 'reading-taken' ? { ...body, from: body.to, to: body.from } : body,
      );
      expect(isDead(visit)).withContext(`pair ${index}`).toBeTrue();
    }
  });

  it('shows no meter alive by a figure that is nothing, and none by no figure at all', () => {
    fc.assert(
      fc.property(anyCheck, fc.double({ min: -1, max: 1, noNaN: true }), (index, value) => {
        const shown = volts(Math.round(value * 10) / 10);
        expect(isDead(proofWith(index, (body) => asCheck(body, { reading: shown, shows: 'live' })))).toBeFalse();
      }),
      { numRuns: 40 },
    );
    for (const index of CHECKS) {
      const visit = proofWith(index, (body) => asCheck(body, { reading: { kind: 'over-range' }, shows: 'live' }));
      expect(isDead(visit)).withContext(`check ${index}`).toBeFalse();
    }
  });

  it('counts a pair without a figure only where it says that it is hearsay', () => {
    for (const index of PAIRS) {
      const without = (grade: 'measured' | 'assumed' | 'reported') =>
        proofWith(index, (body) => {
          if (body.type !== 'reading-taken') return body;
          const { reading: _reading, ...rest } = body;
          return { ...rest, grade };
        });
      expect(isDead(without('measured')))
        .withContext(`measured ${index}`)
        .toBeFalse();
      expect(isDead(without('assumed')))
        .withContext(`assumed ${index}`)
        .toBeFalse();
    }
  });
});

describe('a verdict that its own figure denies', () => {
  it('is told from every verdict this product gives', () => {
    const text = fc.oneof(
      fc.double({ min: -300, max: 300, noNaN: true }).map((value) => value.toFixed(1)),
      fc.constantFrom('OL', '0', '24', '230', '0.1'),
    );
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 12 }), (texts) => {
        const visit = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
        for (const each of texts) {
          const entered = enterReading(visit.context, visit.state, { text: each });
          if (entered.outcome === 'event') visit.log(entered.body);
        }
        for (const { event } of visit.state.trail)
          if (event.type === 'reading-taken') expect(isDeniedByFigure(event)).withContext(event.text).toBeFalse();
      }),
      { numRuns: 60 },
    );
  });

  it('is said in the log', () => {
    const visit = proofWith(3, (body) => asReading(body, { reading: volts(230) }));
    const line = visit.state.trail.find(({ event }) => event.type === 'reading-taken' && isDeniedByFigure(event));
    expect(line && eventWords(visit.context, visit.state, line).more).toContain(
      'The record says within, and the figure itself lies outside: it proves nothing',
    );
  });
});
