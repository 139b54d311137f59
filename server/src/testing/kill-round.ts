import { setTimeout as wait } from 'node:timers/promises';
import { v7 as uuid } from 'uuid';
import type { VisitDocument } from '@juxtameter/contract';
import type { VisitEvent } from '@juxtameter/core';
import { serverProcess } from './server-process';
import { eventMaker, OPENING } from './test-server';

/** What became of the events of one round; every list empty but for the counts when all is well. */
export interface KillRound {
  readonly acknowledged: number;
  readonly lost: readonly string[];
  readonly doubled: readonly string[];
  readonly invented: readonly string[];
  /** Events whose order or content is not what was acknowledged. */
  readonly changed: readonly string[];
}

/**
 * Streams events from several clients into a new visit, kills the server after `delay` milliseconds, starts it again
 * and holds what it has against what it acknowledged. What was on its way is sent again, as a client would.
 */
export async function killRound(folder: string, delay: number, clients = 4): Promise<KillRound> {
  const visit = uuid();
  const victim = await serverProcess(folder);
  await victim.post('/api/visits', { id: visit, unit: 'mist-line-3' });
  const opening = eventMaker(visit)(OPENING);
  const acknowledged = new Map<string, number>();
  await deliver(`${victim.address}/api/visits/${visit}/events`, [opening], acknowledged);
  const sent = new Map<string, VisitEvent>([[opening.id, opening]]);
  let isKilled = false;
  const streams = Array.from({ length: clients }, async () => {
    const make = eventMaker(visit);
    while (!isKilled) {
      const batch = [
        make({ type: 'note-added', text: 'streamed' }),
        make({ type: 'call-changed', call: 'mist', state: 'on' }),
      ];
      batch.forEach((event) => sent.set(event.id, event));
      await deliver(`${victim.address}/api/visits/${visit}/events`, batch, acknowledged);
    }
  });
  await wait(delay);
  await victim.kill('SIGKILL');
  isKilled = true;
  await Promise.all(streams);

  const again = await serverProcess(folder);
  const beforeResending = await stored(again.address, visit);
  const held = compare(beforeResending, acknowledged, sent);
  const waiting = [...sent.values()].filter((event) => !acknowledged.has(event.id));
  if (waiting.length > 0) await deliver(`${again.address}/api/visits/${visit}/events`, waiting, new Map());
  const afterResending = compare(
    await stored(again.address, visit),
    new Map([...sent.keys()].map((id) => [id, 0])),
    sent,
  );
  await again.kill('SIGKILL');
  return {
    acknowledged: acknowledged.size,
    lost: [...held.lost, ...afterResending.lost],
    doubled: [...held.doubled, ...afterResending.doubled],
    invented: [...held.invented, ...afterResending.invented],
    changed: held.changed,
  };
}

async function deliver(
  address: string,
  events: readonly VisitEvent[],
  acknowledged: Map<string, number>,
): Promise<void> {
  try {
    const response = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events }),
    });
    const answer = (await response.json()) as { events?: { id: string; seq: number }[] };
    if (!response.ok) throw new Error(`refused with ${response.status}: ${JSON.stringify(answer)}`);
    for (const { id, seq } of answer.events ?? []) acknowledged.set(id, seq);
  } catch (error) {
    // Killed in the middle of the answer: not acknowledged. A refusal is a defect.
    if (String(error).includes('refused with')) throw error;
  }
}

async function stored(address: string, visit: string): Promise<readonly VisitEvent[]> {
  const response = await fetch(`${address}/api/visits/${visit}`);
  return ((await response.json()) as VisitDocument).events;
}

function compare(
  events: readonly VisitEvent[],
  acknowledged: ReadonlyMap<string, number>,
  sent: ReadonlyMap<string, VisitEvent>,
): Omit<KillRound, 'acknowledged'> {
  const seen = new Map<string, VisitEvent>();
  const doubled = events.filter((event) => seen.has(event.id) || !seen.set(event.id, event)).map((event) => event.id);
  return {
    doubled,
    lost: [...acknowledged.keys()].filter((id) => !seen.has(id)),
    invented: [...seen.keys()].filter((id) => !sent.has(id)),
    changed: events
      .filter((event) => {
        const order = acknowledged.get(event.id);
        return (order !== undefined && order !== event.seq) || !isSameContent(event, sent.get(event.id));
      })
      .map((event) => event.id),
  };
}

function isSameContent({ seq: _seq, ...event }: VisitEvent, sent: VisitEvent | undefined): boolean {
  return JSON.stringify(event) === JSON.stringify(sent);
}
