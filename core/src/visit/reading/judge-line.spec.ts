import { HAND_METER } from '../../testing/demo';
import { judgeLine, type ReadingLine } from '..';

const judged = (line: Partial<ReadingLine>): ReturnType<typeof judgeLine> =>
  judgeLine({ function: 'ac-voltage', expects: '24 V ±15 %', text: '', ...line }, HAND_METER);

describe('one reading beside what it should be', () => {
  it('is judged with the meter, and shows its arithmetic', () => {
    const { judgement, reading } = judged({ text: '19.4' });
    expect(reading).toEqual(jasmine.objectContaining({ kind: 'value' }));
    expect(judgement?.verdict).toBe('low');
    expect(judgement?.sentence.replaceAll('\u00a0', ' ')).toContain('19.4 V');
    expect(judged({ text: '24.6' }).judgement?.verdict).toBe('within');
  });

  it('is no problem as long as nothing is typed', () => {
    const empty = judged({ text: '  ' });
    expect(empty.problem).toBeUndefined();
    expect(empty.judgement).toBeUndefined();
    expect(empty.expectation?.of).toBe(24);
    expect(judged({ expects: '', text: '24' }).judgement?.verdict).toBe('unjudged');
  });

  it('asks where a letter or a comma could mean two things, and takes the answer', () => {
    const asked = judged({ function: 'resistance', expects: '3 MΩ ±10 %', text: '3m' });
    expect(asked.question?.candidates.length).toBe(2);
    const [chosen] = asked.question?.candidates ?? [];
    expect(judged({ function: 'resistance', expects: '3 MΩ ±10 %', text: '3m', chosen }).judgement).toBeDefined();
  });

  it('says which of the two lines cannot be read, and what is accepted', () => {
    const reading = judged({ text: 'green' });
    expect(reading.problem?.message).toContain('not a number');
    expect(reading.problem?.accepted.length).toBeGreaterThan(0);
    const expected = judged({ expects: 'same as last within a bit', text: '24' });
    expect(expected.problem?.message).toMatch(/^Expected: "last within a bit": /);
    expect(expected.problem?.accepted).toContain('24 V ±15 %');
  });
});
