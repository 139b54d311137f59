/**
 * The order in which a symmetric system is eliminated, and where every value of its factors lies. It depends on what is
 * joined to what alone: found once, it is replayed for every frequency and every changed value.
 *
 * Minimum degree (Tinney and Walker 1967, scheme 2): the unknown joined to the fewest others goes first, so that few
 * values fill in. An unknown without a value of its own (the current of an ideal source) waits until one it is joined to
 * has gone and given it one.
 */
export interface Elimination {
  readonly size: number;
  /** Slots of values: the diagonal first, then what stands below it. */
  readonly slots: number;
  /** Unknown that goes first, second and so on. */
  readonly order: Int32Array;
  /** For every pivot the first of its entries in `rows` and `entries`; one more at the end. */
  readonly starts: Int32Array;
  /** Unknowns joined to a pivot when it goes. */
  readonly rows: Int32Array;
  /** Their slots. */
  readonly entries: Int32Array;
  /** Slots each pair of them changes, pivot after pivot, the pair's first before its second. */
  readonly targets: Int32Array;
  /** Where the value joining two unknowns lies; -1 where nothing does. */
  slotOf(one: number, other: number): number;
}

/** `hollow` names the unknowns whose own value is zero before anything is eliminated. */
export function planElimination(
  size: number,
  joined: Iterable<readonly [number, number]>,
  hollow: ReadonlySet<number>,
): Elimination {
  const neighbours = Array.from({ length: size }, () => new Set<number>());
  for (const [one, other] of joined)
    if (one !== other) {
      neighbours[one]?.add(other);
      neighbours[other]?.add(one);
    }
  const slots = new SlotTable(size);
  const order: number[] = [];
  const rows: number[] = [];
  const entries: number[] = [];
  const starts: number[] = [0];
  const targets: number[] = [];
  const waiting = new Set(hollow);
  const left = new Set(neighbours.keys());
  while (left.size > 0) {
    const pivot = nextOf(left, neighbours, waiting);
    left.delete(pivot);
    const others = [...(neighbours[pivot] ?? [])];
    order.push(pivot);
    for (const [index, row] of others.entries()) {
      rows.push(row);
      entries.push(slots.of(pivot, row));
      waiting.delete(row);
      for (const other of others.slice(index)) targets.push(slots.of(row, other));
      for (const other of others.slice(index + 1)) {
        neighbours[row]?.add(other);
        neighbours[other]?.add(row);
      }
      neighbours[row]?.delete(pivot);
    }
    starts.push(rows.length);
  }
  return {
    size,
    slots: slots.count,
    order: Int32Array.from(order),
    starts: Int32Array.from(starts),
    rows: Int32Array.from(rows),
    entries: Int32Array.from(entries),
    targets: Int32Array.from(targets),
    slotOf: (one, other) => slots.find(one, other),
  };
}

function nextOf(left: ReadonlySet<number>, neighbours: readonly Set<number>[], waiting: ReadonlySet<number>): number {
  let best = -1;
  let fewest = Infinity;
  for (const each of left) {
    const degree = neighbours[each]?.size ?? 0;
    if (degree < fewest && !waiting.has(each)) [best, fewest] = [each, degree];
  }
  // Nothing but unknowns without a value: there is no way out of that, and solving says so.
  return best >= 0 ? best : ([...left][0] ?? 0);
}

/** A slot for every pair that ever has a value; those of the diagonal have the number of their unknown. */
class SlotTable {
  private readonly known = new Map<number, number>();
  count: number;

  constructor(private readonly size: number) {
    this.count = size;
  }

  of(one: number, other: number): number {
    if (one === other) return one;
    const key = this.keyOf(one, other);
    const slot = this.known.get(key) ?? this.count;
    if (slot === this.count) {
      this.known.set(key, slot);
      this.count += 1;
    }
    return slot;
  }

  find(one: number, other: number): number {
    return one === other ? one : (this.known.get(this.keyOf(one, other)) ?? -1);
  }

  private keyOf(one: number, other: number): number {
    return Math.min(one, other) * this.size + Math.max(one, other);
  }
}
