// Writes the earlier visits that make a unit's history. Run with `npx tsx demo/src/build-history.ts`.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { EventBody } from '@juxtameter/core';

const data = fileURLToPath(new URL('../data/', import.meta.url));
const read = <Document>(path: string): Document => JSON.parse(readFileSync(`${data}${path}`, 'utf8')) as Document;

interface Scenario {
  readonly file: string;
  readonly unit: string;
  readonly unitModel: string;
  readonly procedures: readonly string[];
  /** When it was opened; the events follow two minutes apart. */
  readonly at: string;
  readonly by: string;
  readonly events: readonly EventBody[];
}

const closed: EventBody = { type: 'visit-closed' };
const MINUTES = 2;

const SCENARIOS: readonly Scenario[] = [
  {
    file: 'co2-burner-1-igniter',
    unit: 'co2-burner-1',
    unitModel: 'co2-burner',
    procedures: ['burner-does-not-fire'],
    at: '2026-03-02T09:10:00.000Z',
    by: 'Wren',
    events: [
      {
        type: 'visit-opened',
        unit: 'co2-burner-1',
        complaint: 'Burner does not light when it rains',
        meter: 'hand-6000',
      },
      {
        type: 'intake-recorded',
        topic: 'weather',
        text: 'rain, outside 6 °C',
        grade: 'observed',
        temperatures: { outside: 6 },
      },
      { type: 'setting-read', setting: 'BC.ID', value: 'A', grade: 'observed' },
      {
        type: 'code-read',
        code: '3',
        lamp: 'STATUS',
        sign: { kind: 'blinks', counts: [3] },
        stored: false,
        how: 'taps',
        confidence: 0.98,
        grade: 'observed',
      },
      { type: 'part-fitted', part: 'IG1', number: 'HSI-62', state: 'new', why: 'read open' },
      {
        type: 'finding-reached',
        class: 'load',
        item: 'IG1',
        mode: 'open',
        text: 'Igniter read open.',
        grade: 'by elimination',
      },
      closed,
    ],
  },
  {
    file: 'co2-burner-1-board',
    unit: 'co2-burner-1',
    unitModel: 'co2-burner',
    procedures: ['burner-does-not-fire'],
    at: '2026-08-19T13:40:00.000Z',
    by: 'Alder',
    events: [
      {
        type: 'visit-opened',
        unit: 'co2-burner-1',
        complaint: 'No carbon dioxide after a wet night',
        meter: 'hand-6000',
      },
      {
        type: 'intake-recorded',
        topic: 'weather',
        text: 'rain, outside 14 °C',
        grade: 'observed',
        temperatures: { outside: 14 },
      },
      {
        type: 'code-read',
        code: '3',
        lamp: 'STATUS',
        sign: { kind: 'blinks', counts: [3] },
        stored: false,
        how: 'taps',
        confidence: 0.96,
        grade: 'observed',
      },
      { type: 'part-fitted', part: 'BC', number: 'BC-7 rev D', state: 'new', why: 'igniter was new already' },
      { type: 'finding-reached', class: 'board', item: 'BC', text: 'Board changed, ran once.', grade: 'not isolated' },
      { type: 'follow-up-noted', text: 'flame rod lead is brittle, renew it before winter', due: '2026-11-01' },
      closed,
    ],
  },
  {
    file: 'vent-east-after-motor',
    unit: 'vent-east',
    unitModel: 'roof-vent-drive',
    procedures: ['vent-runs-one-way'],
    at: '2026-09-10T07:30:00.000Z',
    by: 'Wren',
    events: [
      {
        type: 'visit-opened',
        unit: 'vent-east',
        complaint: 'Vent opens but does not close since the motor was changed',
        meter: 'pocket-2000',
      },
      {
        type: 'intake-recorded',
        topic: 'prior-work',
        text: "the neighbour's helper · July · rack motor · before: opens slowly · never right since",
        grade: 'reported',
        priorWork: {
          who: "the neighbour's helper",
          when: 'July',
          parts: ['rack motor'],
          complaintBefore: 'opens slowly',
          result: 'never-right',
        },
      },
      { type: 'setting-read', setting: 'VD.RT', value: '2', grade: 'observed' },
      { type: 'sign-noted', sense: 'sight', what: 'crossed colours', where: 'X2', isThere: true, grade: 'observed' },
      {
        type: 'finding-reached',
        class: 'wiring',
        item: 'w6',
        text: 'Motor wires were crossed at X2, put right.',
        grade: 'not isolated',
      },
      { type: 'follow-up-noted', text: 'watch it through a whole day before the frost', due: '2026-10-01' },
      closed,
    ],
  },
  ...[
    [
      'mist-line-3-float-first',
      '2026-02-11T08:20:00.000Z',
      'Float switch stayed open.',
      'No mist after the snow melt, niche under water',
    ],
    [
      'mist-line-3-float-again',
      '2026-07-24T10:05:00.000Z',
      'Float switch stayed open again.',
      'No mist since the storm and the rain',
    ],
  ].map(([file = '', at = '', text = '', complaint = '']): Scenario => ({
    file,
    unit: 'mist-line-3',
    unitModel: 'mist-pump-panel',
    procedures: ['pump-contactor-does-not-pull-in'],
    at,
    by: 'Alder',
    events: [
      { type: 'visit-opened', unit: 'mist-line-3', complaint, meter: 'hand-6000' },
      { type: 'intake-recorded', topic: 'weather', text: 'rain', grade: 'reported' },
      { type: 'part-fitted', part: 'FS1', state: 'new', why: 'water in the switch' },
      { type: 'finding-reached', class: 'sensor', item: 'FS1', mode: 'stuck-open', text, grade: 'not isolated' },
      closed,
    ],
  })),
];

/** A UUIDv7 of a moment with a number of its own. */
function uuid(at: number, number: number): string {
  const time = at.toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7000-8000-${String(number).padStart(12, '0')}`;
}

const sites = read<{ sites: { id: string }[]; units: { id: string; site: string }[] }>('sites.json');
for (const scenario of SCENARIOS) {
  const opened = Date.parse(scenario.at);
  const visit = uuid(opened, 0);
  const unit = sites.units.find(({ id }) => id === scenario.unit);
  const document = {
    format: 'juxtameter/visit',
    version: 1,
    id: visit,
    pinned: {
      unit,
      site: sites.sites.find(({ id }) => id === unit?.site),
      unitModel: read(`unit-models/${scenario.unitModel}.json`),
      procedures: scenario.procedures.map((id) => read(`procedures/${id}.json`)),
      meters: [read('meters/hand-6000.json'), read('meters/pocket-2000.json')],
    },
    events: scenario.events.map((body, index) => ({
      id: uuid(opened, index + 1),
      visit,
      device: uuid(opened, 999),
      deviceSeq: index + 1,
      seenSeq: 0,
      at: new Date(opened + index * MINUTES * 60_000).toISOString(),
      zone: '+01:00',
      monotonic: index * MINUTES * 60_000,
      by: scenario.by,
      ...body,
    })),
  };
  writeFileSync(`${data}visits/${scenario.file}.json`, `${compact(document)}\n`);
}

/** What fits a line stands on one. */
function compact(value: unknown, indent = 0): string {
  const flat = JSON.stringify(value, undefined, 1).replace(/\n\s*/g, ' ');
  if (typeof value !== 'object' || value === null || flat.length + indent <= 110) return flat;
  const pad = ' '.repeat(indent + 2);
  const end = ' '.repeat(indent);
  if (Array.isArray(value)) return `[\n${value.map((each) => pad + compact(each, indent + 2)).join(',\n')}\n${end}]`;
  const lines = Object.entries(value).map(
    ([key, each]) => `${pad}${JSON.stringify(key)}: ${compact(each, indent + 2)}`,
  );
  return `{\n${lines.join(',\n')}\n${end}}`;
}
