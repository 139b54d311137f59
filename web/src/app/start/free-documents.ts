import { freePinned, type PinnedDocuments } from '@juxtameter/contract';
import { FREE_UNIT_MODEL, type MeterDocument } from '@juxtameter/core';
import type { FreeMachine } from './start.actions';

/** What a visit to a machine that is not on file is pinned to: its supplies, and the chart that proves them dead. */
export function freeDocuments(machine: FreeMachine, meters: readonly MeterDocument[]): PinnedDocuments {
  const site = { id: slug(machine.site, 'site'), name: machine.site.trim() || 'Site not named' };
  const name = machine.name.trim() || 'Machine not named';
  const unit = {
    id: `${slug(name, 'machine')}.${site.id}`.slice(0, 120),
    site: site.id,
    name,
    unitModel: FREE_UNIT_MODEL,
    supplies: machine.supplies,
  };
  return freePinned(unit, site, meters);
}

/** An id out of words: the same machine at the same site is found again. */
export function slug(words: string, fallback: string): string {
  const ascii = words
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return ascii.slice(0, 55) || fallback;
}
