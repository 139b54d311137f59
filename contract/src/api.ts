import type {
  FreeSupply,
  MeterDocument,
  PastVisit,
  ProcedureDocument,
  UnitModelDocument,
  VisitEvent,
} from '@juxtameter/core';
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
  /** Year or age, as it is known. */
  readonly built?: string;
  readonly size?: string;
  readonly fuel?: string;
  /** What feeds it, in words. */
  readonly supply?: string;
  readonly owner?: string;
  /** Terminals that switch, or controls that talk: another way of looking for the fault. */
  readonly control?: ControlType;
  /** Where its papers are. */
  readonly documents?: string;
  /** How one gets there, who opens, how far the vehicle is. */
  readonly access?: string;
  /** What can hurt at this unit, for everybody who comes. */
  readonly hazards?: string;
  readonly notes?: string;
  /** Where it has no unit model: what has to be proven dead. */
  readonly supplies?: readonly FreeSupply[];
  /** Optional devices this unit has or does not have. */
  readonly options?: Readonly<Record<string, boolean>>;
  readonly boards?: Readonly<Record<string, { readonly number?: string; readonly serial?: string }>>;
  /** Positions of settings, by `board.setting`. */
  readonly settings?: Readonly<Record<string, string>>;
  /** Colours that differ from the wiring list, by wire. */
  readonly wireColours?: Readonly<Record<string, string>>;
  /** Parts put in before this record began. */
  readonly fitted?: readonly FittedBefore[];
  /** Codes of this unit's own legend. */
  readonly codes?: readonly { readonly code: string; readonly meaning: string; readonly source?: string }[];
}

export const CONTROL_TYPES = ['switched-terminals', 'communicating'] as const;
export type ControlType = (typeof CONTROL_TYPES)[number];

export interface FittedBefore {
  readonly part: string;
  /** 2026, 2026-05 or 2026-05-14. */
  readonly at: string;
  readonly by?: string;
  readonly number?: string;
  readonly serial?: string;
  readonly why?: string;
}

/** What happened at every unit so far, by unit, the oldest visit first. */
export type History = Readonly<Record<string, readonly PastVisit[]>>;

/** The same by site: every site that was asked for, those without any visit with nothing. */
export type SiteHistories = Readonly<Record<string, History>>;

/** What the list of visits shows without opening one. */
export interface VisitSummary {
  readonly id: string;
  readonly unit: string;
  readonly unitName: string;
  readonly siteName: string;
  readonly complaint: string;
  readonly openedAt: string;
  /** Who opened it, where a name was given. */
  readonly openedBy?: string;
  readonly lastAt: string;
  /** Hours and minutes ahead of UTC where the visit was; missing in records from before it was kept. */
  readonly zone?: string;
  readonly closed: boolean;
  readonly findings: readonly string[];
  readonly openBypasses: number;
  /** What the visit waits for, in words: the step it stands at. */
  readonly waitsFor: string;
  /** Since when it is paused. */
  readonly pausedAt?: string;
  /** Temporary repairs it left running. */
  readonly temporaries?: readonly TemporaryTold[];
  /** Temporary repairs it put an end to, of any visit. */
  readonly ended?: readonly string[];
  readonly events: number;
}

/** A temporary repair as lists tell it. */
export interface TemporaryTold {
  readonly id: string;
  readonly text: string;
  /** The day it has to be gone. */
  readonly until: string;
}

/** A kind of unit with every chart that is walked at it, general ones with them. */
export interface KindDocuments {
  readonly unitModel: UnitModelDocument;
  readonly procedures: readonly ProcedureDocument[];
}

/** The documents a visit was started with, in full: later versions never change a record. */
export interface PinnedDocuments extends KindDocuments {
  readonly unit: Unit;
  readonly site: Site;
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
