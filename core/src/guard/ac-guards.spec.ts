import fc from 'fast-check';
import { DEMO_CONTEXT, HAND_METER, VisitDriver } from '../testing/demo';
import { FAN_CONTEXT } from '../testing/traps';
import type { Meter } from '../meter';
import { enterFreeReading, VisitContext, type EventOf } from '../visit';
import { guardsOfReading } from '.';

/** The hand meter, true-RMS or not, its lowest AC range so many volts. */
function meter(trueRms: boolean, lowest = 6): Meter {
  const functions = new Map(HAND_METER.functions);
  const ac = functions.get('ac-voltage');
  if (!ac) throw new Error('the hand meter reads AC volts');
  functions.set('ac-voltage', { ...ac, trueRms, ranges: ac.ranges.filter(({ upTo }) => upTo >= lowest) });
  return { ...HAND_METER, functions };
}

function guardsOf(
  context: VisitContext,
  by: Meter,
  reading: { from: string; to: string; text: string; expects: string },
) {
  const own = new VisitContext({ ...context, meters: { [by.id]: by } });
  const driver = new VisitDriver(own);
  driver.log({ type: 'visit-opened', unit: 'u', complaint: 'c', meter: by.id });
  const entered = enterFreeReading(own, driver.state, { function: 'ac-voltage', ...reading });
  if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
  const event = driver.log(entered.body) as EventOf<'reading-taken'>;
  return guardsOfReading(own, driver.state, event).map(({ id }) => id);
}

describe('AC and the meter that reads it', () => {
  it('is doubted from a meter that averages behind an inverter, and nowhere else', () => {
    const read = (by: Meter, from: string, to: string) =>
      guardsOf(FAN_CONTEXT, by, { from, to, text: '180', expects: '230 V ±10 %' });
    expect(read(meter(false), 'IV.X3.1', 'IV.X3.2')).toContain('averaging-meter');
    expect(read(meter(true), 'IV.X3.1', 'IV.X3.2')).not.toContain('averaging-meter');
    expect(read(meter(false), 'Q1.2', 'Q1.4')).not.toContain('averaging-meter');
  });

  it('is doubted where it is next to nothing of the lowest range, and as little as that is to be there', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4000 }), fc.constantFrom(6, 60, 600), (hundredths, lowest) => {
        const volts = hundredths / 100;
        const asked = { from: 'CB.X1.1', to: 'CB.X1.8', text: `${volts}` };
        const present = guardsOf(DEMO_CONTEXT, meter(true, lowest), { ...asked, expects: '24 V ±15 %' });
        // 20.4 V is the least there should be: three volts of a 60 V range are far from it, thirty of a 600 V range are not.
        const least = 0.05 * lowest;
        expect(present.includes('below-ac-range')).toBe(volts > 0 && volts < least && least > 20.4);
        const gone = guardsOf(DEMO_CONTEXT, meter(true, lowest), { ...asked, expects: 'absent 24 V' });
        expect(gone).not.toContain('below-ac-range');
      }),
      { numRuns: 60 },
    );
  });
});
