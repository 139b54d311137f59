import { resolveExpectation } from '../../expectation';
import { compileProcedure, conditionsDuring, type Conditions, type MeasuringMethod } from '../../procedure';
import { parseReading } from '../../quantity';
import { SHIPPED_CHARTS, SHIPPED_GENERALS } from '../../testing/shipped';
import { Wiring, type UnitModelDocument } from '../../unit-model';
import { judge } from '../../verdict';
import { readMachine, type MachineReading } from './read-machine';

const COMPUTED: ReadonlySet<string> = new Set(['ac-voltage', 'dc-voltage', 'resistance']);

/** What a chart's reading asks for; ohms are read on a dead machine. What it leaves open is left open. */
function saidOf({ supplies }: UnitModelDocument, { function: measured, requires }: MeasuringMethod): Conditions {
  const dead = Object.fromEntries(supplies.map(({ id }) => [id, 'proven-dead' as const]));
  return measured === 'resistance' ? { ...requires, supplies: { ...dead, ...requires?.supplies } } : (requires ?? {});
}

/** Whether a chart's own expectation takes what the circuit reads; undefined where it needs more than the circuit knows. */
function verdictOf(
  reading: Extract<MachineReading, { readonly value: number }>,
  way: MeasuringMethod,
): string | undefined {
  if (!way.expect || !way.function) return undefined;
  try {
    const text = Number.isFinite(reading.value) ? `${reading.value.toFixed(3)} ${reading.unit}` : 'OL';
    const parsed = parseReading(text, { function: way.function });
    if (parsed.outcome !== 'reading') return `${text} is no reading`;
    const expectation = resolveExpectation(way.expect, way.function, {});
    return judge({ reading: parsed.reading, function: way.function, expectation, leads: { zero: 0 } }).verdict;
  } catch {
    return undefined;
  }
}

describe('what the charts of the demo expect', () => {
  it('is what the circuit of a healthy machine reads, wherever it can be computed', () => {
    const told: string[] = [];
    let agreeing = 0;
    for (const { chart, model } of SHIPPED_CHARTS) {
      const wiring = new Wiring(model);
      for (const [id, step] of Object.entries(compileProcedure(chart, model, SHIPPED_GENERALS).steps)) {
        if (step.kind !== 'measurement') continue;
        const { measure } = step;
        const ways: readonly MeasuringMethod[] = [
          measure,
          ...Object.values(measure.methods ?? {}).map((each) => ({ ...measure, ...each })),
          ...(measure.set ?? []).map((each) => ({ ...measure, ...each })),
        ];
        for (const way of ways) {
          const { from, to, function: measured } = way;
          if (from === undefined || to === undefined || measured === undefined || !COMPUTED.has(measured)) continue;
          const reading = readMachine({
            wiring,
            from,
            to,
            function: measured,
            conditions: conditionsDuring(step, saidOf(model, way)),
            isSpreadWanted: false,
          });
          if ('cannotCompute' in reading) continue;
          const verdict = verdictOf(reading, way);
          if (verdict === undefined || verdict === 'unjudged') continue;
          if (verdict === 'within') agreeing += 1;
          else told.push(`${chart.id}, ${id}: ${from} to ${to} reads ${reading.value} ${reading.unit}, ${verdict}`);
        }
      }
    }
    expect(told).toEqual([]);
    expect(agreeing).toBeGreaterThan(40);
  });
});
