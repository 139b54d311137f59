import fc from 'fast-check';
import { DEMO_PROCEDURE, VisitDriver, uuid } from '../testing/demo';
import { walkAnywhere } from '../testing/random-walk';
import { pastVisit, replay, verificationOf, type EventBody, type EventOf, type VisitEvent, type VisitState } from '..';
import { markedPlaces, photosOf, photoWords } from '.';

const HASH = '0'.repeat(64);

function photo(more: Partial<EventOf<'photo-taken'>> = {}): Extract<EventBody, { type: 'photo-taken' }> {
  return { type: 'photo-taken', photo: HASH, width: 640, height: 480, bytes: 1000, ...more };
}

/** Everything the visit knows besides its log. */
function known({
  trail: _trail,
  arrivedAt: _arrivedAt,
  ...state
}: VisitState): Omit<VisitState, 'trail' | 'arrivedAt'> {
  return state;
}

/** The same log with photos put in at places given as parts of its length. */
function withPhotos(events: readonly VisitEvent[], places: readonly number[]): readonly VisitEvent[] {
  const at = places.map((place) => 1 + Math.floor(place * events.length));
  return events.flatMap((event, index) => {
    const photos = at.flatMap((place, number): VisitEvent[] =>
      place === index + 1
        ? [{ ...event, ...photo({ ofStep: DEMO_PROCEDURE.start }), id: uuid(900 + number) } as VisitEvent]
        : [],
    );
    return [event, ...photos];
  });
}

const anyWalk = fc.array(fc.nat(20), { minLength: 1, maxLength: 40 });
const anyPlaces = fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 1, maxLength: 6 });

describe('photos of a visit', () => {
  it('change nothing that is known, whenever they are taken: not where it stands, nor a proof of dead, nor what is found', () => {
    fc.assert(
      fc.property(anyWalk, anyPlaces, (choices, places) => {
        const visit = walkAnywhere(new VisitDriver().open(), choices);
        const events = visit.state.trail.map(({ event }) => event);
        const [without, photographed] = [events, withPhotos(events, places)].map((log) => replay(visit.context, log));
        if (!without || !photographed) throw new Error('unreachable');
        expect(known(photographed)).toEqual(known(without));
        expect(verificationOf(visit.context, photographed).map(({ id, state }) => [id, state])).toEqual(
          verificationOf(visit.context, without).map(({ id, state }) => [id, state]),
        );
      }),
      { numRuns: 60 },
    );
  });

  it('leave a proof of dead standing that is under way', () => {
    const visit = new VisitDriver().open().act().answer('nothing').answer('both-lit').act();
    for (const text of ['231', '9.1', ...Array.from({ length: 12 }, () => '0.1')]) {
      visit.log(photo({ ofStep: visit.state.step ?? '' }));
      visit.read(text);
    }
    visit.log(photo());
    visit.read('230');
    visit.read('9.1');
    expect(Object.values(visit.state.conditions.supplies ?? {})).toContain('proven-dead');
  });

  it('are kept in the order of the log, each with its own marks; taken back, both are gone', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(3), { minLength: 1, maxLength: 8 }), fc.nat(7), (marks, back) => {
        const visit = new VisitDriver().open();
        const taken = marks.map((count, index) => {
          const event = visit.log(photo({ words: `${index}` }));
          for (let each = 0; each < count; each += 1)
            visit.log({ type: 'photo-marked', photo: event.id, place: { x: 0.1 * each, y: 0.5 } });
          return event;
        });
        const gone = taken[back % taken.length];
        if (gone) visit.log({ type: 'retracted', event: gone.id });
        const left = taken.filter(({ id }) => id !== gone?.id);
        const photos = photosOf(visit.state);
        expect(photos.map((each) => each.taken.id)).toEqual(left.map(({ id }) => id));
        expect(photos.map(({ number }) => number)).toEqual(left.map((_each, index) => index + 1));
        expect(photos.map((each) => each.marks.length)).toEqual(left.map((each) => marks[taken.indexOf(each)] ?? -1));
      }),
    );
  });

  it('say what they show: when, which terminal, which entry, whose words, at which step', () => {
    const visit = new VisitDriver().open();
    const note = visit.log({ type: 'note-added', text: 'hums' });
    visit.log(photo({ stage: 'before', terminal: 'CB.X1.3', words: 'burnt' }));
    visit.log(photo({ entry: note.id }));
    visit.log(photo({ ofStep: DEMO_PROCEDURE.start }));
    visit.log(photo());
    const said = photosOf(visit.state).map((each) => photoWords(visit.context, visit.state, each));
    expect(said[0]).toBe('before · terminal X1·3 · burnt');
    expect(said[1]).toBe('hums');
    expect(said[2]).toMatch(/^at “.+”$/);
    expect(said[3]).toBe('without words');
  });

  it('on which terminals were marked go into the history of the unit, with the last mark of each', () => {
    const visit = new VisitDriver().open();
    visit.log(photo());
    const { id } = visit.log(photo());
    const wrong = visit.log({ type: 'photo-marked', photo: id, place: { x: 0.9, y: 0.9 }, terminal: 'CB.X1.1' });
    visit.log({ type: 'photo-marked', photo: id, place: { x: 0.1, y: 0.2 }, terminal: 'CB.X1.1' });
    visit.log({ type: 'photo-marked', photo: id, place: { x: 0.3, y: 0.2 }, words: 'burnt' });
    const held = { photo: HASH, width: 640, height: 480, terminals: { 'CB.X1.1': { x: 0.1, y: 0.2 } } };
    expect(markedPlaces(visit.state)).toEqual([held]);
    expect(pastVisit('v', visit.context, visit.state).photos).toEqual([held]);
    visit.log({ type: 'retracted', event: wrong.id });
    expect(markedPlaces(visit.state)).toEqual([held]);
  });
});
