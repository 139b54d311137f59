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
  /** What a server that cannot store just now says of it. */
  readonly serverSays?: string | undefined;
  /** Entries the server does not take: how many, and why the first. */
  readonly setAside?: { readonly count: number; readonly reason: string } | undefined;
  /** Visits that are another server's: of the one that is open, one or none. */
  readonly apart?: number;
  /** Photos the server does not have. */
  readonly photos?: number;
}

export function savedWords(facts: SavedFacts): SavedWords {
  const { waiting, isServerReached, refusal, storageProblem, serverSays, setAside, apart = 0, photos = 0 } = facts;
  if (apart > 0)
    return {
      text: `Of another server, on this device only: ${apart === 1 ? 'one visit' : `${apart} visits`}`,
      isCaution: true,
    };
  if (refusal?.kind === 'refused')
    return { text: `The server refused: ${refusal.detail} Kept on this device.`, isCaution: true };
  if (storageProblem !== undefined && (waiting > 0 || storageProblem !== 'cleared'))
    return { text: storageWords(storageProblem), isCaution: true };
  if (setAside)
    return {
      text: `${setAside.count === 1 ? 'One entry is' : `${setAside.count} entries are`} on this device only, the server does not take ${setAside.count === 1 ? 'it' : 'them'}: ${setAside.reason}`,
      isCaution: true,
    };
  if (waiting > 0 && serverSays !== undefined)
    return { text: `${waiting} waiting on this device: ${serverSays}`, isCaution: true };
  if (waiting > 0 && isServerReached === false)
    return { text: `Offline: ${waiting} waiting on this device`, isCaution: true };
  if (waiting > 0) return { text: `${waiting} waiting on this device`, isCaution: false };
  if (photos > 0)
    return {
      text: `${isServerReached === false ? 'Offline: ' : ''}${photos === 1 ? 'one photo' : `${photos} photos`} waiting on this device`,
      isCaution: isServerReached === false,
    };
  return isServerReached === false
    ? { text: 'No server in reach; nothing waits for it', isCaution: false }
    : { text: 'Saved on server and device', isCaution: false };
}
