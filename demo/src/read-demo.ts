import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { MeterDocument, ProcedureDocument, SpareEntry, UnitModelDocument } from '@juxtameter/core';
import { type SiteFile, type VisitDocument } from '@juxtameter/contract';
import {
  meterContract,
  procedureContract,
  readDocument,
  siteFileContract,
  spareFileContract,
  unitModelContract,
  visitContract,
  type Contract,
} from '@juxtameter/contract/check';

/** The made-up nursery: everything a fresh database is filled with. */
export interface DemoData {
  readonly sites: SiteFile;
  readonly unitModels: readonly UnitModelDocument[];
  readonly procedures: readonly ProcedureDocument[];
  readonly meters: readonly MeterDocument[];
  readonly visits: readonly VisitDocument[];
  readonly spares: readonly SpareEntry[];
  /** Pictures the visits name by what is in them. */
  readonly photos: readonly Buffer[];
}

/** Found from the source as well as from the built server, which lie equally deep. */
const DATA = fileURLToPath(new URL('../../demo/data', import.meta.url));

/** Reads the demo files through the same contracts as anybody's documents. */
export function readDemo(): DemoData {
  return {
    sites: readAs('sites.json', siteFileContract),
    unitModels: readFolder('unit-models', unitModelContract),
    procedures: readFolder('procedures', procedureContract),
    meters: readFolder('meters', meterContract),
    visits: readFolder('visits', visitContract),
    spares: readAs('spares.json', spareFileContract).entries,
    photos: namesIn('photos', '.jpg').map((name) => readFileSync(join(DATA, 'photos', name))),
  };
}

function readFolder<Value>(folder: string, contract: Contract<Value>): readonly Value[] {
  return namesIn(folder, '.json').map((name) => readAs(join(folder, name), contract));
}

function namesIn(folder: string, ending: string): readonly string[] {
  return readdirSync(join(DATA, folder))
    .filter((name) => name.endsWith(ending))
    .sort();
}

function readAs<Value>(file: string, contract: Contract<Value>): Value {
  const read = readDocument(readFileSync(join(DATA, file), 'utf8'));
  const checked = read.ok ? contract.validate(read.value) : read;
  if (checked.ok) return checked.value;
  throw new Error(`demo file ${file}: ${checked.problems.map((each) => `${each.path} ${each.message}`).join('; ')}`);
}
