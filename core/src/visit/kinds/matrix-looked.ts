import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { capital, spoken } from './words';

/** With a jumper in, one looked whether what was called works. */
export interface MatrixLooked {
  readonly type: 'matrix-looked';
  readonly step: string;
  readonly call: string;
  readonly place: string;
  readonly works: boolean;
}

export const matrixLooked: EventKind<MatrixLooked> = {
  ...TOUCHES_NO_SUPPLY,
  words(_context, _state, { event, step }) {
    const place = step?.kind === 'matrix' ? step.places.find(({ id }) => id === event.place) : undefined;
    return {
      kind: 'look',
      title: `${capital(spoken(event.call))} called ${place?.name ?? event.place}`,
      detail: event.works ? 'works' : 'nothing',
    };
  },
};
