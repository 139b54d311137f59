import type { MeterDocument, ProcedureDocument, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import type { FieldProblem } from './validate';

export interface Site {
  readonly id: string;
  readonly name: string;
  readonly address?: string;
}

/** One machine at a site. */
export interface Unit {
  readonly id: string;
  readonly site: string;
  readonly name: string;
  readonly unitModel: string;
  readonly location?: string;
  readonly serial?: string;
}

/** What the list of visits shows without opening one. */
export interface VisitSummary {
  readonly id: string;
  readonly unit: string;
  readonly unitName: string;
  readonly siteName: string;
  readonly complaint: string;
  readonly openedAt: string;
  readonly lastAt: string;
  readonly closed: boolean;
  readonly findings: readonly string[];
  readonly openBypasses: number;
  /** What the visit waits for, in words: the step it stands at. */
  readonly waitsFor: string;
  readonly events: number;
}

/** The documents a visit was started with, in full: later versions never change a record. */
export interface PinnedDocuments {
  readonly unit: Unit;
  readonly site: Site;
  readonly unitModel: UnitModelDocument;
  readonly procedures: readonly ProcedureDocument[];
  readonly meters: readonly MeterDocument[];
}

/** A visit as the server holds it and as it is exported. */
export interface VisitDocument {
  readonly format: 'juxtameter/visit';
  readonly version: 1;
  readonly id: string;
  readonly pinned: PinnedDocuments;
  readonly events: readonly VisitEvent[];
}

/** Everything needed to start a visit, in one answer. */
export interface Library {
  readonly sites: readonly Site[];
  readonly units: readonly Unit[];
  readonly unitModels: readonly { readonly id: string; readonly name: string; readonly hash: string }[];
  readonly procedures: readonly LibraryProcedure[];
  readonly meters: readonly {
    readonly id: string;
    readonly name: string;
    readonly category: string;
    readonly hash: string;
  }[];
}

export interface LibraryProcedure {
  readonly id: string;
  readonly title: string;
  readonly unitModel: string;
  readonly complaints: readonly string[];
  readonly hash: string;
}

/** A visit begins with the documents the request brings, or with the newest ones for a unit that is on file. */
export interface StartVisit {
  readonly id: string;
  readonly unit?: string;
  readonly pinned?: PinnedDocuments;
}

/** Answer to a batch of events: the order the server gave them. */
export interface Acknowledged {
  readonly events: readonly { readonly id: string; readonly seq: number }[];
}

/** RFC 9457 problem document. */
export interface ProblemDocument {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly errors?: readonly FieldProblem[];
}

/** The demo data of a site in one file: sites and units. */
export interface SiteFile {
  readonly format: 'juxtameter/sites';
  readonly version: 1;
  readonly sites: readonly Site[];
  readonly units: readonly Unit[];
}
