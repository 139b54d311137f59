import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { isPinnedWith } from '@juxtameter/contract';
import { visitContract } from '@juxtameter/contract/check';
import { readDemo } from './read-demo';
import { VisitWriter } from './visit-writer';

const DEMO = readDemo();

/** A visit to one unit of the demo, pinned to all its charts. */
export function demoVisit(unitId: string, begins: string, number: number): VisitWriter {
  const unit = DEMO.sites.units.find(({ id }) => id === unitId);
  const site = DEMO.sites.sites.find(({ id }) => id === unit?.site);
  const unitModel = DEMO.unitModels.find(({ id }) => id === unit?.unitModel);
  if (!unit || !site || !unitModel) throw new Error(`no unit ${unitId}`);
  const procedures = DEMO.procedures.filter((each) => isPinnedWith(each, unitModel.id));
  return new VisitWriter(
    { unit, site, unitModel, procedures, meters: DEMO.meters },
    Date.parse(begins),
    'Wren',
    number,
  );
}

/** Writes a visit into the demo's folder. @throws Error with every problem where it does not fit its contract. */
export function writeVisit(file: string, { id, pinned, events }: VisitWriter): void {
  const document = { format: 'juxtameter/visit', version: 1, id, pinned, events };
  const checked = visitContract.validate(document);
  if (!checked.ok) throw new Error(JSON.stringify(checked.problems, null, 2));
  const path = fileURLToPath(new URL(`../data/visits/${file}.json`, import.meta.url));
  writeFileSync(path, `${JSON.stringify(document, null, 2)}\n`);
}
