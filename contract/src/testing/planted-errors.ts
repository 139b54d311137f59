/** Any part of a JSON document. */
export type Node = Record<string, unknown>;

/** One error that somebody may make in writing a document. */
export interface Planted {
  readonly kind: string;
  /** Where it was planted, to be read by people. */
  readonly at: string;
  readonly document: Node;
}

/** A place for an error, and what puts it into a copy of the document. */
type Place = readonly [at: string, plant: (copy: Node) => void];
type Planter = (document: Node, model: Node) => readonly Place[];

/** Every error of these kinds that can be planted in a chart, one at a time. */
export function errorsInChart(chart: Node, model: Node): readonly Planted[] {
  return planted(CHART_KINDS, chart, model);
}

/** Every error of these kinds that can be planted in a unit model, one at a time. */
export function errorsInModel(model: Node): readonly Planted[] {
  return planted(MODEL_KINDS, model, model);
}

function planted(kinds: Readonly<Record<string, Planter>>, document: Node, model: Node): readonly Planted[] {
  return Object.entries(kinds).flatMap(([kind, planter]) =>
    planter(document, model).map(([at, plant]) => {
      const copy = structuredClone(document);
      plant(copy);
      return { kind, at: `${String(document['id'])} ${at}`, document: copy };
    }),
  );
}

const node = (value: unknown): Node => (value ?? {}) as Node;
const list = (value: unknown): Node[] => (value ?? []) as Node[];
const stepsOf = (chart: Node): [string, Node][] => Object.entries(node(chart['steps'])) as [string, Node][];
const stepIn = (chart: Node, id: string): Node => node(node(chart['steps'])[id]);
const ofKind = (chart: Node, kind: string): [string, Node][] =>
  stepsOf(chart).filter(([, step]) => step['kind'] === kind);
const goal = (target: unknown): string => (typeof target === 'string' ? target : String(node(target)['go']));
const measureIn = (chart: Node, id: string): Node => node(stepIn(chart, id)['measure']);
const singleReadings = (chart: Node): [string, Node][] =>
  ofKind(chart, 'measurement').filter(([, step]) => {
    const measure = node(step['measure']);
    return measure['from'] !== undefined && measure['set'] === undefined && measure['proofOfDead'] === undefined;
  });

/** Something of a step is changed, at every step of a kind. */
function atSteps(kind: string, plant: (step: Node, chart: Node) => void, where?: (step: Node) => boolean): Planter {
  return (chart) =>
    ofKind(chart, kind)
      .filter(([, step]) => where?.(step) ?? true)
      .map(([id]): Place => [id, (copy) => plant(stepIn(copy, id), copy)]);
}

/** A condition is asked of every reading. */
function asked(conditions: () => Node): Planter {
  return (chart) =>
    singleReadings(chart).map(([id]): Place => [
      id,
      (copy) => {
        const measure = measureIn(copy, id);
        const requires = node(measure['requires']);
        for (const [group, map] of Object.entries(conditions()))
          requires[group] = group === 'after' ? map : { ...node(requires[group]), ...node(map) };
        measure['requires'] = requires;
      },
    ]);
}

/** What is not taken for granted, whoever says so. */
function takenForGranted(conditions: (model: Node) => Node): Planter {
  return (_chart, model) => [
    ['given', (copy) => Object.assign((copy['given'] = { ...node(copy['given']) }), conditions(model))],
  ];
}

/** Something altered by the last step of a chart before its conclusions. */
function leftBehind(chart: Node, sets: () => Node): readonly Place[] {
  return ofKind(chart, 'conclusion').map(([id]): Place => [
    id,
    (copy) => (stepIn(copy, id)['sets'] = { ...node(stepIn(copy, id)['sets']), ...sets() }),
  ]);
}

const first = (model: Node, field: string): string => String(list(model[field])[0]?.['id']);
const firstPlug = (model: Node): string => {
  const [board] = list(model['boards']);
  return `${String(board?.['id'])}.${String(list(board?.['connectors'])[0]?.['id'])}`;
};

/** Nothing in the chart points at it any more. */
function silenced(chart: Node, item: string): void {
  const element = item.split(':')[0] ?? item;
  const isOther = (reference: unknown): boolean => String(reference).split(':')[0] !== element;
  const silence = (place: Node): void => {
    for (const [outcome, references] of Object.entries(node(place['implicates'])))
      node(place['implicates'])[outcome] = (references as unknown[]).filter(isOther);
  };
  for (const [, step] of stepsOf(chart)) {
    silence(step);
    for (const method of Object.values(node(node(step['measure'])['methods']))) silence(node(method));
  }
}

/** What has one point and not two. */
const AT_ONE_PLACE: readonly string[] = ['temperature', 'pressure', 'elapsed-time'];

const CHART_KINDS: Readonly<Record<string, Planter>> = {
  'an accusation that nothing makes': (chart) =>
    ofKind(chart, 'conclusion')
      .filter(([, step]) => step['item'] !== undefined && step['gradeAtMost'] === undefined)
      .filter(() => ofKind(chart, 'chain').length + ofKind(chart, 'procedureCall').length === 0)
      .map(([id, step]): Place => [id, (copy) => silenced(copy, String(step['item']))]),
  'a look at what is never called': atSteps(
    'observation',
    (step) => (step['requires'] = { ...node(step['requires']), calls: { XX9: 'on' } }),
  ),
  'an action that waits for what is not there': atSteps(
    'action',
    (step) => (step['requires'] = { ...node(step['requires']), connectors: { XX9: 'out' } }),
  ),
  'a circumstance nobody knows': asked(() => ({ circumstances: { XX9: 'on' } })),
  'a state that no circumstance has': asked(() => ({ circumstances: { feed: 'XX9' } })),
  'begun in the middle, behind the proof of dead': (chart) =>
    ofKind(chart, 'measurement')
      .filter(([id, step]) => {
        const measure = node(step['measure']);
        const needsDead = ['resistance', 'continuity', 'diode'].includes(String(measure['function']));
        return needsDead && id !== chart['start'] && measure['methods'] === undefined && !isCutOffByHands(measure);
      })
      .map(([id]): Place => [
        id,
        (copy) => (copy['entries'] = [...list(copy['entries']), { complaint: 'smell', at: id }]),
      ]),
  'begun in the middle, behind a jumper': (chart) =>
    singleReadings(chart)
      .filter(([, step]) => node(node(node(step['measure'])['requires'])['bypasses'])['float-test'] === 'in')
      .map(([id]): Place => [
        id,
        (copy) => (copy['entries'] = [...list(copy['entries']), { complaint: 'smell', at: id }]),
      ]),
  'begun at no step': (chart) =>
    list(chart['entries']).map((_entry, index): Place => [
      `entries ${index}`,
      (copy) => (node(list(copy['entries'])[index])['at'] = 'nowhere'),
    ]),
  'answers a code that is not in the table': (chart) =>
    list(chart['entries']).map((_entry, index): Place => [
      `entries ${index}`,
      (copy) => (node(list(copy['entries'])[index])['code'] = '77+77'),
    ]),
  'answers a stage that is not there': (chart) =>
    list(chart['entries']).map((_entry, index): Place => [
      `entries ${index}`,
      (copy) => (node(list(copy['entries'])[index])['stage'] = 'enrich.dance'),
    ]),
  'accuses what the way has cleared': (chart) =>
    ofKind(chart, 'conclusion')
      .filter(([, step]) => step['item'] !== undefined && step['class'] !== 'none' && step['class'] !== 'open')
      .flatMap(([conclusion, { item }]) =>
        stepsOf(chart).flatMap(([id, step]) =>
          Object.entries(node(step['kind'] === 'observation' ? step['answers'] : step['branches']))
            .filter(
              ([, target]) =>
                goal(target) === conclusion && ['observation', 'measurement'].includes(String(step['kind'])),
            )
            .filter(() => node(step['measure'])['methods'] === undefined)
            .map(([outcome]): Place => [
              `${id} ${outcome} ${conclusion}`,
              (copy) => {
                const at = stepIn(copy, id);
                const { implicates } = at;
                at['clears'] = { ...node(at['clears']), [outcome]: [item] };
                at['implicates'] = { ...node(implicates), [outcome]: [] };
              },
            ]),
        ),
      ),
  'clears and implicates the same': (chart) =>
    ['observation', 'measurement'].flatMap((kind) =>
      ofKind(chart, kind).flatMap(([id, step]) =>
        Object.entries(node(step['implicates']))
          .filter(([, references]) => (references as string[]).length > 0)
          .map(([outcome, references]): Place => [
            `${id} ${outcome}`,
            (copy) => {
              const at = stepIn(copy, id);
              at['clears'] = { ...node(at['clears']), [outcome]: references };
            },
          ]),
      ),
    ),
  'a branch what is expected cannot come to': (chart) =>
    singleReadings(chart).flatMap(([id, step]) => {
      const measure = node(step['measure']);
      if (measure['methods'] !== undefined) return [];
      return impossibleFor(measure)
        .filter((verdict) => node(step['branches'])[verdict] === undefined)
        .map((verdict): Place => [
          `${id} ${verdict}`,
          (copy) => (node(stepIn(copy, id)['branches'])[verdict] = goal(Object.values(node(step['branches']))[0])),
        ]);
    }),
  'a branch that is no verdict': atSteps('measurement', (step) => (node(step['branches'])['sluggish'] = '@end')),
  'a verdict that leads nowhere': (chart) =>
    singleReadings(chart).map(([id]): Place => [id, (copy) => (stepIn(copy, id)['branches'] = { unsteady: '@end' })]),
  'given dead': takenForGranted((model) => ({ supplies: { [first(model, 'supplies')]: 'proven-dead' } })),
  'given locked': takenForGranted((model) => ({ supplies: { [first(model, 'supplies')]: 'locked' } })),
  'given called': takenForGranted((model) => ({ calls: { [first(model, 'calls')]: 'on' } })),
  'given unplugged': takenForGranted((model) => ({ connectors: { [firstPlug(model)]: 'out' } })),
  'given repaired': takenForGranted((model) => ({ repaired: [first(model, 'devices')] })),
  'a limit that leads round again': (chart) =>
    stepsOf(chart)
      .filter(([, step]) => ['observation', 'measurement', 'action'].includes(String(step['kind'])))
      .map(([id]): Place => [
        id,
        (copy) => {
          const step = stepIn(copy, id);
          step['atMost'] = 2;
          step['exceeded'] = id;
        },
      ]),
  'a circle without a limit': atSteps(
    'action',
    (step, chart) => (step['next'] = chart['start']),
    (step) => step['atMost'] === undefined,
  ),
  'half a limit': atSteps('action', (step) =>
    step['atMost'] === undefined ? (step['atMost'] = 2) : delete step['exceeded'],
  ),
  'a cover that is not there': asked(() => ({ covers: { roof: 'off' } })),
  'a selector that is not there': asked(() => ({ positions: { SEL9: '1' } })),
  'an interlock that is not there': asked(() => ({ interlocks: { IL9: 'free' } })),
  'a part that is not there': asked(() => ({ parts: { XX9: 'in-service' } })),
  'a pressed part that is not there': asked(() => ({ press: { XX9: 'pressed' } })),
  'a fact that is not there': asked(() => ({ facts: { draughty: true } })),
  'a fitted part that is not there': asked(() => ({ fitted: { XX9: 'new' } })),
  'a repaired part that is not there': (chart) =>
    singleReadings(chart).map(([id]): Place => [
      id,
      (copy) => (measureIn(copy, id)['requires'] = { ...node(measureIn(copy, id)['requires']), repaired: ['XX9'] }),
    ]),
  'timed from what is never logged': asked(() => ({ after: { event: 'sunrise:mains', from: '30 s' } })),
  'timed from a call that is not there': asked(() => ({ after: { event: 'call:rain', from: '30 s' } })),
  'timed backwards': asked(() => ({ after: { event: 'power-up:mains', from: '50 s', to: '20 s' } })),
  'a supply that is not there': asked(() => ({ supplies: { sun: 'on' } })),
  'a call that is not there': asked(() => ({ calls: { rain: 'on' } })),
  'a plug that is not there': asked(() => ({ connectors: { 'XX.X9': 'out' } })),
  'a wire that is not there': asked(() => ({ leads: { w999: 'on' } })),
  'a jumper nobody places': asked(() => ({ bypasses: { nobody: 'in' } })),
  'a scope that cannot be read': () => [['scope', (copy) => (copy['scope'] = 'not (energised(')]],
  'a scope of what is not there': () => [
    ['a fact', (copy) => (copy['scope'] = 'not draughty')],
    ['a device', (copy) => (copy['scope'] = 'energised(XX9)')],
  ],
  'a terminal that is not there': (chart) =>
    singleReadings(chart).map(([id]): Place => [id, (copy) => (measureIn(copy, id)['to'] = 'XX.X9.9')]),
  'both probes on one terminal': (chart) =>
    singleReadings(chart)
      .filter(([, step]) => !AT_ONE_PLACE.includes(String(node(step['measure'])['function'])))
      .map(([id]): Place => [id, (copy) => (measureIn(copy, id)['to'] = measureIn(copy, id)['from'])]),
  'an element that is not there': (chart) =>
    ['observation', 'measurement'].flatMap((kind) =>
      ofKind(chart, kind).map(([id, step]): Place => [
        id,
        (copy) => {
          const [outcome = ''] = Object.keys(node(step['answers'] ?? step['branches']));
          stepIn(copy, id)['clears'] = { ...node(step['clears']), [outcome]: ['XX9'] };
        },
      ]),
    ),
  'what an answer means that nobody gives': atSteps('observation', (step) => (step['clears'] = { perhaps: [] })),
  'accuses an element that is not there': atSteps('conclusion', (step) => (step['item'] = 'XX9')),
  'accuses without an item': atSteps(
    'conclusion',
    (step) => delete step['item'],
    (step) => step['item'] !== undefined && step['class'] !== 'none' && step['class'] !== 'open',
  ),
  'a proof by a step that is not there': atSteps('conclusion', (step) => (step['proof'] = { excluded: 'nowhere' })),
  'an arrow to nowhere': atSteps('action', (step) => (step['next'] = 'nowhere')),
  'an answer to nowhere': atSteps(
    'observation',
    (step) => (node(step['answers'])[Object.keys(node(step['answers']))[0] ?? ''] = 'nowhere'),
  ),
  'a step no way leads to': () => [
    ['lost', (copy) => (node(copy['steps'])['lost'] = { kind: 'action', text: 'Lost.', next: '@end' })],
  ],
  'a decision on a step no way has walked': (chart) =>
    ofKind(chart, 'measurement')
      .filter(([id]) => id !== chart['start'])
      .slice(-3)
      .map(([id]): Place => [
        id,
        (copy) => {
          node(copy['steps'])['choose'] = {
            kind: 'decide',
            on: id,
            cases: { within: String(copy['start']), otherwise: String(copy['start']) },
          };
          copy['entries'] = [...list(copy['entries']), { complaint: 'smell', at: 'choose' }];
        },
      ]),
  'compared with what nobody reads': (chart) =>
    singleReadings(chart)
      .filter(([, step]) => node(step['measure'])['methods'] === undefined)
      .map(([id]): Place => [
        id,
        (copy) => (measureIn(copy, id)['expect'] = { kind: 'relative', to: { reading: 'nobody' } }),
      ]),
  'a value that cannot be read': (chart) =>
    singleReadings(chart)
      .filter(([, step]) => node(step['measure'])['methods'] === undefined)
      .map(([id]): Place => [id, (copy) => (measureIn(copy, id)['expect'] = { kind: 'nominal', value: '24 bananas' })]),
  'energy that does not say what may start': atSteps(
    'action',
    (step) => delete step['mayStart'],
    (step) => step['mayStart'] !== undefined && JSON.stringify(step).includes('"on"'),
  ),
  'dead without readings': atSteps(
    'action',
    (step) => (step['sets'] = { ...node(step['sets']), supplies: { mains: 'proven-dead' } }),
  ),
  'a lead that stays off': (chart, model) =>
    leftBehind(chart, () => ({ leads: { [first(model, 'wires')]: String(list(model['wires'])[0]?.['from']) } })),
  'an interlock that stays held': (chart, model) => {
    const interlock = list(model['devices']).find(({ kind }) => kind === 'interlock')?.['id'];
    return interlock === undefined ? [] : leftBehind(chart, () => ({ interlocks: { [String(interlock)]: 'held' } }));
  },
  'a jumper to a terminal that is not there': atSteps(
    'action',
    (step) => (node(step['bypass'])['to'] = 'XX.X9.9'),
    (step) => step['bypass'] !== undefined,
  ),
  'a pattern of a part that is not there': (chart) =>
    ofKind(chart, 'measurement')
      .filter(([, step]) => node(step['measure'])['set'] !== undefined)
      .map(([id]): Place => [
        id,
        (copy) => {
          measureIn(copy, id)['patterns'] = { odd: { nobody: 'low' }, ...node(measureIn(copy, id)['patterns']) };
          node(stepIn(copy, id)['branches'])['odd'] = '@end';
        },
      ]),
  'a pattern of a word that is no verdict': (chart) =>
    ofKind(chart, 'measurement')
      .filter(([, step]) => node(step['measure'])['set'] !== undefined)
      .map(([id, step]): Place => [
        id,
        (copy) => {
          const [part] = list(node(step['measure'])['set']);
          measureIn(copy, id)['patterns'] = { odd: { [String(part?.['id'])]: 'lowish' } };
          node(stepIn(copy, id)['branches'])['odd'] = '@end';
        },
      ]),
};

/** Plugs that are out may cut a reading off from everything, and a proof of dead is not asked for then. */
function isCutOffByHands(measure: Node): boolean {
  return Object.values(node(node(measure['requires'])['connectors'])).includes('out');
}

/** Verdicts that physics denies of what is measured, and those that the band leaves no room for. */
function impossibleFor(measure: Node): readonly string[] {
  const isVoltage = String(measure['function']).endsWith('voltage');
  const isOhms = measure['function'] === 'resistance';
  const expect = node(measure['expect']);
  const noRoom =
    expect['kind'] === 'limit' && expect['atMost'] === undefined
      ? ['high']
      : expect['kind'] === 'limit' && expect['atLeast'] === undefined
        ? ['low']
        : [];
  return [
    ...(isVoltage ? ['open', 'shorted', 'unbalanced'] : []),
    ...(isOhms ? ['absent', 'partial', 'unbalanced'] : []),
    ...noRoom,
  ];
}

const devicesWith = (model: Node, field: string): number[] =>
  list(model['devices']).flatMap((device, index) => (device[field] === undefined ? [] : [index]));
const functionsWith = (model: Node, field: string): [number, number][] =>
  list(model['boards']).flatMap((board, at) =>
    list(board['functions']).flatMap((each, index): [number, number][] =>
      each[field] === undefined ? [] : [[at, index]],
    ),
  );
const functionIn = (model: Node, [board, index]: readonly [number, number]): Node =>
  node(list(node(list(model['boards'])[board])['functions'])[index]);

function inEach(field: string, plant: (each: Node, model: Node) => void): Planter {
  return (model) =>
    list(model[field]).map((_each, index): Place => [
      `${field} ${index}`,
      (copy) => plant(node(list(copy[field])[index]), copy),
    ]);
}

/** The ways an expression goes wrong: it cannot be read, or speaks of what is not there. */
const WRONG_EXPRESSIONS = ['not (', 'draughty', 'energised(XX9)', 'call.rain', 'SEL9 = 3'];

const MODEL_KINDS: Readonly<Record<string, Planter>> = {
  'closed when nobody knows': (model) =>
    devicesWith(model, 'closedWhen').flatMap((index) =>
      WRONG_EXPRESSIONS.map((text): Place => [
        `devices ${index} ${text}`,
        (copy) => (node(list(copy['devices'])[index])['closedWhen'] = text),
      ]),
    ),
  'operates when nobody knows': (model) =>
    list(model['devices'])
      .slice(0, 4)
      .map((_device, index): Place => [
        `devices ${index}`,
        (copy) =>
          (node(list(copy['devices'])[index])['operatesWhen'] = WRONG_EXPRESSIONS[index % WRONG_EXPRESSIONS.length]),
      ]),
  'a function when nobody knows': (model) =>
    functionsWith(model, 'when').flatMap((at) =>
      WRONG_EXPRESSIONS.map((text): Place => [
        `function ${at.join('.')} ${text}`,
        (copy) => (functionIn(copy, at)['when'] = text),
      ]),
    ),
  'a lamp that shows nothing': (model) =>
    list(model['boards']).flatMap((board, at) =>
      list(board['indicators']).flatMap((_lamp, index) =>
        WRONG_EXPRESSIONS.map((text): Place => [
          `indicator ${at}.${index} ${text}`,
          (copy) => (node(list(node(list(copy['boards'])[at])['indicators'])[index])['shows'] = text),
        ]),
      ),
    ),
  'an effect of nothing': (model) =>
    list(model['effects']).flatMap((_effect, index) =>
      WRONG_EXPRESSIONS.map((text): Place => [
        `effects ${index} ${text}`,
        (copy) => (node(list(copy['effects'])[index])['when'] = text),
      ]),
    ),
  'a sequence of nothing': (model) =>
    list(model['sequences']).flatMap((_sequence, index) =>
      WRONG_EXPRESSIONS.map((text): Place => [
        `sequences ${index} ${text}`,
        (copy) => (node(list(copy['sequences'])[index])['start'] = text),
      ]),
    ),
  'two conductors on one terminal': (model) =>
    list(model['supplies']).flatMap((supply, index) => {
      const names = Object.keys(node(supply['terminals']));
      return names.slice(1).map((name): Place => [
        `${String(supply['id'])} ${name}`,
        (copy) => {
          const terminals = node(node(list(copy['supplies'])[index])['terminals']);
          terminals[name] = terminals[names[0] ?? ''];
        },
      ]);
    }),
  'a line of two supplies': (model) =>
    list(model['supplies']).flatMap((supply, index): Place[] => {
      const [name] = Object.keys(node(supply['terminals']));
      const other = list(model['supplies']).find(
        (each) => each !== supply && Object.keys(node(each['terminals'])).length > 0,
      );
      const theirs = Object.values(node(other?.['terminals']))[0];
      return name === undefined || theirs === undefined
        ? []
        : [[String(supply['id']), (copy) => (node(node(list(copy['supplies'])[index])['terminals'])[name] = theirs)]];
    }),
  'a conductor nobody can tell': inEach(
    'supplies',
    (supply) => (supply['terminals'] = { ...node(supply['terminals']), zebra: 'XX.1' }),
  ),
  'a supply from what is not there': inEach('supplies', (supply) => (supply['from'] = 'XX9')),
  'a wire to what is not there': inEach('wires', (wire) => (wire['to'] = 'XX.9')),
  'a wire to itself': inEach('wires', (wire) => (wire['to'] = wire['from'])),
  'a wire in a cable that is not there': inEach('wires', (wire) => (wire['cable'] = 'cable-9')),
  'a call between what is not there': inEach('calls', (call) => (call['joins'] = ['XX.1', 'XX.2'])),
  'a call of one terminal': inEach(
    'calls',
    (call) => (call['joins'] = [(call['joins'] as string[])[0], (call['joins'] as string[])[0]]),
  ),
  'two devices of one name': inEach(
    'devices',
    (device, model) => (device['id'] = String(list(model['boards'])[0]?.['id'])),
  ),
  'a kind of device nobody knows': inEach('devices', (device) => (device['kind'] = 'gadget')),
  'part of what is not there': inEach('devices', (device) => (device['partOf'] = 'XX9')),
  'an effect that is a fact': inEach(
    'effects',
    (effect, model) => (effect['id'] = Object.keys(node(model['facts']))[0]),
  ),
  'a path nobody can follow': inEach('paths', (path) => (path['load'] = 'XX9')),
  'a path through what is not there': inEach('paths', (path) => (path['through'] = ['XX9'])),
  'a path of a call that is not there': inEach('paths', (path) => (path['calls'] = ['rain'])),
  'a fault of what is not there': inEach('faults', (fault) => (fault['of'] = 'XX9')),
  'a code of what is not there': inEach('codes', (code) => (code['where'] = ['XX9'])),
  'a code that proves nothing of what is not there': inEach('codes', (code) => (code['doesNotProve'] = ['XX9'])),
  'a hold-off of what is not there': inEach('holdOffs', (holdOff) => (holdOff['of'] = 'steam')),
};
