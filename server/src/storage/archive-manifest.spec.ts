import { v7 as uuid } from 'uuid';
import { manifestProblem } from './archive-manifest';

/** The list of an archive of so many visits. */
function manifestOf(count: number) {
  const visits = Array.from({ length: count }, () => ({
    file: `visits/${uuid()}.json`,
    createdAt: '2026-12-01T09:00:00.000Z',
  }));
  const eras = Array.from({ length: count }, (_, index) => ({ place: index + 1, id: uuid(), after: index }));
  const files = Object.fromEntries(
    ['sites.json', ...visits.map(({ file }) => file)].map((file) => [file, 'a'.repeat(64)]),
  );
  const createdAt = '2026-12-01T09:00:00.000Z';
  return { format: 'juxtameter/archive', version: 1, createdAt, journalSeq: 7, files, documents: [], visits, eras };
}

describe('the list of an archive', () => {
  it('takes as many visits as anybody has', () => {
    for (const count of [0, 1, 2001, 60_000])
      expect(manifestProblem(manifestOf(count)))
        .withContext(`${count}`)
        .toBeUndefined();
  });

  it('names a file that is listed twice, not at all, or without its sum, however long it is', () => {
    const whole = manifestOf(5000);
    const [first] = whole.visits;
    expect(manifestProblem({ ...whole, visits: [...whole.visits, first] })).toContain('twice');
    expect(manifestProblem({ ...whole, visits: whole.visits.slice(1) })).toContain('which neither');
    const { 'sites.json': _sites, ...files } = whole.files;
    expect(manifestProblem({ ...whole, files })).toContain('without its checksum');
    expect(manifestProblem({ ...whole, visits: [...whole.visits.slice(1), { file: 1 }] })).toContain('visits[4999]');
  });
});
