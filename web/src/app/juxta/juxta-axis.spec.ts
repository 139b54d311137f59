import fc from 'fast-check';
import { juxtaAxis, type JuxtaInput } from './juxta-axis';

const WIDTH = 600;
const volts = (input: Omit<JuxtaInput, 'unit'>): JuxtaInput => ({ unit: 'V', floor: 0, ...input });

describe('the juxta axis', () => {
  it('keeps slot and mark on one axis when they are near, so that a near miss is seen', () => {
    const axis = juxtaAxis(volts({ low: 20.4, high: 28.8, value: 19.9, interval: { low: 19.7, high: 20.1 } }), WIDTH);
    expect(axis.breakAt).toBeUndefined();
    expect(axis.mark).toBeLessThan(axis.slot?.x0 ?? 0);
    expect(axis.thread).toEqual({ x0: axis.mark ?? 0, x1: axis.slot?.x0 ?? 0 });
  });

  it('breaks the axis visibly when they are far apart', () => {
    const axis = juxtaAxis(volts({ low: 0, high: 0.5, value: 26.9, interval: { low: 26.4, high: 27.4 } }), WIDTH);
    expect(axis.segments.length).toBe(2);
    expect(axis.breakAt).toBeGreaterThan(axis.slot?.x1 ?? WIDTH);
    expect(axis.mark).toBeGreaterThan(axis.breakAt ?? WIDTH);
  });

  it('shows 0.7 V beside 0.5 V as well as 26.9 V beside it', () => {
    const near = juxtaAxis(volts({ low: 0, high: 0.5, value: 0.7 }), WIDTH);
    expect(near.breakAt).toBeUndefined();
    expect((near.mark ?? 0) - (near.slot?.x1 ?? 0)).toBeGreaterThan(20);
  });

  it('puts over range at the far end', () => {
    const axis = juxtaAxis({ unit: 'Ω', floor: 0, low: 6.4, high: 9.6, interval: {} }, WIDTH);
    expect(axis.mark).toBe(WIDTH - 8);
    expect(axis.breakAt).toBeDefined();
  });

  it('draws a band that is open to one side, and a mark without any band', () => {
    expect(juxtaAxis(volts({ low: 19.2, value: 26.9 }), WIDTH).slot).toEqual(
      jasmine.objectContaining({ openRight: true }),
    );
    const lone = juxtaAxis(volts({ value: 12 }), WIDTH);
    expect(lone.slot).toBeUndefined();
    expect(lone.mark).toBeGreaterThan(0);
  });

  it('labels the ticks of a segment with one prefix', () => {
    const labels = juxtaAxis(volts({ low: 0, high: 1, value: 0.2 }), WIDTH).ticks.map((tick) => tick.label);
    expect(labels).toContain('0.5');
    expect(
      juxtaAxis({ unit: 'Ω', floor: 0, low: 1e6, high: 2e6 }, WIDTH).ticks.some((tick) => tick.label.endsWith('M')),
    ).toBeTrue();
  });

  it('draws every member of a set and a slot for every document', () => {
    const set = juxtaAxis({ unit: 'Ω', floor: 0, low: 12.1, high: 13.9, members: [13.2, 13.3, 12.4] }, WIDTH);
    expect(set.members?.length).toBe(3);
    expect(set.block).toEqual({ x0: set.members?.[2] ?? 0, x1: set.members?.[1] ?? 0 });
    const both = juxtaAxis(
      volts({
        low: 117.6,
        high: 129.5,
        value: 127.1,
        bands: [
          { name: 'label', low: 117.6, high: 122.4 },
          { name: 'manual', low: 124.5, high: 129.5 },
        ],
      }),
      WIDTH,
    );
    expect(both.slots?.map(({ name }) => name)).toEqual(['label', 'manual']);
    expect(both.slots?.[0]?.x1).toBeLessThan(both.slots?.[1]?.x0 ?? 0);
  });

  it('keeps what is far beyond an open end inside the slot', () => {
    const open = juxtaAxis({ unit: 'Ω', floor: 0, low: 100, interval: { low: 600 } }, WIDTH);
    expect(open.mark).toBeLessThan(open.slot?.x1 ?? 0);
    expect(open.mark).toBeGreaterThan(open.slot?.x0 ?? WIDTH);
    expect(open.breakAt).toBeUndefined();
  });

  it('keeps slot, mark and order whatever the numbers', () => {
    const number = fc.integer({ min: 0, max: 1e8 }).map((hundredths) => hundredths / 100);
    fc.assert(
      fc.property(number, number, number, number, (a, b, value, half) => {
        const [low, high] = a < b ? [a, b] : [b, a];
        fc.pre(high - low > high * 1e-4);
        const axis = juxtaAxis(
          volts({ low, high, value, interval: { low: Math.max(0, value - half), high: value + half } }),
          WIDTH,
        );
        const slot = axis.slot ?? { x0: 0, x1: 0 };
        const mark = axis.mark ?? 0;
        expect(mark).toBeGreaterThanOrEqual(-1);
        expect(mark).toBeLessThanOrEqual(WIDTH + 1);
        expect(slot.x1 - slot.x0).toBeGreaterThan(WIDTH * 0.05);
        if (axis.breakAt === undefined && high > low) {
          expect(slot.x1 - slot.x0).toBeGreaterThanOrEqual(WIDTH * 0.249);
          expect(slot.x1 - slot.x0).toBeLessThanOrEqual(WIDTH * 0.501);
        }
        if (value > high) expect(mark).toBeGreaterThanOrEqual(slot.x1 - 1e-6);
        if (value < low) expect(mark).toBeLessThanOrEqual(slot.x0 + 1e-6);
        if (value > low && value < high) {
          expect(mark).toBeGreaterThanOrEqual(slot.x0 - 1e-6);
          expect(mark).toBeLessThanOrEqual(slot.x1 + 1e-6);
        }
      }),
      { numRuns: 2000, seed: 12 },
    );
  });

  it('labels no tick over the next, on a phone, with a sign, and on either side of a break', () => {
    const number = fc.integer({ min: -1e6, max: 1e6 }).map((thousandths) => thousandths / 1000);
    fc.assert(
      fc.property(number, number, number, fc.constantFrom(340, 620, 1000), (a, b, value, width) => {
        fc.pre(Math.abs(a - b) > 1e-3);
        const axis = juxtaAxis({ unit: 'V', low: Math.min(a, b), high: Math.max(a, b), value }, width);
        axis.ticks.forEach((tick, index) => {
          const next = axis.ticks[index + 1];
          const isAcrossBreak = axis.breakAt !== undefined && next && tick.x < axis.breakAt && next.x > axis.breakAt;
          if (!next || isAcrossBreak || next.x <= tick.x) return;
          // On a phone a character of the figures is drawn 14.4 units wide.
          const needed = ((tick.label.length + next.label.length) / 2) * 14.4;
          expect(next.x - tick.x)
            .withContext(`${tick.label} and ${next.label}`)
            .toBeGreaterThanOrEqual(needed);
        });
      }),
    );
  });

  it('has a second value in the slot exactly where it is within the band, and on the right side of it', () => {
    const value = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(value, value, fc.double({ min: 0.5, max: 80, noNaN: true }), value, (low, first, size, also) => {
        const high = low + size;
        const offBy = (each: number): number => Math.max(low - each, each - high, 0);
        fc.pre(offBy(first) >= offBy(also));
        const { slot, also: at } = juxtaAxis({ low, high, unit: 'V', value: first, also }, 300);
        if (!slot || at === undefined) throw new Error('nothing is drawn');
        const edge = 0.01;
        if (also >= low && also <= high) expect(at >= slot.x0 - edge && at <= slot.x1 + edge).toBeTrue();
        else if (also > high) expect(at).toBeGreaterThanOrEqual(slot.x1 - edge);
        else expect(at).toBeLessThanOrEqual(slot.x0 + edge);
        expect(at >= 0 && at <= 300).toBeTrue();
      }),
    );
  });
});
