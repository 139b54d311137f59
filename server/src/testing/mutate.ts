/** A small generator of numbers in [0, 1) that gives the same row for the same seed (mulberry32, public domain). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

const STRANGE: readonly unknown[] = [
  null,
  '',
  0,
  -1,
  1e308,
  true,
  [],
  {},
  '24 V',
  '__proto__',
  '=1+1',
  '<img src=x onerror=alert(1)>',
  '\u0000',
  '\ud800',
  'x'.repeat(5000),
  [[[[[[]]]]]],
  { toString: 1, constructor: null },
];

/** A copy with one to three places made strange: cut out, put in, doubled or replaced. */
export function mutated(value: unknown, random: () => number): unknown {
  const copy: unknown = JSON.parse(JSON.stringify(value));
  const times = 1 + Math.floor(random() * 3);
  for (let time = 0; time < times; time += 1) mutateOnce(copy, random);
  return copy;
}

function mutateOnce(root: unknown, random: () => number): void {
  const places = containers(root);
  const place = pick(places, random);
  if (!place) return;
  const keys = Object.keys(place);
  const key = pick(keys, random) ?? 'added';
  // A copy: what is put in here may be made strange itself.
  const strange: unknown = structuredClone(pick(STRANGE, random));
  const record = place as Record<string, unknown>;
  switch (Math.floor(random() * 4)) {
    case 0:
      if (Array.isArray(place)) place.splice(Number(key) || 0, 1);
      else Reflect.deleteProperty(record, key);
      return;
    case 1:
      if (Array.isArray(place)) place.push(strange);
      else record[`${key}x`] = strange;
      return;
    case 2:
      if (Array.isArray(place) && place.length > 0) place.push(place[0]);
      else record[key] = strange;
      return;
    default:
      record[key] = strange;
  }
}

function containers(value: unknown): readonly object[] {
  if (typeof value !== 'object' || value === null) return [];
  return [value, ...Object.values(value).flatMap((child) => containers(child))];
}

function pick<Value>(values: readonly Value[], random: () => number): Value | undefined {
  return values[Math.floor(random() * values.length)];
}
