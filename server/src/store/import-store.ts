import { eq } from 'drizzle-orm';
import { problemError, type UnitModelDocument } from '@juxtameter/core';
import { isGeneral, isFreeUnit, type Site, type SiteFile, type Unit } from '@juxtameter/contract';
import {
  checkRules,
  openDocument,
  readDocument,
  type ImportAnswer,
  type ImportEffect,
  type ImportItem,
  type ImportProblem,
  type ImportRequest,
  type OpenDocument,
} from '@juxtameter/contract/check';
import type { Database } from '../database/open-database';
import { sites, units, visits } from '../database/schema';
import { RequestProblem } from '../request-problem';
import { documentHash } from '../storage/content-hash';
import type { Entry } from '../storage/entry';
import type { Storage } from '../storage/storage';
import type { LibraryStore } from './library-store';
import type { VisitStore } from './visit-store';

/** A document with the file it came in. */
type Opened = OpenDocument & { readonly file: string };

/** What one document, or a site or unit of one, comes to. */
interface Step {
  readonly items: readonly ImportItem[];
  readonly entries: readonly Entry[];
}

/** Models before the charts that need them, units before their visits. */
const ORDER: readonly OpenDocument['kind'][] = ['unit-model', 'procedure', 'meter', 'sites', 'visit'];

/** Brings documents in, all of them or none. */
export class ImportStore {
  constructor(
    private readonly storage: Storage,
    private readonly library: LibraryStore,
    private readonly visits: VisitStore,
  ) {}

  /** With `isTrial` nothing is stored: the answer says what would be. */
  run({ files }: ImportRequest, isTrial: boolean): Promise<ImportAnswer> {
    return this.storage.writer.write(async (database, waiting) => {
      const { opened, problems } = openFiles(files);
      const found = [...problems, ...repeated(opened), ...(await this.brokenRules(database, opened))];
      const planned = hasErrors(found) ? { steps: [], problems: [] } : await this.planned(database, opened, waiting);
      const all = [...found, ...planned.problems];
      const isDone = !isTrial && !hasErrors(all);
      // Planning takes orders and remembers events that will not be stored now.
      if (!isDone) this.visits.forgetPlans();
      return {
        entries: isDone ? planned.steps.flatMap((step) => step.entries) : [],
        answer: { isDone, items: planned.steps.flatMap((step) => step.items), problems: all },
      };
    });
  }

  private async brokenRules(database: Database, opened: readonly Opened[]): Promise<readonly ImportProblem[]> {
    const models = new Map<string, UnitModelDocument>();
    for (const each of opened) {
      if (each.kind === 'unit-model') models.set(each.document.id, each.document);
      if (each.kind !== 'procedure' || isGeneral(each.document) || models.has(each.document.unitModel)) continue;
      const stored = await this.library.newestUnitModel(database, each.document.unitModel);
      if (stored) models.set(stored.id, stored);
    }
    const brought = opened.flatMap((each) =>
      each.kind === 'procedure' && isGeneral(each.document) ? [each.document] : [],
    );
    const stored = await this.library.generals(database);
    const generals = [...brought, ...stored.filter(({ id }) => !brought.some((each) => each.id === id))];
    const companions = { modelOf: (id: string) => models.get(id), generals };
    return opened.flatMap((each) => checkRules(each, companions).map((problem) => ({ ...problem, file: each.file })));
  }

  private async planned(
    database: Database,
    opened: readonly Opened[],
    waiting: readonly Entry[],
  ): Promise<{ readonly steps: readonly Step[]; readonly problems: readonly ImportProblem[] }> {
    const steps: Step[] = [];
    const problems: ImportProblem[] = [];
    const broughtModels = new Set(opened.flatMap((each) => (each.kind === 'unit-model' ? [each.document.id] : [])));
    for (const each of opened) {
      try {
        steps.push(await this.step(database, each, broughtModels, waiting));
      } catch (error) {
        if (!(error instanceof RequestProblem)) throw error;
        problems.push(...refusals(each.file, error));
      }
    }
    return { steps, problems };
  }

  private step(
    database: Database,
    each: Opened,
    broughtModels: ReadonlySet<string>,
    waiting: readonly Entry[],
  ): Promise<Step> {
    switch (each.kind) {
      case 'sites':
        return this.sitesStep(database, each.file, each.document, broughtModels);
      case 'visit':
        return this.visitStep(database, each, waiting);
      default:
        return this.documentStep(database, each);
    }
  }

  private async documentStep(database: Database, each: Exclude<Opened, { kind: 'sites' | 'visit' }>): Promise<Step> {
    const { kind: of, document, file } = each;
    const { entries, answer } = await this.library.planPut(database, { of, document } as Parameters<
      LibraryStore['planPut']
    >[1]);
    const effect: ImportEffect = { kind: !answer.isNew ? 'same' : answer.version === 1 ? 'new' : 'replaces' };
    const title = 'title' in document ? document.title : document.name;
    return { entries, items: [{ file, kind: of, id: document.id, name: title, effect }] };
  }

  private async sitesStep(
    database: Database,
    file: string,
    document: SiteFile,
    broughtModels: ReadonlySet<string>,
  ): Promise<Step> {
    const entries: Entry[] = [];
    const items: ImportItem[] = [];
    for (const site of document.sites) {
      const [row] = await database.select({ stored: sites.document }).from(sites).where(eq(sites.id, site.id));
      const effect = effectOf(row?.stored, site);
      if (effect.kind !== 'same') entries.push({ kind: 'site-put', site });
      items.push({ file, kind: 'site', id: site.id, name: site.name, effect });
    }
    const broughtSites = new Set(document.sites.map(({ id }) => id));
    for (const [index, unit] of document.units.entries()) {
      await this.refuseLooseUnit(database, unit, `units[${index}]`, broughtSites, broughtModels);
      const [row] = await database.select({ stored: units.document }).from(units).where(eq(units.id, unit.id));
      const effect = effectOf(row?.stored, unit);
      if (effect.kind !== 'same') entries.push({ kind: 'unit-put', unit });
      items.push({ file, kind: 'unit', id: unit.id, name: unit.name, effect });
    }
    return { entries, items };
  }

  private async refuseLooseUnit(
    database: Database,
    unit: Unit,
    path: string,
    broughtSites: ReadonlySet<string>,
    broughtModels: ReadonlySet<string>,
  ): Promise<void> {
    const [site] = await database.select({ id: sites.id }).from(sites).where(eq(sites.id, unit.site));
    const hasModel =
      isFreeUnit(unit) ||
      broughtModels.has(unit.unitModel) ||
      (await this.library.newestUnitModel(database, unit.unitModel));
    const problems = [
      ...(site || broughtSites.has(unit.site)
        ? []
        : [{ path: `${path}.site`, message: `names site "${unit.site}", which is not here` }]),
      ...(hasModel
        ? []
        : [{ path: `${path}.unitModel`, message: `names unit model "${unit.unitModel}", which is not here` }]),
    ];
    if (problems.length > 0) throw new RequestProblem(422, 'Not acceptable content', '', problems);
  }

  private async visitStep(
    database: Database,
    { file, document }: Extract<Opened, { kind: 'visit' }>,
    waiting: readonly Entry[],
  ): Promise<Step> {
    const [known] = await database.select({ id: visits.id }).from(visits).where(eq(visits.id, document.id));
    const { entries, answer } = await this.visits.planPut(database, document, waiting);
    const effect: ImportEffect = !known
      ? { kind: 'new' }
      : answer === 0
        ? { kind: 'same' }
        : { kind: 'adds', events: answer };
    const { unit, site } = document.pinned;
    return { entries, items: [{ file, kind: 'visit', id: document.id, name: `${unit.name}, ${site.name}`, effect }] };
  }
}

function openFiles(files: ImportRequest['files']): { opened: readonly Opened[]; problems: readonly ImportProblem[] } {
  const opened: Opened[] = [];
  const problems: ImportProblem[] = [];
  for (const { name: file, text } of files) {
    const read = readDocument(text);
    const checked = read.ok
      ? openDocument(read.value)
      : { problems: read.problems.map(({ path, message }) => problemError(path, message)) };
    if ('opened' in checked && checked.opened) opened.push({ ...checked.opened, file });
    problems.push(...checked.problems.map((problem) => ({ ...problem, file })));
  }
  opened.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
  return { opened, problems };
}

/** Two of one id leave open which of them is meant. */
function repeated(opened: readonly Opened[]): readonly ImportProblem[] {
  const first = new Map<string, string>();
  return opened.flatMap((each): ImportProblem[] => {
    if (each.kind === 'sites') return [];
    const key = `${each.kind} ${each.document.id}`;
    const file = first.get(key);
    if (file === undefined) first.set(key, each.file);
    return file === undefined
      ? []
      : [{ ...problemError('id', `is the same as in ${file}; give one of them`), file: each.file }];
  });
}

function effectOf(stored: Site | Unit | undefined, given: Site | Unit): ImportEffect {
  if (!stored) return { kind: 'new' };
  return { kind: documentHash(stored) === documentHash(given) ? 'same' : 'replaces' };
}

function refusals(file: string, { detail, errors = [] }: RequestProblem): readonly ImportProblem[] {
  const whole = { path: '', message: detail.replace(/^Nothing was stored: /, '') };
  return (errors.length > 0 ? errors : [whole]).map(({ path, message }) => ({ ...problemError(path, message), file }));
}

function hasErrors(problems: readonly ImportProblem[]): boolean {
  return problems.some(({ severity }) => severity === 'error');
}
