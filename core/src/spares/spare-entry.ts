/** Who wrote an entry of the spares, when, and about which part in which van or store. */
export interface SpareEnvelope {
  readonly id: string;
  readonly device: string;
  /** Wall time of the device, ISO 8601 in UTC. */
  readonly at: string;
  /** The van or the store, as people call it. */
  readonly place: string;
  /** Number of the part, with its revision. */
  readonly number: string;
}

/** What is known or happens of a spare. Entries are never changed: a slip is withdrawn by another entry. */
export type SpareFact =
  | {
      readonly type: 'counted';
      /** Pieces that lie there, 0 or more. */
      readonly count: number;
      readonly name?: string;
      /** Pieces at which it is to be reordered. */
      readonly level?: number;
    }
  | { readonly type: 'put'; readonly count: number }
  | {
      readonly type: 'taken';
      readonly count: number;
      /** The visit it was taken for. */
      readonly visit?: string;
    }
  /** It is not kept there any more. */
  | { readonly type: 'dropped' }
  | { readonly type: 'withdrawn'; readonly entry: string };

export type SpareEntry = SpareEnvelope & SpareFact;
