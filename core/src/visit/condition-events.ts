import type { NotedGroup } from '../procedure';

/** Another meter is used from here on; its leads are not those that were zeroed. */
export interface MeterChanged {
  readonly type: 'meter-changed';
  readonly meter: string;
}

/** How something at the machine was found or put: a lead off, a cover open, an interlock held, a part pressed. */
export interface ConditionNoted {
  readonly type: 'condition-noted';
  readonly group: NotedGroup;
  /** Wire, interlock, cover, selector, part or fact. */
  readonly item: string;
  /** As in the conditions: `held`, `off`, a terminal, a position, `true`. */
  readonly state: string;
}

/** Which of several documents holds for this unit. */
export interface SourceChosen {
  readonly type: 'source-chosen';
  readonly question: string;
  readonly choice: string;
  readonly reason: string;
}

/** Something was repaired: what was read before is about another machine. */
export interface RepairDone {
  readonly type: 'repair-done';
  /** Elements or parts it concerns. */
  readonly items: readonly string[];
  readonly text: string;
}

/** Something that can hurt, for everybody who comes after. */
export interface HazardNoted {
  readonly type: 'hazard-noted';
  readonly kind: string;
  readonly where: string;
  readonly note?: string;
}

/** A wire has another colour here than in the unit model. */
export interface WireColourNoted {
  readonly type: 'wire-colour-noted';
  readonly wire: string;
  readonly colour: string;
}
