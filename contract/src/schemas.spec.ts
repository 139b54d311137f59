import Ajv, { type ValidateFunction } from 'ajv/dist/2020';
import fc from 'fast-check';
import handMeter from '../../demo/data/meters/hand-6000.json';
import insulationTester from '../../demo/data/meters/insul-500.json';
import burnerProcedure from '../../demo/data/procedures/burner-does-not-fire.json';
import procedure from '../../demo/data/procedures/pump-contactor-does-not-pull-in.json';
import sites from '../../demo/data/sites.json';
import burner from '../../demo/data/unit-models/co2-burner.json';
import vent from '../../demo/data/unit-models/roof-vent-drive.json';
import unitModel from '../../demo/data/unit-models/mist-pump-panel.json';
import burnerVisit from '../../demo/data/visits/co2-burner-1-board.json';
import ventVisit from '../../demo/data/visits/vent-east-after-motor.json';
import benchVisit from '../../demo/data/visits/heat-bench-1-traps.json';
import fanVisit from '../../demo/data/visits/fan-south-traps.json';
import benchProcedure from '../../demo/data/procedures/bench-stays-cold.json';
import boardProcedure from '../../demo/data/procedures/burner-new-board.json';
import chainProcedure from '../../demo/data/procedures/pump-chain-by-halves.json';
import matProcedure from '../../demo/data/procedures/bench-mat-by-halves.json';
import generalChain from '../../demo/data/procedures/general-class-2-chain.json';
import generalFan from '../../demo/data/procedures/general-fan-motor.json';
import generalSensor from '../../demo/data/procedures/general-platinum-sensor.json';
import generalSupply from '../../demo/data/procedures/general-supply-check.json';
import idleCoilVisit from '../../demo/data/visits/mist-line-4-idle-coil.json';
import lostCallVisit from '../../demo/data/visits/mist-line-4-lost-call.json';
import lostLegVisit from '../../demo/data/visits/heat-bench-2-lost-leg.json';
import newBoardVisit from '../../demo/data/visits/co2-burner-3-new-board.json';
import fanProcedure from '../../demo/data/procedures/fan-does-not-run.json';
import finished from '../../demo/data/visits/mist-line-1-finished.json';
import eventBatchSchema from '../../docs/schema/event-batch.schema.json';
import eventSchema from '../../docs/schema/event.schema.json';
import expectationSchema from '../../docs/schema/expectation.schema.json';
import importSchema from '../../docs/schema/import.schema.json';
import meterSchema from '../../docs/schema/meter.schema.json';
import partsSchema from '../../docs/schema/parts.schema.json';
import photosAskedSchema from '../../docs/schema/photos-asked.schema.json';
import spareBatchSchema from '../../docs/schema/spare-batch.schema.json';
import procedureSchema from '../../docs/schema/procedure.schema.json';
import sitesSchema from '../../docs/schema/sites.schema.json';
import startVisitSchema from '../../docs/schema/start-visit.schema.json';
import unitModelSchema from '../../docs/schema/unit-model.schema.json';
import visitSchema from '../../docs/schema/visit.schema.json';
import {
  contract,
  expectationContract,
  fieldTables,
  meterContract,
  procedureContract,
  siteFileContract,
  unitModelContract,
  PUBLISHED,
  REQUESTS,
  schemaUrn,
  visitContract,
  type Contract,
} from './check';
import { listOf, oneOf, says, shape, text } from './describe';
import { arbitraryOf, requiredFields } from './testing/arbitrary';

type Json = Record<string, unknown>;

/** A copy with one place changed; a value of undefined takes the key away. */
function changed(document: unknown, path: string, value: unknown): unknown {
  const copy = structuredClone(document);
  const keys = path.split('/');
  const last = keys.pop() ?? '';
  const parent = keys.reduce<Json>((at, key) => at[key] as Json, copy as Json);
  if (value === undefined) Reflect.deleteProperty(parent, last);
  else parent[last] = value;
  return copy;
}

const ajv = new Ajv({ strict: true, allErrors: false, allowUnionTypes: true });
for (const schema of [
  partsSchema,
  expectationSchema,
  meterSchema,
  unitModelSchema,
  procedureSchema,
  sitesSchema,
  eventSchema,
  visitSchema,
  startVisitSchema,
  eventBatchSchema,
  importSchema,
  photosAskedSchema,
  spareBatchSchema,
])
  ajv.addSchema(schema);

interface Case {
  readonly name: string;
  readonly contract: Contract<unknown>;
  readonly schema: object;
  readonly good: readonly unknown[];
  readonly bad: readonly unknown[];
}

const EXPECTATIONS_GOOD = [
  { kind: 'nominal', value: '24 V', plus: '20 %', minus: '15 %' },
  { kind: 'range', low: '4.5 V', high: '5.5 V' },
  { kind: 'limit', atMost: '2 Ω', relativeTo: 'leads' },
  { kind: 'state', is: 'closed', of: '24 V', source: 'common practice' },
  { kind: 'elapsed', event: 'fan off', bySetting: 'BC.S1', oneOf: ['60 s', '90 s'], tolerance: '10 %' },
  { kind: 'elapsed', atMost: '20 s' },
  { kind: 'unknown', finite: true },
  { kind: 'zero', of: '230 V' },
  { kind: 'rtd', at0C: '1000 Ω', class: 'B', temperature: { reading: 'ambient', guess: '5..35 °C' } },
  { kind: 'ntc', at25C: '10 kΩ', beta: 3950, tolerance: '1 °C', temperature: { value: '21 °C?' } },
  { kind: 'ntc', steinhartHart: { a: 1e-3, b: 2e-4, c: 8e-8 }, temperature: { reading: 'ambient' } },
  {
    kind: 'table',
    rows: [
      ['0 °C', '32.7 kΩ'],
      ['25 °C', '10 kΩ'],
    ],
    by: { reading: 'ambient' },
  },
  { kind: 'winding', value: '13 Ω', at: '20 °C', material: 'copper', temperature: { reading: 'motor' } },
  { kind: 'balanced', within: '5 %', absolute: { kind: 'range', low: '12 Ω', high: '14 Ω' } },
  { kind: 'relative', to: 'leads', tolerance: '0.5 Ω' },
  { kind: 'relative', to: { reading: 'sister' }, is: 'below', by: '50 %' },
  { kind: 'sum', readings: ['L1-N', 'L2-N'], tolerance: '5 %' },
  { kind: 'difference', readings: ['a', 'b'] },
  { kind: 'swing', low: '10 V', high: '70 V', atLeast: '20 V', over: '10 s' },
  { kind: 'sustained', is: { kind: 'state', is: 'present', of: '24 V' }, for: '15 min' },
  {
    kind: 'follows',
    stimulus: 'lid',
    before: { kind: 'state', is: 'open' },
    during: { kind: 'state', is: 'closed' },
    times: 3,
  },
  { kind: 'rating', power: '3.6 kW', at: '240 V', tolerance: '10 %' },
  { kind: 'perPosition', selector: 'SEL', positions: { '1': '1 kΩ', '2': '2.2 kΩ' } },
  {
    kind: 'documents',
    question: 'variant',
    sources: [
      { document: 'sheet', page: '4', variant: 'A', expect: { kind: 'nominal', value: '15 Ω' } },
      { document: 'label', expect: { kind: 'nominal', value: '13 Ω' } },
    ],
  },
];
const EXPECTATIONS_BAD = [
  {},
  { kind: 'guess' },
  { kind: 'nominal' },
  { kind: 'nominal', value: 24 },
  { kind: 'nominal', value: 'about right' },
  { kind: 'state', is: 'maybe' },
  { kind: 'range', low: '4.5 V' },
  { kind: 'elapsed', atMost: 20 },
  { kind: 'elapsed', atMost: '20 s', oneOf: '60 s' },
  { kind: 'unknown', finite: 'yes' },
  { kind: 'range', low: '1 V', high: '2 V', colour: 'red' },
  { kind: 'rtd', at0C: '1000 Ω' },
  { kind: 'rtd', at0C: '1000 Ω', class: 'C', temperature: { reading: 'ambient' } },
  { kind: 'table', rows: [['0 °C', '1 V']], by: { reading: 'ambient' } },
  { kind: 'balanced', absolute: { kind: 'guess' } },
  { kind: 'relative', to: 'sister' },
  { kind: 'sum', readings: ['one'] },
  { kind: 'sustained', for: '15 min' },
  { kind: 'follows', stimulus: 'lid', before: { kind: 'state', is: 'open' }, during: { kind: 'state', is: 'shut' } },
  { kind: 'perPosition', selector: 'SEL', positions: { '1': 'much' } },
  { kind: 'documents', question: 'variant', sources: [] },
  null,
  'nominal',
];

const step = (id: string, change: Json): unknown =>
  changed(procedure, `steps/${id}`, { ...(procedure.steps as unknown as Record<string, Json>)[id], ...change });

const MONITOR = '01a20cc0-ed60-7001-8000-000000000001';
const VOLT = (value: number): Json => ({ value, unit: 'V', exponent: 0 });
const SPAN = {
  kind: 'span',
  low: VOLT(238),
  high: VOLT(241),
  lasted: { value: 90, unit: 's', exponent: 0 },
  dropOuts: 2,
};
const JUDGING: readonly Json[] = [
  { type: 'meter-changed', meter: 'insul-500' },
  { type: 'condition-noted', group: 'leads', item: 'w3', state: 'FS1.1' },
  { type: 'source-chosen', question: 'motor-variant', choice: 'variant B', reason: 'plate' },
  { type: 'repair-done', items: ['K1'], text: 'contact cleaned' },
  { type: 'hazard-noted', kind: 'water', where: 'under the bench' },
  { type: 'monitor-started', function: 'ac-voltage', from: 'K1.A1', to: 'K1.A2', expects: '' },
  { type: 'monitor-sampled', monitor: MONITOR, text: '240', reading: { kind: 'value', quantity: VOLT(240) } },
  { type: 'monitor-sampled', monitor: MONITOR, text: '238..241 for 90 s, 2 out', reading: SPAN },
  { type: 'monitor-marked', monitor: MONITOR, mark: 'pressed', item: 'K1' },
  { type: 'monitor-ended', monitor: MONITOR },
];
const JUDGING_BAD: readonly Json[] = [
  { type: 'condition-noted', group: 'supplies', item: 'mains', state: 'proven-dead' },
  { type: 'source-chosen', question: 'motor-variant', choice: 'variant B' },
  { type: 'monitor-marked', monitor: MONITOR, mark: 'kicked' },
  { type: 'monitor-sampled', monitor: MONITOR, text: '240', reading: { ...SPAN, dropOuts: -1 } },
  { type: 'repair-done', items: 'K1', text: 'x' },
];

/** A visit of just these facts, each in the envelope of the first. */
function withEvents(...bodies: readonly Json[]): unknown {
  const { id, visit, device, deviceSeq, seenSeq, at, monotonic, by } = finished.events[0] as unknown as Json;
  const envelope = { id, visit, device, deviceSeq, seenSeq, at, monotonic, by };
  return changed(
    finished,
    'events',
    bodies.map((body) => ({ ...envelope, ...body })),
  );
}

const CASES: readonly Case[] = [
  {
    name: 'expectation',
    contract: expectationContract,
    schema: expectationSchema,
    good: EXPECTATIONS_GOOD,
    bad: EXPECTATIONS_BAD,
  },
  {
    name: 'unit model',
    contract: unitModelContract,
    schema: unitModelSchema,
    good: [unitModel, burner, vent, changed(unitModel, 'notes', undefined)],
    bad: [
      changed(unitModel, 'colour', 'red'),
      changed(unitModel, 'version', 2),
      changed(unitModel, 'name', undefined),
      changed(unitModel, 'id', 'has a space'),
      changed(unitModel, 'supplies/0/system', 'steam'),
      changed(unitModel, 'supplies/0/nominal', 'much'),
      changed(unitModel, 'devices/0/kind', 'flux-condenser'),
      changed(unitModel, 'devices/0/weight', '2 kg'),
      changed(unitModel, 'wires/0/from', 'a b'),
      changed(unitModel, 'wires/0/to', undefined),
      changed(unitModel, 'boards/0/connectors/0/pins/0/role', 'king'),
      changed(unitModel, 'facts', { 'tank-low': 'no' }),
      changed(unitModel, 'devices', {}),
      changed(unitModel, 'paths/0/load', undefined),
      changed(unitModel, 'boards/0/connectors/0/place', { row: 0, column: 1 }),
      changed(unitModel, 'boards/0/connectors/0/place', { row: 1, column: 1, wires: 'sideways' }),
      changed(burner, 'codes/0/sign', { kind: 'blinks', counts: [] }),
      changed(burner, 'codes/0/sign', { kind: 'blinks', counts: [99] }),
      changed(burner, 'codes/0/sign', { kind: 'smoke' }),
      changed(burner, 'codes/0/kind', 'odd'),
      changed(burner, 'sequences/0/stages/1/within', 'soon'),
      changed(burner, 'sequences/0/stages/1/tries', 0),
      changed(burner, 'sequences/0/stages/1/holdOff', '5 min'),
      changed(burner, 'sequences/0/stages', []),
      changed(burner, 'recipes/0/proof', undefined),
      changed(burner, 'recipes/0/steps/0/do', 'kick'),
      changed(burner, 'holdOffs/0/since', 'ever'),
      changed(burner, 'boards/0/settings/0/kind', 'lever'),
      null,
      [],
    ],
  },
  {
    name: 'procedure',
    contract: procedureContract,
    schema: procedureSchema,
    good: [
      procedure,
      burnerProcedure,
      benchProcedure,
      fanProcedure,
      step('look', { kind: 'observation' }),
      chainProcedure,
      boardProcedure,
      matProcedure,
      generalSupply,
      generalChain,
      generalSensor,
      generalFan,
      step('secondary', {
        measure: { function: 'ac-voltage', from: 'T1.S1', to: 'T1.S2', expect: { kind: 'computed', from: 'circuit' } },
      }),
    ],
    bad: [
      changed(procedure, 'start', undefined),
      changed(procedure, 'steps/odd', { kind: 'dance', text: 'x' }),
      changed(procedure, 'steps/isolate/next', undefined),
      changed(procedure, 'steps/isolate/next', 'has a space'),
      changed(procedure, 'steps/isolate/colour', 'red'),
      changed(procedure, 'steps/isolate/onlyWith', 'no id'),
      changed(procedure, 'steps/isolate/sets/supplies', { mains: 'asleep' }),
      changed(procedure, 'steps/secondary/measure/function', 'smell'),
      changed(procedure, 'steps/secondary/measure/expect', { kind: 'nominal' }),
      changed(procedure, 'steps/float-open/class', 'gremlin'),
      changed(procedure, 'steps/float-again/atMost', 0),
      changed(procedure, 'steps/float-jumper/bypass/why', undefined),
      changed(procedure, 'steps/look/answers', undefined),
      changed(procedure, 'steps', []),
      changed(chainProcedure, 'steps/halve/path', undefined),
      changed(chainProcedure, 'steps/halve/points', ['no point']),
      changed(chainProcedure, 'steps/jump-the-call/calls', []),
      changed(chainProcedure, 'steps/jump-the-call/places/0/jumpers/mist', ['a b', 'HC.2']),
      changed(chainProcedure, 'steps/control-supply/bind', undefined),
      changed(boardProcedure, 'steps/clear/board', undefined),
      changed(generalSupply, 'roles/supply/kind', 'person'),
      changed(generalSupply, 'results', { good: 1 }),
      changed(burnerProcedure, 'entries/0', { complaint: 'x', commanded: 'yes' }),
      changed(burnerProcedure, 'entries/0', { smell: 'x' }),
      changed(benchProcedure, 'steps/matrix/measure/set/0/id', 'no id'),
      changed(benchProcedure, 'steps/matrix/measure/set/0/colour', 'red'),
      changed(benchProcedure, 'steps/matrix/measure/patterns', { odd: ['L1-N'] }),
      changed(benchProcedure, 'steps/lamp/answers/lit', { go: 'across', caveat: 3 }),
      changed(benchProcedure, 'steps/sensor/measure/expect/temperature', { reading: 'no id' }),
    ],
  },
  {
    name: 'meter',
    contract: meterContract,
    schema: meterSchema,
    good: [handMeter, insulationTester],
    bad: [
      changed(handMeter, 'category', undefined),
      changed(handMeter, 'category', 'sturdy'),
      changed(insulationTester, 'insulationVoltages', ['much']),
      changed(handMeter, 'functions/0/function', 'smell'),
      changed(handMeter, 'functions/0/ranges', []),
      changed(handMeter, 'functions/0/ranges/0/accuracy/counts', '3'),
      changed(handMeter, 'x', 1),
    ],
  },
  {
    name: 'sites',
    contract: siteFileContract,
    schema: sitesSchema,
    good: [sites],
    bad: [
      changed(sites, 'format', 'other'),
      changed(sites, 'units/0/site', undefined),
      changed(sites, 'units/0/id', '__proto__'),
      changed(sites, 'sites/0/extra', 1),
      changed(sites, 'units/0/control', 'magic'),
      changed(sites, 'units/0/fitted', [{ part: 'x', at: 'long ago' }]),
      changed(sites, 'units/0/options', { X: 'maybe' }),
    ],
  },
  {
    name: 'visit',
    contract: visitContract,
    schema: visitSchema,
    good: [
      finished,
      burnerVisit,
      ventVisit,
      benchVisit,
      fanVisit,
      idleCoilVisit,
      lostCallVisit,
      lostLegVisit,
      newBoardVisit,
      withEvents(...JUDGING),
      changed(finished, 'events', []),
    ],
    bad: [
      ...JUDGING_BAD.map((body) => withEvents(body)),
      changed(finished, 'id', '00000000-0000-4000-8000-000000000000'),
      changed(finished, 'events/0/type', 'party-held'),
      changed(finished, 'events/0/deviceSeq', 0),
      changed(finished, 'events/0/at', 'yesterday'),
      changed(finished, 'events/1/ohms', -1),
      changed(finished, 'events/8/judgement', undefined),
      changed(finished, 'events/8/judgement/verdict', 'fine'),
      changed(finished, 'events/8/reading/quantity/unit', 'furlong'),
      changed(finished, 'pinned/unitModel/wires', undefined),
      changed(finished, 'pinned/procedures', undefined),
      changed(burnerVisit, 'events/1/topic', 'gossip'),
      changed(burnerVisit, 'events/1/temperatures', { outside: 'cold' }),
      changed(burnerVisit, 'events/2/stored', undefined),
      changed(burnerVisit, 'events/2/confidence', 2),
      changed(burnerVisit, 'events/2/sign', { kind: 'blinks' }),
      changed(burnerVisit, 'events/5/due', 'soon'),
      changed(ventVisit, 'events/1/priorWork', { result: 'fine' }),
      changed(ventVisit, 'events/3/isThere', undefined),
      changed(idleCoilVisit, 'events/3/colour', undefined),
      changed(lostCallVisit, 'events/7/works', 'perhaps'),
    ],
  },
];

for (const { name, contract: checks, schema, good, bad } of CASES) {
  describe(`the ${name} contract and its published schema`, () => {
    const published = ajv.getSchema((schema as { readonly $id: string }).$id) as ValidateFunction;

    it('accept the same documents', () => {
      for (const document of good) {
        const checked = checks.validate(document);
        expect(checked.ok ? [] : checked.problems)
          .withContext(JSON.stringify(document).slice(0, 200))
          .toEqual([]);
        expect(published(document)).withContext(JSON.stringify(published.errors)).toBeTrue();
      }
    });

    it('refuse the same documents', () => {
      bad.forEach((document, index) => {
        expect(checks.validate(document).ok).withContext(`contract, counter-example ${index}`).toBeFalse();
        expect(published(document)).withContext(`schema, counter-example ${index}`).toBeFalse();
      });
    });
  });
}

for (const { id, schema, title } of [...PUBLISHED, ...REQUESTS]) {
  describe(`any ${title.toLowerCase()} made of its description`, () => {
    const checked = contract(schema);
    const published = ajv.getSchema(schemaUrn(id)) as ValidateFunction;
    const both = (value: unknown): readonly [boolean, boolean] => [checked.validate(value).ok, published(value)];
    const runs = { numRuns: 60 };

    it('passes the check and the published schema', () => {
      fc.assert(
        fc.property(arbitraryOf(schema), (value) => {
          // How a visit may be begun is told by a rule besides its fields.
          const result = checked.validate(value);
          expect(result.ok ? [] : result.problems).toEqual([]);
          expect(published(value)).withContext(JSON.stringify(published.errors)).toBeTrue();
        }),
        runs,
      );
    });

    it('passes neither with a field too many, nor without one that has to be there', () => {
      fc.assert(
        fc.property(arbitraryOf(schema), fc.nat(), (value, index) => {
          expect(both({ ...(value as Json), 'made-up': 1 })).toEqual([false, false]);
          const required = requiredFields(schema);
          const lacking = required[index % Math.max(1, required.length)];
          if (lacking === undefined) return;
          expect(both({ ...(value as Json), [lacking]: undefined })[0]).toBeFalse();
          expect(published(changed(value, lacking, undefined))).toBeFalse();
        }),
        runs,
      );
    });
  });
}

interface Two {
  readonly needed: 'a' | 'b';
  readonly free?: readonly string[];
}

it('describes a type field by field, or does not compile', () => {
  const needed = says('One of two.', oneOf(['a', 'b']).required());
  const free = says('Some texts.', listOf(text().required()));
  const whole = contract<Two>(shape<Two>('Two', 'Two fields.')({ needed, free }));
  expect(whole.validate({ needed: 'a', free: ['x'] }).ok).toBeTrue();
  expect(whole.validate({ needed: 'c' }).ok).toBeFalse();
  // @ts-expect-error A field of the type is not in the check: the server would refuse what the page may log.
  shape<Two>('Two', '')({ needed });
  // @ts-expect-error A field of the check is not in the type.
  shape<Two>('Two', '')({ needed, free, more: free });
  // @ts-expect-error The check is narrower than the type.
  shape<Two>('Two', '')({ needed: says('', oneOf(['a']).required()), free });
  // @ts-expect-error The check is wider than the type.
  shape<Two>('Two', '')({ needed: says('', text().required()), free });
  // @ts-expect-error The check lets a field be missing that the type needs.
  shape<Two>('Two', '')({ needed: says('', oneOf(['a', 'b'])), free });
});

it('says of every field of every shape what it means', () => {
  const silent = [...fieldTables([...PUBLISHED, ...REQUESTS]).values()].flatMap((page) =>
    page.split('\n').filter((line) => /^\| `.*\|\s*\|$/.test(line)),
  );
  expect(silent).toEqual([]);
});

describe('a contract', () => {
  const problems = (contract: Contract<unknown>, value: unknown): string => {
    const checked = contract.validate(value);
    return checked.ok ? '' : checked.problems.map((each) => `${each.path}: ${each.message}`).join('\n');
  };

  it('names the path and shows what is accepted', () => {
    expect(problems(unitModelContract, changed(unitModel, 'supplies/0/nominal', '230 A'))).toBe(
      'supplies[0].nominal: "230 A": "A" is a unit of current, not of voltage. Accepted: 24 V, 120 mV',
    );
    expect(problems(procedureContract, changed(procedure, 'steps/secondary/measure/function', 'smell'))).toContain(
      'steps.secondary.measure.function: "smell" is not known; accepted: ac-voltage',
    );
    expect(problems(unitModelContract, changed(unitModel, 'colour', 'red'))).toContain(
      'has keys that are not part of the format: colour',
    );
  });

  it('lists every problem at once', () => {
    const twice = changed(changed(unitModel, 'name', undefined), 'wires/0/from', 'a b');
    expect(problems(unitModelContract, twice).split('\n').length).toBe(2);
  });

  it('refuses values that contain themselves or are nested without end', () => {
    const circle: Json = {};
    circle['self'] = circle;
    expect(problems(unitModelContract, circle)).toContain('contains itself');
  });

  it('refuses keys that would reach into prototypes', () => {
    expect(problems(unitModelContract, changed(unitModel, 'facts', JSON.parse('{"__proto__": true}')))).toContain(
      '"__proto__" is not an id',
    );
    expect(problems(unitModelContract, changed(unitModel, 'facts', { constructor: true }))).toContain(
      '"constructor" is not an id',
    );
  });
});
