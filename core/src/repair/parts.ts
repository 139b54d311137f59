import { isSameMarking } from '../spares';
import { boardsMeant, deviceOhms, itemOf, partMeant } from '../unit-model';
import { standingOf, type EventOf, type VisitContext, type VisitState } from '../visit';
import { benchTest, type BenchTest } from './bench-test';

/** How far a part has come: what is dead was so before it went in, and says nothing of the machine. */
export type PartStage = 'offered' | 'ordered' | 'here' | 'good' | 'dead' | 'fitted';

/** A part that was offered, with all that became of it. */
export interface OfferedPart {
  readonly offered: EventOf<'part-offered'>;
  readonly stage: PartStage;
  readonly ordered?: EventOf<'part-ordered'>;
  readonly arrived?: EventOf<'part-arrived'>;
  readonly tests: readonly (BenchTest & { readonly event: EventOf<'part-tested'> })[];
  readonly fitted?: EventOf<'part-fitted'>;
  /** Why it should not go in as it is, in sentences; empty where nothing speaks against it. */
  readonly doubts: readonly string[];
}

/** Every part that was offered, in the order they were. */
export function partsOf(context: VisitContext, state: VisitState): readonly OfferedPart[] {
  return standingOf(state, 'part-offered').map((offered) => {
    const ofIt = <Each extends { readonly offer?: string }>(all: readonly Each[]): readonly Each[] =>
      all.filter(({ offer }) => offer === offered.id);
    const ordered = ofIt(standingOf(state, 'part-ordered')).at(-1);
    const arrived = ofIt(standingOf(state, 'part-arrived')).at(-1);
    const fitted = ofIt(standingOf(state, 'part-fitted')).at(-1);
    const tests = ofIt(standingOf(state, 'part-tested')).map((event) => ({ ...benchTest(event), event }));
    const isDead = isDeadOnArrival(arrived, tests);
    return {
      offered,
      stage: stageOf({ ordered, arrived, fitted, tests, isDead }),
      ...(ordered ? { ordered } : {}),
      ...(arrived ? { arrived } : {}),
      ...(fitted ? { fitted } : {}),
      tests,
      doubts: fitted ? [] : doubtsOf(context, state, offered, arrived, tests, isDead),
    };
  });
}

/** What each test came to last. One that was failed stays so until that same test says otherwise. */
function standingTests(tests: OfferedPart['tests']): readonly BenchTest['verdict'][] {
  const last = new Map<string, BenchTest['verdict']>();
  for (const { verdict, event } of tests) {
    const what = event.what.trim().toLowerCase();
    if (verdict !== 'unclear' || last.get(what) !== 'bad') last.set(what, verdict);
  }
  return [...last.values()];
}

/**
 * A part is dead by a test that stands against it; and where it came damaged, or another than was ordered, until it is
 * said to have arrived anew. A test of something else says nothing of it.
 */
function isDeadOnArrival(arrived: EventOf<'part-arrived'> | undefined, tests: OfferedPart['tests']): boolean {
  return arrived?.condition === 'damaged' || arrived?.condition === 'wrong' || standingTests(tests).includes('bad');
}

function stageOf({
  ordered,
  arrived,
  fitted,
  tests,
  isDead,
}: Pick<OfferedPart, 'ordered' | 'arrived' | 'fitted' | 'tests'> & { readonly isDead: boolean }): PartStage {
  if (fitted) return 'fitted';
  if (isDead) return 'dead';
  const standing = standingTests(tests);
  if (standing.length > 0 && standing.every((verdict) => verdict === 'good')) return 'good';
  if (arrived ?? tests.at(-1)) return 'here';
  return ordered ? 'ordered' : 'offered';
}

function doubtsOf(
  context: VisitContext,
  state: VisitState,
  offered: EventOf<'part-offered'>,
  arrived: EventOf<'part-arrived'> | undefined,
  tests: OfferedPart['tests'],
  isDead: boolean,
): readonly string[] {
  const old = oldNumbers(context, state, offered.part);
  const rating = context.model.devices.find(({ id }) => id === partMeant(context.model, offered.part))?.rating;
  return [
    ...(isDead ? ['It is dead on arrival: that says nothing of the machine. Send it back.'] : []),
    ...(old.length > 0 && !old.some((number) => isSameMarking(number, offered.number))
      ? [`The old one is ${old.join(' or ')}: hold pins, rating and revision side by side.`]
      : []),
    ...(rating !== undefined && offered.rating !== undefined && !isSameMarking(rating, offered.rating)
      ? [`It is rated ${offered.rating}, the drawing says ${rating}.`]
      : []),
    ...(offered.state === 'used' || offered.state === 'unknown'
      ? ['Nobody knows what it has been through: test it before it goes in.']
      : []),
    ...(arrived?.condition === 'opened' ? ['Its box was opened before: test it before it goes in.'] : []),
    ...(!isDead && standingTests(tests).includes('unclear') ? ['A test of it decided nothing.'] : []),
  ];
}

/** Numbers the part that is in has, by whoever read or drew them. */
function oldNumbers({ model }: VisitContext, state: VisitState, part: string): readonly string[] {
  const boards = new Set([...boardsMeant(model, part), itemOf(model, part)]);
  const read = standingOf(state, 'board-identified').filter(({ board }) => boards.has(board));
  const drawn = model.boards.flatMap(({ id, number }) => (boards.has(id) && number !== undefined ? [number] : []));
  return read.length > 0 ? [...new Set(read.map(({ number }) => number))] : drawn;
}

/** What a part should read on the bench, as far as the unit model rates it: "coil A1 to A2", "48 Ω ±10 %". */
export interface OfferedTest {
  readonly what: string;
  readonly expects: string;
}

/**
 * Tests before fitting that follow from the unit model: whatever has its ohms, and what closes.
 * The tolerance of a rating is common practice, no source.
 */
export function offeredTests({ model }: VisitContext, part: string): readonly OfferedTest[] {
  const item = partMeant(model, part);
  return deviceOhms(model).flatMap(({ device, from, to, rated }) =>
    device === item && rated !== undefined
      ? [{ what: `${endOf(from)} to ${endOf(to)}`, expects: `${rated} ±20 %` }]
      : [],
  );
}

function endOf(terminal: string): string {
  return terminal.slice(terminal.indexOf('.') + 1);
}
