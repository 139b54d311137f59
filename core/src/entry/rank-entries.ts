import { wayTo, type EntryDocument, type ProcedureDocument } from '../procedure';
import { watchesOf, watchOutcome, type WatchOutcome } from '../sequence';
import { isFreeUnitModel } from '../unit-model';
import {
  complaintsOf,
  isSafetyLook,
  standingOf,
  stepIn,
  tellingCodes,
  type EventOf,
  type ReadCode,
  type VisitContext,
  type VisitState,
  stepTitle,
} from '../visit';
import { Hearing } from './hearing';

/** Which kind of evidence leads where both point somewhere: the trade has both schools. */
export type School = 'code-first' | 'watch-first';

/** A chart and the step to begin at, with the reasons in words. Never a conclusion: a place to look. */
export interface RankedEntry {
  readonly procedure: string;
  readonly title: string;
  readonly step: string;
  readonly stepText: string;
  /** Steps of the way from the chart's start that beginning there passes over. */
  readonly skipped: readonly string[];
  /** A look on that way that keeps somebody safe: the chart is begun there, whatever points farther on. */
  readonly first?: { readonly step: string; readonly text: string };
  readonly reasons: readonly Reason[];
  readonly score: number;
}

export interface Reason {
  readonly kind: 'code' | 'watch' | 'complaint' | 'sign';
  readonly words: string;
}

/** What was observed before the meter came out. */
export interface Observed {
  readonly complaints: readonly string[];
  readonly codes: readonly ReadCode[];
  /** The outcome of the newest watch that stopped somewhere, and its sequence. */
  readonly watch?: { readonly sequence: string; readonly outcome: WatchOutcome };
  readonly signs: readonly EventOf<'sign-noted'>[];
  /** Looked for, and not there. */
  readonly absent: readonly EventOf<'sign-noted'>[];
}

export function observedIn(context: VisitContext, state: VisitState): Observed {
  const watched = watchesOf(context, state).map((watch) => ({
    sequence: watch.started.sequence,
    outcome: watchOutcome(context, watch),
  }));
  // What has run right since counts more than an older stop: only the newest watch speaks.
  const watch = watched.at(-1);
  return {
    complaints: complaintsOf(state)
      .filter(({ ticked }) => ticked?.result !== 'gone')
      .map(({ text }) => text),
    codes: tellingCodes(context, state),
    ...(watch?.outcome.stoppedAt ? { watch } : {}),
    signs: standingOf(state, 'sign-noted').filter(({ isThere }) => isThere),
    absent: standingOf(state, 'sign-noted').filter(({ isThere }) => !isThere),
  };
}

/** Something that speaks for an entry, and which complaint it is where it is one. */
interface Match {
  readonly reason: Reason;
  readonly score: number;
  readonly said?: string;
}

/** Weights of a match, for the school that trusts it first and for the other. */
const WEIGHTS = { first: 6, second: 4, complaint: 1, sign: 2 } as const;
/** A code from memory says less than one that is shown now. */
const STORED_PART = 0.7;
/** Most that the words of complaints add up to. */
const MOST_WORDS = 3;

/** Charts with the steps to begin at, the best supported first. Charts nothing speaks for come last, at their start. */
export function rankEntries(context: VisitContext, observed: Observed, school: School): readonly RankedEntry[] {
  const charts = Object.values(context.procedures).filter((each) => isChart(context, each));
  const heard = new Heard(context, charts, observed);
  return charts
    .flatMap((procedure) => rankChart(context, procedure, observed, school, heard))
    .sort((a, b) => b.score - a.score || a.skipped.length - b.skipped.length);
}

/** What the words of the customer and of signs fit among all charts, so that a rare word counts more than one of every chart. */
class Heard {
  readonly #hearing: Hearing;
  readonly #observed: Observed;

  constructor({ model }: VisitContext, charts: readonly ProcedureDocument[], observed: Observed) {
    const texts = charts.flatMap(({ title, entries = [] }) => [
      title,
      ...entries.flatMap(({ complaint, sign }) => complaint ?? sign ?? []),
    ]);
    this.#hearing = new Hearing([...new Set(texts)], model);
    this.#observed = observed;
  }

  /** The complaint that fits a text best, with the words that do. */
  complaint(
    text: string,
  ): { readonly said: string; readonly words: readonly string[]; readonly score: number } | undefined {
    const at = this.#hearing.texts.indexOf(text);
    const fits = this.#observed.complaints.flatMap((said) => {
      const fit = this.#hearing.compare(at, said);
      return fit ? [{ said, ...fit }] : [];
    });
    return fits.sort((a, b) => b.score - a.score)[0];
  }

  /** A sign that fits a text, and whether another one says the opposite of it. */
  sign(text: string): { readonly event: EventOf<'sign-noted'>; readonly isContradicted: boolean } | undefined {
    const at = this.#hearing.texts.indexOf(text);
    const said = ({ what, where, value }: EventOf<'sign-noted'>): string => `${what}, ${where}, ${value ?? ''}`;
    const isAt = (each: EventOf<'sign-noted'>): boolean => this.#hearing.compare(at, said(each)) !== undefined;
    const { signs, absent } = this.#observed;
    const event = signs.find(isAt);
    if (!event) return undefined;
    const isContradicted = absent.some(isAt) || signs.some((each) => this.#hearing.contradicts(at, said(each)));
    return { event, isContradicted };
  }
}

function isChart({ model }: VisitContext, procedure: ProcedureDocument): boolean {
  return !isFreeUnitModel(model) && procedure.unitModel === model.id && (procedure.entries ?? []).length > 0;
}

/** The steps of one chart that something speaks for; its start, when nothing does. */
function rankChart(
  context: VisitContext,
  procedure: ProcedureDocument,
  observed: Observed,
  school: School,
  heard: Heard,
): readonly RankedEntry[] {
  const byStep = new Map<string, { reasons: Reason[]; score: number }>();
  const heardOf = new Map<string, Match>();
  for (const entry of [{ complaint: procedure.title }, ...(procedure.entries ?? [])]) {
    const match = matched(context, entry, observed, school, heard);
    if (!match) continue;
    if (match.said !== undefined) {
      // Of everything a chart answers, what fits a complaint best speaks for it, once.
      const known = heardOf.get(match.said);
      if (!known || known.score < match.score) heardOf.set(match.said, match);
      continue;
    }
    const at = entry.at ?? procedure.start;
    const known = byStep.get(at) ?? { reasons: [], score: 0 };
    byStep.set(at, { reasons: [...known.reasons, match.reason], score: known.score + match.score });
  }
  const fitting = [...heardOf.values()].sort((a, b) => b.score - a.score);
  const general = fitting.map(({ reason }) => reason);
  const said = Math.min(
    MOST_WORDS,
    fitting.reduce((sum, { score }) => sum + score, 0),
  );
  if (byStep.size === 0) byStep.set(procedure.start, { reasons: [], score: 0 });
  return [...byStep].map(([step, { reasons, score }]) => {
    const way = wayTo(procedure, step);
    const textOf = (id: string): string => stepTitle(procedure.steps, id);
    // A look that keeps somebody safe is not begun behind: it comes first.
    const look = way.find((id) => isSafetyLook(stepIn(context, procedure.id, id)));
    return {
      procedure: procedure.id,
      title: procedure.title,
      step,
      stepText: textOf(step),
      skipped: way,
      ...(look === undefined ? {} : { first: { step: look, text: textOf(look) } }),
      reasons: [...reasons, ...general],
      score: score + said,
    };
  });
}

function matched(
  context: VisitContext,
  entry: EntryDocument,
  observed: Observed,
  school: School,
  heard: Heard,
): Match | undefined {
  if (entry.code !== undefined) return byCode(context, entry.code, observed, school);
  if (entry.stage !== undefined) return byStage(entry, observed, school);
  if (entry.sign !== undefined) return bySign(entry.sign, heard);
  return entry.complaint === undefined ? undefined : byComplaint(entry.complaint, heard);
}

function byCode({ model }: VisitContext, code: string, { codes }: Observed, school: School): Match | undefined {
  const read = codes.find((each) => each.document?.code === code);
  if (!read) return undefined;
  const effect = (read.document?.effectOf ?? []).length > 0 ? '; it may be the effect of another fault' : '';
  const back = read.cameBack ? ', back after it was cleared' : '';
  const where = read.event.stored ? 'stored' : 'shown';
  const words = `Code ${code}, ${where}${back}: ${read.meaning ?? model.name}${effect}.`;
  const weight = school === 'code-first' ? WEIGHTS.first : WEIGHTS.second;
  return { reason: { kind: 'code', words }, score: weight * (read.event.stored ? STORED_PART : 1) };
}

function byStage({ stage, commanded }: EntryDocument, { watch }: Observed, school: School): Match | undefined {
  const { stoppedAt, failure, fact } = watch?.outcome ?? {};
  if (!watch || !stoppedAt || fact === undefined || stage !== `${watch.sequence}.${stoppedAt.id}`) return undefined;
  const isOther =
    (commanded === true && failure === 'not-commanded') || (commanded === false && failure === 'not-actual');
  if (isOther) return undefined;
  const weight = school === 'watch-first' ? WEIGHTS.first : WEIGHTS.second;
  // An entry that says how the stage failed fits better than one for any failure of it.
  const isExact = commanded !== undefined && failure !== 'not-known';
  return { reason: { kind: 'watch', words: fact }, score: weight + (isExact ? 1 : 0) };
}

function bySign(sign: string, heard: Heard): Match | undefined {
  const noted = heard.sign(sign);
  if (!noted) return undefined;
  const { what, where } = noted.event;
  const but = noted.isContradicted ? ' The opposite was noted as well: look again.' : '';
  return {
    reason: { kind: 'sign', words: `Noted: ${what}${where ? `, ${where}` : ''}.${but}` },
    score: noted.isContradicted ? WEIGHTS.sign / 2 : WEIGHTS.sign,
  };
}

function byComplaint(complaint: string, heard: Heard): Match | undefined {
  const fit = heard.complaint(complaint);
  if (!fit) return undefined;
  const words = fit.words.map((word) => `“${word}”`).join(', ');
  return {
    reason: { kind: 'complaint', words: `The complaint “${fit.said}” fits “${complaint}”: ${words}.` },
    score: Math.min(fit.score, MOST_WORDS) * WEIGHTS.complaint,
    said: fit.said,
  };
}
