import type { EventEnvelope } from '@juxtameter/core';

/** A list need not have a clock of its own: its events are numbered. */
export function listedEnvelope(index: number): EventEnvelope {
  const uuid = (number: number): string => `00000000-0000-7000-8000-${String(number).padStart(12, '0')}`;
  return {
    id: uuid(index + 1),
    visit: uuid(0),
    device: uuid(0),
    deviceSeq: index + 1,
    seenSeq: 0,
    at: '1970-01-01T00:00:00.000Z',
    monotonic: index,
    by: '',
  };
}
