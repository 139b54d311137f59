import type { ApiProblem } from '../api/api-problem';
import { storageWords, type StorageProblem } from '../local/storage-problem';

/** What is saved where, in words. */
export interface SavedWords {
  readonly text: string;
  readonly isCaution: boolean;
}

export interface SavedFacts {
  /** Entries the server does not have. */
  readonly waiting: number;
  readonly isServerReached: boolean | undefined;
  readonly refusal: ApiProblem | undefined;
  readonly storageProblem: StorageProblem | undefined;
}

export function savedWords({ waiting, isServerReached, refusal, storageProblem }: SavedFacts): SavedWords {
  if (refusal?.kind === 'refused')
    return { text: `The server refused: ${refusal.detail} Kept on this device.`, isCaution: true };
  if (storageProblem !== undefined && (waiting > 0 || storageProblem !== 'cleared'))
    return { text: storageWords(storageProblem), isCaution: true };
  if (waiting > 0 && isServerReached === false)
    return { text: `Offline: ${waiting} waiting on this device`, isCaution: true };
  if (waiting > 0) return { text: `${waiting} waiting on this device`, isCaution: false };
  return isServerReached === false
    ? { text: 'No server in reach; nothing waits for it', isCaution: false }
    : { text: 'Saved on server and device', isCaution: false };
}
