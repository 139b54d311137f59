import {
  EMPTY_VISIT,
  stamped,
  type EventBody,
  type EventEnvelope,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../record';
import { answerStep, type Answer } from '../answering';
import { append } from '../replay';
import { ListClock } from './list-clock';
import { ListLineError, type ListLine } from './list-line';

/** Gives a walked event its id, time and place in the log. */
export type EnvelopeMaker = (index: number) => EventEnvelope;

/** The record a list becomes, line by line. */
export class ListLog {
  readonly events: VisitEvent[] = [];
  state: VisitState = EMPTY_VISIT;
  readonly clock = new ListClock();
  /** How often a page was loaded anew: nothing is vouched for across that. */
  private devices = 0;

  constructor(
    readonly context: VisitContext,
    private readonly envelope: EnvelopeMaker,
  ) {}

  /** Where the next event would stand. */
  now(): EventEnvelope {
    return this.clock.stamp(this.envelope(this.events.length));
  }

  private readonly ids = new Set<string>();

  /** Logs what was done; the first event of a line has the id the line has. */
  log(body: EventBody, own?: Pick<ListLine, 'id'>): void {
    if (body.type === 'visit-resumed') this.devices += 1;
    const made = this.now();
    const device = this.devices === 0 ? {} : { device: numberedDevice(made.device, this.devices) };
    const id = own?.id === undefined || this.ids.has(own.id) ? {} : { id: own.id };
    const event = stamped({ ...made, ...device, ...id }, this.state, body);
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
    this.ids.add(event.id);
  }

  /** Answers the step; what is refused is refused here as on the page. */
  give(line: ListLine, answer: Answer): EventBody {
    const answered = answerStep(this.context, this.state, answer);
    if (answered.outcome === 'event') {
      this.log(answered.body, line);
      return answered.body;
    }
    const isRead = answer.kind === 'read';
    const typed = isRead ? `"${answer.text}": ` : '';
    if (answered.outcome === 'ask')
      throw new ListLineError(line.number, `${typed}${answered.question} Write the unit out.`);
    const { message, accepted } = answered;
    const end = accepted.length === 0 ? '' : ` Accepted: ${accepted.join(', ')}.`;
    throw new ListLineError(line.number, `${typed}${message}${end}`);
  }
}

/** Another open page of the same record: nothing is vouched for across it. */
function numberedDevice(first: string, number: number): string {
  return `${first.slice(0, -4)}${String(9000 + number)}`;
}
