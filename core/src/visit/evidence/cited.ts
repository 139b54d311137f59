import { elementName, isFreeUnitModel, isKnownElement, partMeant, terminalsOf, type Wiring } from '../../unit-model';
import { INCONCLUSIVE } from '../../verdict';
import { measuredOutcome, type FindingGrade, type TrailLine, type VisitContext } from '../record';
import { EVIDENCE_WORDS } from './evidence-words';
import { isAssumed } from './grounds';
import { readingTitle } from './reading-title';
import type { Accused } from './references';

/** The readings a finding in somebody's words rests on, and what is doubtful about them. */
export interface Cited {
  readonly lines: readonly TrailLine[];
  readonly doubts: readonly string[];
  /** Of these readings, those that count for what is accused. */
  readonly bearing: readonly TrailLine[];
}

/** The cited readings, each held against what is accused: it has to touch it, and to be other than it should. */
export function citedBy(context: VisitContext, trail: readonly TrailLine[], accused: Accused): Cited {
  const rests = new Set(accused.rests);
  const lines = trail.filter(({ event, standing }) => rests.has(event.id) && standing !== 'retracted');
  const conclusive = lines.filter(isConclusive);
  const touching = conclusive.filter((line) => touches(context, line, accused.item));
  const isAgainst = (line: TrailLine): boolean =>
    line.event.type === 'reading-taken' && measuredOutcome(line.event).verdict !== 'within';
  // Nothing is wrong only where nothing that was read is.
  const isDenied = accused.class === 'none' && touching.some(isAgainst);
  const bearing = touching.filter((line) => !isDenied && (accused.item === undefined || isAgainst(line)));
  const strangers = conclusive.filter((line) => !touching.includes(line));
  const name = nameOf(context, accused.item);
  return {
    lines,
    bearing: conclusive.length < lines.length ? [] : bearing,
    doubts: [
      ...strangers.flatMap((line) =>
        line.event.type === 'reading-taken'
          ? [EVIDENCE_WORDS.doesNotTouch(readingTitle(context, { event: line.event, step: line.step }), name)]
          : [],
      ),
      ...(isDenied ? [EVIDENCE_WORDS.notAllAsItShould()] : []),
      ...(!isDenied && touching.length > 0 && bearing.length === 0 ? [EVIDENCE_WORDS.allAsItShould()] : []),
    ],
  };
}

/** What cited readings carry: without a chart "likely" is the most. */
export function gradeByCited({ bearing }: Cited): FindingGrade {
  if (bearing.length === 0) return 'not isolated';
  return bearing.every(({ event }) => 'grade' in event && event.grade === 'reported') ? 'by report' : 'likely';
}

function isConclusive(line: TrailLine): boolean {
  return (
    line.event.type === 'reading-taken' && !isAssumed(line) && !INCONCLUSIVE.has(measuredOutcome(line.event).verdict)
  );
}

function touches({ model, wiring }: VisitContext, { event }: TrailLine, item: string | undefined): boolean {
  if (event.type !== 'reading-taken') return false;
  // What accuses nothing rests on whatever was read; what is not drawn cannot be held against it.
  if (item === undefined || isFreeUnitModel(model)) return true;
  const part = isKnownElement(model, item) ? item : partMeant(model, item);
  const points = pointsOf(wiring, part);
  return points.some((point) => [event.from, event.to].some((at) => point === at || wiring.byWire.joined(point, at)));
}

/** Every terminal of a device, a board or one of its functions, or both ends of a wire. */
function pointsOf({ model }: Wiring, part: string): readonly string[] {
  const [owner = ''] = part.split(':');
  const device = model.devices.find(({ id }) => id === owner);
  if (device) return terminalsOf(device).map((each) => `${owner}.${each}`);
  const board = model.boards.find(({ id }) => id === owner);
  if (board) return board.connectors.flatMap(({ id, pins }) => pins.map((pin) => `${owner}.${id}.${pin.id}`));
  const wire = model.wires.find(({ id }) => id === owner);
  return wire ? [wire.from, wire.to] : [];
}

function nameOf({ model }: VisitContext, item: string | undefined): string {
  if (item === undefined) return 'anything';
  return isKnownElement(model, item) ? elementName(model, item) : `"${item}"`;
}
