import { eq } from 'drizzle-orm';
import { problemError, type ProcedureDocument, type UnitModelDocument } from '@juxtameter/core';
import { isFreeUnit, type Site, type SiteFile, type Unit } from '@juxtameter/contract';
import type { ImportAnswer, ImportEffect, ImportItem, ImportProblem, ImportRequest } from '@juxtameter/contract/check';
import type { Database } from '../database/open-database';
import { sites, units, visits } from '../database/schema';
import { RequestProblem } from '../request-problem';
import { documentHash } from '../storage/content-hash';
import type { Entry } from '../storage/entry';
import type { Storage } from '../storage/storage';
import { LIBRARY, type Plan } from '../storage/writer';
import type { LibraryStore } from '../store/library-store';
import { VisitIndex } from '../store/visit-index';
import type { VisitStore } from '../store/visit-store';
import type { LookedThrough, OnFile, Opened, Progress } from './look-through';
import { LookProcesses } from './look-through-aside';
import { Turns } from './turns';

/** Imports looked through at a time; each takes a process and its memory. */
const AT_ONCE = 2;

/** What one document, or a site or unit of one, comes to. */
interface Step {
  readonly items: readonly ImportItem[];
  readonly entries: readonly Entry[];
}

/** Whoever waits for an import: told how far it is, and able to stop it. */
export interface ImportWatch {
  readonly progress: Progress;
  readonly stop: AbortSignal;
}

/** Brings documents in, all of them or none. */
export class ImportStore {
  constructor(
    private readonly storage: Storage,
    private readonly library: LibraryStore,
    private readonly visits: VisitStore,
    private readonly processes = new LookProcesses(),
  ) {}

  private readonly turns = new Turns(AT_ONCE);

  /**
   * With `isTrial` nothing is stored: the answer says what would be. Reading and checking is done in a process of its own;
   * only what is to be stored waits for its turn among the writers.
   */
  async run({ files }: ImportRequest, isTrial: boolean, { progress, stop }: ImportWatch): Promise<ImportAnswer> {
    const looked = await this.looked(files, { progress, stop });
    if (isTrial) {
      // Its own index: what a trial plans is remembered by nobody.
      const trial = await this.answered(this.storage.database, looked, [], new VisitIndex(this.storage.isShared));
      return { ...trial.answer, isDone: false };
    }
    return this.storage.writer.write(
      async (database, waiting) => {
        if (stop.aborted) throw new RequestProblem(499, 'Stopped', 'Stopped; nothing was stored.');
        const { entries, answer } = await this.answered(database, looked, waiting, undefined);
        // Planning takes orders and remembers events that will not be stored now.
        if (!answer.isDone) this.visits.forgetPlans();
        return { entries, answer };
      },
      [LIBRARY, ...looked.opened.flatMap((each) => (each.kind === 'visit' ? [each.document.id] : []))],
    );
  }

  /** Ends what waits for another import. */
  close(): void {
    this.processes.close();
  }

  /** What is wrong with one document beside what is on file. @throws RequestProblem where that takes too much. */
  async problemsOf(document: UnitModelDocument | ProcedureDocument): Promise<readonly ImportProblem[]> {
    const files = [{ name: document.id, text: JSON.stringify(document) }];
    const { problems } = await this.looked(files, { progress: () => undefined, stop: new AbortController().signal });
    return problems;
  }

  private looked(files: ImportRequest['files'], { progress, stop }: ImportWatch): Promise<LookedThrough> {
    return this.turns.run(stop, () => this.processes.look(files, (models) => this.onFile(models), progress, stop));
  }

  private async answered(
    database: Database,
    { opened, problems }: LookedThrough,
    waiting: readonly Entry[],
    index: VisitIndex | undefined,
  ): Promise<Plan<ImportAnswer>> {
    const planned = hasErrors(problems)
      ? { steps: [], problems: [] }
      : await this.planned(database, opened, waiting, index);
    const all = [...problems, ...planned.problems];
    const isDone = !hasErrors(all);
    return {
      entries: isDone ? planned.steps.flatMap((step) => step.entries) : [],
      answer: { isDone, items: planned.steps.flatMap((step) => step.items), problems: all },
    };
  }

  private async onFile(models: readonly string[]): Promise<OnFile> {
    const { database } = this.storage;
    const found: UnitModelDocument[] = [];
    for (const id of models) {
      const model = await this.library.newestUnitModel(database, id);
      if (model) found.push(model);
    }
    return { models: found, generals: await this.library.generals() };
  }

  private async planned(
    database: Database,
    opened: readonly Opened[],
    waiting: readonly Entry[],
    index: VisitIndex | undefined,
  ): Promise<{ readonly steps: readonly Step[]; readonly problems: readonly ImportProblem[] }> {
    const steps: Step[] = [];
    const problems: ImportProblem[] = [];
    const broughtModels = new Set(opened.flatMap((each) => (each.kind === 'unit-model' ? [each.document.id] : [])));
    for (const each of opened) {
      try {
        steps.push(await this.step(database, each, broughtModels, waiting, index));
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
    index: VisitIndex | undefined,
  ): Promise<Step> {
    switch (each.kind) {
      case 'sites':
        return this.sitesStep(database, each.file, each.document, broughtModels);
      case 'visit':
        return this.visitStep(database, each, waiting, index);
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
    index: VisitIndex | undefined,
  ): Promise<Step> {
    const [known] = await database.select({ id: visits.id }).from(visits).where(eq(visits.id, document.id));
    const { entries, answer } = await this.visits.planPut(database, document, waiting, index);
    const effect: ImportEffect = !known
      ? { kind: 'new' }
      : answer === 0
        ? { kind: 'same' }
        : { kind: 'adds', events: answer };
    const { unit, site } = document.pinned;
    return { entries, items: [{ file, kind: 'visit', id: document.id, name: `${unit.name}, ${site.name}`, effect }] };
  }
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
