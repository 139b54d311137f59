import { formatReading } from '../quantity';
import { elementName } from '../unit-model';
import { verdictWord, type Verdict } from '../verdict';
import { readingTitle, type Evidence, type EvidenceLine, type VisitContext, type VisitState } from '../visit';

/** One thing that speaks for or against a finding, in words. */
export interface EvidenceRow {
  readonly title: string;
  readonly value: string;
  readonly verdict?: Verdict;
  /** What it implicates or clears, by name, and what became of it since. */
  readonly elements: readonly string[];
}

/** What speaks for a finding, what against it, what cleared others, and what was passed over. */
export interface EvidenceRows {
  readonly pointsAtIt: readonly EvidenceRow[];
  readonly speaksAgainstIt: readonly EvidenceRow[];
  readonly clearsOthers: readonly EvidenceRow[];
  readonly notProven: readonly string[];
}

/**
 * Evidence in words, as every page and every file says it. What was taken back since the finding was made still shows
 * that it was believed then.
 */
export function evidenceRows(
  context: VisitContext,
  state: Pick<VisitState, 'trail'>,
  evidence: Evidence,
): EvidenceRows {
  const takenBack = new Set(state.trail.flatMap(({ event, standing }) => (standing === 'retracted' ? [event.id] : [])));
  const rows = (lines: readonly EvidenceLine[]): EvidenceRow[] =>
    lines.map((each) => rowOf(context, each, takenBack.has(each.line.event.id)));
  return {
    pointsAtIt: rows(evidence.implicates),
    speaksAgainstIt: rows(evidence.contradicts),
    clearsOthers: rows(evidence.clearsOthers),
    notProven: evidence.unproven,
  };
}

function rowOf(context: VisitContext, { line, elements }: EvidenceLine, isTakenBack: boolean): EvidenceRow {
  const { event, step } = line;
  const named = elements.map((each) => elementName(context.model, each));
  const row = { title: step?.text ?? '', elements: isTakenBack ? [...named, 'taken back since'] : named };
  switch (event.type) {
    case 'reading-taken':
      return {
        ...row,
        title: readingTitle(context, { event, step }),
        value: event.reading ? formatReading(event.reading) : event.text,
        verdict: event.judgement.verdict,
      };
    case 'observation-made': {
      const answer = step?.kind === 'observation' ? step.answers[event.answer] : undefined;
      return { ...row, value: typeof answer === 'object' && answer.text ? answer.text : event.answer };
    }
    case 'undecided-accepted':
      return { ...row, value: `taken as ${verdictWord(event.verdict)}` };
    default:
      return { ...row, value: '' };
  }
}
