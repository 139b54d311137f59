import { createHash } from 'node:crypto';

/** A picture and the name it is kept under. */
export interface KeptPhoto {
  readonly hash: string;
  readonly bytes: Buffer;
}

/** Pictures, kept by what is in them; none is ever changed or deleted. */
export interface PhotoStore {
  /** Those of these that are kept whole, as far as that is seen without reading them. */
  having(hashes: readonly string[]): Promise<ReadonlySet<string>>;
  /** Undefined where it is not kept, or was damaged: whoever has it still is asked for it again. */
  read(hash: string): Promise<Buffer | undefined>;
  /** Resolves once it outlives a power cut. @throws RequestProblem where nothing can be stored. */
  keep(photo: KeptPhoto): Promise<void>;
  /** The names of all, in order. */
  all(): Promise<readonly string[]>;
}

export function hashOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
