import {
  MEASUREMENT_FUNCTIONS,
  ROLE_KINDS,
  SUSPECT_CLASSES,
  type ActionStep,
  type BypassDocument,
  type ChainStep,
  type ClearanceStep,
  type ConclusionStep,
  type DecideStep,
  type EntryDocument,
  type MatrixCall,
  type MatrixPlace,
  type MatrixStep,
  type MeasureDocument,
  type MeasurementStep,
  type MeasuringMethod,
  type MeasuringWay,
  type ObservationStep,
  type ProcedureCallStep,
  type ProcedureDocument,
  type RoleDocument,
  type SetPart,
  type StepCommon,
  type StepDocument,
  type Target,
} from '@juxtameter/core';
import * as yup from 'yup';
import { conditionsSchema } from './conditions-schema';
import {
  address,
  common,
  formed,
  id,
  listOf,
  name,
  oneOf,
  optional,
  quantity,
  record,
  requiredRecord,
  says,
  shape,
  taggedUnion,
  text,
  textOr,
  versionOne,
  type FieldsOf,
} from './describe';
import { expectationSchema } from './expectation-schema';
import { contract } from './validate';

const stepTarget = () =>
  formed(
    {
      name: 'stepTarget',
      what: 'The id of a step, @end, or a result of a general procedure as @name.',
      pattern: '^(@[a-z][\\w-]{0,59}|[A-Za-z0-9][\\w.:@+-]{0,119})$',
      examples: ['fuse', '@end'],
    },
    'is no step; accepted: the id of a step, or @end',
  );

const target = textOr(
  stepTarget().typeError('is no step; accepted: the id of a step, or { "go": "step" }').required(),
  shape<Exclude<Target, string>>(
    'Target',
    'Where an outcome leads, with words of its own.',
  )({
    go: says('The step it leads to.', stepTarget().required()),
    shows: says('Expression of what is so where this answer is seen: `closed(K1)`, `lit(CB.CALL)`.', text(400)),
    text: says('The outcome in words.', name()),
    caveat: says('What the answer does not prove.', text(300)),
  }),
);

const elementLists = record(listOf(id().required()).required());

const stepFields: FieldsOf<StepCommon> = {
  text: says('What is done, in one line.', text(600).required()),
  detail: says('Longer instruction under the line.', text()),
  cautions: says('What to watch out for: `mains`, `stored-energy`, `moving-parts` ...', listOf(id().required())),
  why: says('Why the step is there.', text()),
  skippable: says('False marks a safety step that cannot be passed over.', yup.boolean()),
  with: says('Holds during this step only.', conditionsSchema),
  atMost: says(
    'How often the step may be walked before `exceeded` takes over.',
    yup.number().integer().min(1).max(100),
  ),
  exceeded: says('Where it goes when it was walked often enough.', stepTarget()),
  onlyWith: says(
    'The optional device the step is about: a unit without it goes the way of `notApplicable` by itself.',
    id(),
  ),
  notApplicable: says('Where it goes on a unit it does not apply to.', stepTarget()),
  cannotDo: says('Where it goes when it cannot be done.', stepTarget()),
};

const everyStep = common('EveryStep', 'What steps share.', stepFields);

const decides = {
  clears: says('Outcome to the elements it clears.', elementLists),
  implicates: says('Outcome to the elements it points at.', elementLists),
};

const method: FieldsOf<MeasuringMethod> = {
  function: says('What is measured.', oneOf(MEASUREMENT_FUNCTIONS)),
  from: says('Where probe A goes.', address()),
  to: says('Where probe B goes.', address()),
  requires: says('What has to hold; ohms always want everything proven dead, said or not.', conditionsSchema),
  expect: says('What it should be.', expectationSchema),
  testVoltage: says('Volts DC of an insulation test.', quantity('voltage')),
  how: says('What is done differently.', text(300)),
  proves: says('What this way proves.', text(600)),
  provesLess: says('What this way cannot tell.', text(600)),
};

const everyMethod = common('EveryMethod', 'How one reading is taken.', method);

const setPart = shape<SetPart>(
  'SetPart',
  'One part of a set; what it leaves out is as written beside the set.',
)({
  id: says('Names it for patterns and later parts.', id().required()),
  name: says('What people call it.', name()),
  ...method,
});

const measure = shape<Omit<MeasureDocument, 'chain' | 'clearance'>>(
  'Measure',
  'What a measurement reads.',
)({
  ...method,
  methods: says(
    'Equivalent ways of the measurement, by name; each overrides what is written beside it.',
    record(
      shape<MeasuringWay>(
        'Method',
        'One way of a measurement.',
        everyMethod,
      )({
        ...method,
        branches: says('Verdicts that lead elsewhere when measured this way.', record(target)),
        ...decides,
      }),
    ),
  ),
  gives: says('Names the reading for later expectations.', id()),
  proofOfDead: says('Proves these supplies dead instead of comparing one reading.', listOf(id().required())),
  at: says('Place of work of a proof.', address()),
  place: says('Wet places have lower limits; dry where nothing is said.', oneOf(['dry', 'wet'])),
  set: says('Several readings judged together.', listOf(setPart, 24)),
  patterns: says('Named results of a set: part to the verdict it has to have.', record(record(name().required()))),
});

const recipeMove = shape<NonNullable<ActionStep['recipe']>[number]>(
  'RecipeMove',
  'One move of an action.',
)({
  do: says('What the hand does.', text(600).required()),
  for: says('How long; counted down.', quantity('time')),
  sets: says('What holds after it.', conditionsSchema),
});

const bypass = shape<BypassDocument>(
  'Bypass',
  'A jumper that an action puts in.',
)({
  id: says('Names it in the list of bypasses.', id().required()),
  from: says('One end.', address().required()),
  to: says('The other end.', address().required()),
  why: says('What it is for.', text(600).required()),
  removes: says('The protection it takes away.', id()),
  makes: says('The call it makes.', id()),
});

const temporary = shape<NonNullable<ActionStep['temporary']>>(
  'Temporary',
  'Something left for a while.',
)({
  state: says('What is left.', name().required()),
  due: says('Until when.', name()),
  risk: says('What may happen.', text(600)),
  told: says('Who was told.', name()),
});

const matrixCall = shape<MatrixCall>(
  'MatrixCall',
  'A call that is made by a jumper.',
)({
  id: says('A call of the unit model.', id().required()),
  works: says('What one sees when it works.', name().required()),
  shows: says('Expression of what is so then: `closed(K1)`.', text(400)),
  mayStart: says('What may start or open.', listOf(name().required()).required()),
});

const matrixPlace = shape<MatrixPlace>(
  'MatrixPlace',
  'A place where the jumpers go.',
)({
  id: says('Names it.', id().required()),
  name: says('Where it is, as one says it: "at the control".', name().required()),
  jumpers: says(
    'Call to the two terminals its jumper joins there.',
    requiredRecord(listOf(address().required(), 2).required()),
  ),
  removes: says('The protection a jumper takes away there.', id()),
  proves: says('Elements that are whole when a call made here works.', listOf(id().required())),
});

const branches = (words: string) => says(words, requiredRecord(target));

const kind = <const Kind extends StepDocument['kind']>(value: Kind) =>
  says('Which kind of step it is.', oneOf([value]).required());

type MeasurementFormat = Omit<MeasurementStep, 'measure'> & {
  readonly measure: Omit<MeasureDocument, 'chain' | 'clearance'>;
};

const steps = {
  action: shape<ActionStep>(
    'ActionStep',
    'Something is done.',
    everyStep,
  )({
    kind: kind('action'),
    ...stepFields,
    requires: says('What has to hold before it is done.', conditionsSchema),
    sets: says('What holds after it.', conditionsSchema),
    mayStart: says('What may start or open when it succeeds; an empty list says "nothing".', listOf(name().required())),
    bypass: says('The jumper it puts in.', optional(bypass)),
    fits: says('The part it renews; a board gets no power then before it is cleared.', id()),
    recipe: says('The moves in order.', listOf(recipeMove)),
    temporary: says('Something left for a while.', optional(temporary)),
    next: says('The step that follows.', stepTarget().required()),
  }),
  observation: shape<ObservationStep>(
    'ObservationStep',
    'Something is looked at.',
    everyStep,
  )({
    kind: kind('observation'),
    ...stepFields,
    requires: says('What has to hold for the look to say anything.', conditionsSchema),
    answers: branches('Answer to the step it leads to, the likeliest first.'),
    ...decides,
  }),
  measurement: shape<MeasurementFormat>(
    'MeasurementStep',
    'Something is measured, or proven dead.',
    everyStep,
  )({
    kind: kind('measurement'),
    ...stepFields,
    measure: says('What is read.', measure.required()),
    branches: branches('Verdict, or pattern of a set, to the step it leads to.'),
    sets: says('Verdict to what holds after it.', record(conditionsSchema)),
    ...decides,
  }),
  decide: shape<DecideStep>(
    'DecideStep',
    'Goes on by what an earlier step came to.',
  )({
    kind: kind('decide'),
    text: says('The question, where somebody has to decide.', text(600)),
    on: says('The earlier step.', id().required()),
    cases: branches('Outcome of that step to the step it leads to.'),
  }),
  matrix: shape<MatrixStep>(
    'MatrixStep',
    'Calls made by a jumper at several places: where it works tells what is whole from there on.',
    everyStep,
  )({
    kind: kind('matrix'),
    ...stepFields,
    calls: says('The calls.', listOf(matrixCall, 12).required().min(1, 'names at least one call')),
    places: says(
      'The places, from the control towards the board.',
      listOf(matrixPlace, 6).required().min(1, 'names at least one place'),
    ),
    branches: branches('`control`, `conductor`, `cable`, `beyond` or `mixed` to the step it leads to.'),
    ...decides,
  }),
  chain: shape<ChainStep>(
    'ChainStep',
    'A path halved point by point until the break is found.',
    everyStep,
  )({
    kind: kind('chain'),
    ...stepFields,
    path: says('A path of the unit model.', id().required()),
    points: says(
      'Points that can be reached; those of the boards and of the load where nothing is said.',
      listOf(address().required(), 60),
    ),
    requires: says('What has to hold.', conditionsSchema),
    branches: branches(
      'Element where the voltage stops, `no-feed`, `wires`, `contradiction` or `otherwise`, to the step it leads to.',
    ),
    ...decides,
  }),
  clearance: shape<ClearanceStep>(
    'ClearanceStep',
    'Everything that plugs into a board is read for shorts before it gets power.',
    everyStep,
  )({
    kind: kind('clearance'),
    ...stepFields,
    board: says('The board.', id().required()),
    members: says(
      'Parts besides, or instead of those of the same id found along the wiring list.',
      listOf(setPart, 24),
    ),
    branches: branches('`within` or `otherwise` to the step it leads to.'),
    ...decides,
  }),
  procedureCall: shape<ProcedureCallStep>(
    'ProcedureCallStep',
    'A general procedure, walked in its place.',
  )({
    kind: kind('procedureCall'),
    text: says('What it is called here.', text(600)),
    procedure: says('The general procedure.', id().required()),
    bind: says('Role to what it stands for here.', requiredRecord(text(120).required())),
    branches: branches('Result of the procedure to the step it leads to.'),
    ...decides,
  }),
  conclusion: shape<ConclusionStep>(
    'ConclusionStep',
    'What was found.',
    everyStep,
  )({
    kind: kind('conclusion'),
    ...stepFields,
    class: says(
      'What kind of thing is at fault; `none` and `open` are honest endings.',
      oneOf(SUSPECT_CLASSES).required(),
    ),
    item: says('The element that is accused.', id()),
    also: says('Elements it may be as well.', listOf(id().required())),
    mode: says('How it failed.', name()),
    rootCauses: says('Why it may have failed.', listOf(name().required())),
    sets: says('What holds after it.', conditionsSchema),
    verify: says('What shows that the repair worked.', listOf(text(600).required())),
    proof: says('Place of the proof table to the step that fills it.', record(id().required())),
    gradeAtMost: says('The highest grade that this chart can give it.', name()),
    next: says('The step that follows; the end where nothing is said.', stepTarget()),
  }),
};

/** Each kind of step is described: one that is not does not compile. */
const everyKind: Readonly<Record<StepDocument['kind'], unknown>> = steps;

const role = shape<RoleDocument>(
  'Role',
  'What a general procedure leaves open.',
)({
  kind: says('What it has to be bound to.', oneOf(ROLE_KINDS).required()),
  what: says('What it stands for, in words.', name().required()),
});

const entry = shape<EntryDocument>(
  'Entry',
  'What a chart answers, and where it begins then.',
)({
  complaint: says("A complaint in the customer's words.", name()),
  code: says('A code of the table.', name()),
  stage: says('`sequence.stage` that did not follow.', id()),
  commanded: says('With `stage`: only when it was commanded, or only when it was not.', yup.boolean()),
  sign: says('Words of something noticed without a meter.', name()),
  at: says('The step to begin at; the start where nothing is said.', id()),
});

export const procedureSchema = shape<ProcedureDocument>(
  'Procedure',
  'A troubleshooting flowchart.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/procedure']).required()),
  version: says('Version of the format.', versionOne()),
  id: says('Names it in visits; stable.', id().required()),
  title: says('What people call it.', name().required()),
  unitModel: says('The unit model it is written for; `any` for a general procedure.', id().required()),
  notes: says('Anything else worth knowing.', text()),
  roles: says('What a general procedure leaves open, by name.', record(role)),
  results: says(
    'How a general procedure can end, with words; its steps lead there by `@name`.',
    record(name().required()),
  ),
  entries: says('What it answers.', listOf(entry)),
  scope: says('The complaint as an expression.', text(400)),
  given: says('What is so when it begins.', conditionsSchema),
  start: says('The first step.', id().required()),
  steps: says(
    'Its steps, by id.',
    requiredRecord(taggedUnion('kind', everyKind as typeof steps, 'step') as yup.ISchema<StepDocument>),
  ),
});

export const procedureContract = contract<ProcedureDocument>(procedureSchema);
