import type { StorageProblem } from '../local/storage-problem';
import { storageWords, toStorageProblem } from '../local/storage-problem';
import { savedWords, type SavedFacts } from './saved-words';

const CALM: SavedFacts = { waiting: 0, isServerReached: true, refusal: undefined, storageProblem: undefined };

describe('what is saved where', () => {
  it('is said in words, with how much waits', () => {
    expect(savedWords(CALM).text).toBe('Saved on server and device');
    expect(savedWords({ ...CALM, waiting: 4 }).text).toBe('4 waiting on this device');
    expect(savedWords({ ...CALM, waiting: 4, isServerReached: false })).toEqual({
      text: 'Offline: 4 waiting on this device',
      isCaution: true,
    });
    expect(savedWords({ ...CALM, isServerReached: false }).isCaution).toBeFalse();
  });

  it('names a refusal before anything else, and that nothing is gone', () => {
    const refusal = { kind: 'refused', status: 409, detail: 'A jumper is in.', errors: [] } as const;
    expect(savedWords({ ...CALM, waiting: 1, refusal, storageProblem: 'full' }).text).toBe(
      'The server refused: A jumper is in. Kept on this device.',
    );
  });

  it('says that a cleared storage lost nothing the server has, as long as something waits', () => {
    expect(savedWords({ ...CALM, storageProblem: 'cleared' }).text).toContain('Saved');
    expect(savedWords({ ...CALM, waiting: 2, storageProblem: 'cleared' }).text).toContain('was cleared');
    expect(savedWords({ ...CALM, storageProblem: 'full' }).text).toContain('free some space');
  });

  it('knows what an error of the storage means', () => {
    const kinds: readonly (readonly [string, StorageProblem])[] = [
      ['QuotaExceededError', 'full'],
      ['SecurityError', 'blocked'],
      ['InvalidStateError', 'blocked'],
      ['UnknownError', 'failing'],
    ];
    for (const [name, problem] of kinds) expect(toStorageProblem(new DOMException('', name))).toBe(problem);
    expect(toStorageProblem(new Error('odd'))).toBe('failing');
    expect(storageWords('blocked')).toContain('private window');
  });
});
