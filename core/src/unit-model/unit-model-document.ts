import type { FlashSign } from '../blink';
import type { ConductorRole } from './conductor-role';
import type { SuspectClass } from './suspect-class';

/** A unit model is a wiring list: supplies, boards, devices, wires. Quantities are texts such as "24 V". */
export interface UnitModelDocument {
  readonly format: 'juxtameter/unit-model';
  readonly version: 1;
  readonly id: string;
  readonly name: string;
  readonly revision?: string;
  readonly notes?: string;
  readonly supplies: readonly SupplyDocument[];
  readonly calls?: readonly CallDocument[];
  readonly boards: readonly BoardDocument[];
  readonly devices: readonly DeviceDocument[];
  readonly wires: readonly WireDocument[];
  readonly cables?: readonly CableDocument[];
  readonly paths?: readonly PathDocument[];
  /** Facts of the process that devices react to, with their state at rest. */
  readonly facts?: Readonly<Record<string, boolean>>;
  readonly effects?: readonly EffectDocument[];
  /** Lids and guards that come off; conditions name them. */
  readonly covers?: readonly CoverDocument[];
  readonly hazards?: readonly HazardDocument[];
  readonly codes?: readonly CodeDocument[];
  readonly sequences?: readonly SequenceDocument[];
  readonly recipes?: readonly RecipeDocument[];
  readonly holdOffs?: readonly HoldOffDocument[];
  /** What looks like a fault and is none: "the fan runs half a minute after power-up". */
  readonly normalThoughOdd?: readonly string[];
  readonly faults?: readonly FaultDocument[];
}

export const SUPPLY_SYSTEMS = ['single-phase', 'split-phase', 'three-phase', 'high-leg', 'dc', 'class-2-ac'] as const;
export type SupplySystem = (typeof SUPPLY_SYSTEMS)[number];

export interface SupplyDocument {
  readonly id: string;
  readonly name?: string;
  readonly system: SupplySystem;
  readonly nominal: string;
  readonly frequency?: string;
  readonly impedance?: string;
  /** Which conductors are joined to earth at the source: "N-E", "L2-E"; "none" where none is on purpose. */
  readonly bond?: string;
  readonly category?: string;
  /** Conductor name to terminal address. */
  readonly terminals?: Readonly<Record<string, string>>;
  /** Conductor name to what it is, where its name does not tell. */
  readonly roles?: Readonly<Record<string, ConductorRole>>;
  readonly isolatedBy?: string;
  /** What its plug is called, where it comes by a cord: "the plug on post 4". */
  readonly plug?: string;
  /** The device this supply comes from, for a derived supply. */
  readonly from?: string;
}

export interface CallDocument {
  readonly id: string;
  readonly name?: string;
  readonly joins: readonly string[];
  readonly madeBy?: string;
}

export interface BoardDocument {
  readonly id: string;
  readonly name: string;
  readonly number?: string;
  readonly connectors: readonly ConnectorDocument[];
  readonly functions?: readonly BoardFunctionDocument[];
  readonly indicators?: readonly IndicatorDocument[];
  readonly settings?: readonly SettingDocument[];
}

export interface ConnectorDocument {
  readonly id: string;
  readonly name?: string;
  readonly pluggable?: boolean;
  /** Where it sits on the board; below one another where nothing is said. */
  readonly place?: ConnectorPlace;
  readonly pins: readonly PinDocument[];
}

/** A connector's place on its board as one stands before it, rows from the top and columns from the left. */
export interface ConnectorPlace {
  readonly row: number;
  readonly column: number;
  /** The end where pin 1 sits; left where nothing is said. */
  readonly pinOne?: 'left' | 'right';
  /** Which way the wires leave; down where nothing is said. */
  readonly wires?: 'up' | 'down';
}

export const PIN_ROLES = ['supply', 'return', 'earth', 'output', 'input', 'link', 'spare'] as const;

export interface PinDocument {
  readonly id: string;
  readonly role?: (typeof PIN_ROLES)[number];
  readonly signal?: string;
}

export const BOARD_FUNCTION_KINDS = [
  'supply',
  'relay',
  'triac',
  'driver',
  'input',
  'trace',
  'fuse',
  'resistor',
  'bus',
  'link-driver',
  'link-receiver',
  'controller',
] as const;

export interface BoardFunctionDocument {
  readonly id: string;
  readonly name?: string;
  readonly kind: (typeof BOARD_FUNCTION_KINDS)[number];
  readonly input?: readonly string[];
  readonly between?: readonly string[];
  readonly rails?: readonly { readonly id: string; readonly nominal: string; readonly type: 'ac' | 'dc' }[];
  readonly draws?: string;
  readonly contacts?: readonly { readonly common: string; readonly operated?: string; readonly rest?: string }[];
  /** Expression that says when it operates. */
  readonly when?: string;
  readonly loadSensing?: boolean;
  readonly leakage?: string;
  readonly impedance?: string;
  readonly threshold?: string;
  readonly rating?: string;
  readonly resistance?: string;
  readonly bleeder?: string;
  readonly storedFor?: string;
}

export const INDICATOR_KINDS = ['lamp', 'display'] as const;

export interface IndicatorDocument {
  readonly id: string;
  readonly name?: string;
  /** A lamp where nothing is said. */
  readonly kind?: (typeof INDICATOR_KINDS)[number];
  readonly colour?: string;
  /** Expression that says when it is lit, or `code` where it shows the codes of the table. */
  readonly shows: string;
}

export const SETTING_KINDS = ['switches', 'chip', 'program', 'dial', 'jumper', 'interval'] as const;

export interface SettingDocument {
  readonly id: string;
  readonly name?: string;
  readonly kind: (typeof SETTING_KINDS)[number];
  readonly positions?: number;
  readonly readAt?: string;
  /** What each position stands for; a time such as "90 s" can be expected of a stage. */
  readonly choices?: readonly ChoiceDocument[];
  readonly sources?: readonly SourcedValue[];
}

export interface ChoiceDocument {
  readonly position: string;
  readonly value: string;
}

export interface SourcedValue {
  readonly document: string;
  readonly page?: string;
  readonly variant?: string;
  readonly value: string;
}

export interface DeviceDocument {
  readonly id: string;
  readonly name?: string;
  readonly kind: string;
  /** Terminals beyond those the kind publishes, or instead of them where it publishes none. */
  readonly terminals?: readonly string[];
  readonly item?: string;
  /** What it counts as when it is accused. */
  readonly class?: SuspectClass;
  readonly partOf?: string;
  /** Where one finds it: "tank", "pump niche". In the panel beside the board where nothing is said. */
  readonly where?: string;
  readonly optional?: boolean;
  /** What is lost when it is bypassed: "dry-run", "pressure", "flame"... */
  readonly protection?: string;
  readonly closedWhen?: string;
  readonly operatesWhen?: string;
  readonly contacts?: readonly (readonly string[])[];
  readonly coil?: CoilDocument;
  readonly positions?: readonly string[];
  readonly windings?: readonly { readonly between: readonly string[]; readonly resistance: string }[];
  readonly primary?: string;
  readonly secondary?: string;
  readonly rating?: string;
  readonly regulation?: string;
  readonly primaryResistance?: string;
  readonly secondaryResistance?: string;
  readonly nominal?: string;
  readonly resistance?: string;
  readonly power?: string;
  readonly current?: string;
  readonly holding?: string;
  readonly inrush?: string;
  readonly capacitance?: string;
  readonly delay?: string;
  readonly leakage?: string;
  readonly drop?: string;
  readonly at0C?: string;
}

export interface CoilDocument {
  readonly nominal: string;
  readonly resistance: string;
  readonly holding?: string;
  readonly inrush?: string;
  readonly mustPickUp?: string;
  readonly pickUp?: string;
  readonly dropOut?: string;
}

export interface WireDocument {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly colour?: string;
  readonly gauge?: string;
  readonly length?: string;
  readonly cable?: string;
}

export interface CableDocument {
  readonly id: string;
  readonly name?: string;
  readonly cores: number;
  readonly spare?: number;
}

/**
 * A way for the current from a source through one load and back. Only its ends and its load are written; the elements
 * in between are found along the wiring list.
 */
export interface PathDocument {
  readonly id: string;
  readonly name: string;
  /** The supply it runs on; gives the voltage and its kind. */
  readonly supply: string;
  /** Terminal of the source, and the one the current comes back to. */
  readonly from: string;
  readonly to: string;
  /** The device that takes the voltage when everything else conducts. */
  readonly load: string;
  /** Elements it goes through, in order, where the wiring list leaves more than one way. */
  readonly through?: readonly string[];
  /** Calls that have to be made for the current to flow. */
  readonly calls?: readonly string[];
  /** The voltage it works at, where it is not the supply's. */
  readonly nominal?: string;
}

export interface EffectDocument {
  readonly id: string;
  readonly when: string;
}

export interface CoverDocument {
  readonly id: string;
  readonly name?: string;
}

export interface HazardDocument {
  readonly kind: string;
  readonly where: string;
  readonly note?: string;
}

/** How a code shows itself: by flashing, by several lamps at once, or as characters. */
export type CodeSign =
  | FlashSign
  | { readonly kind: 'lamps'; readonly lamps: Readonly<Record<string, 'on' | 'off' | 'flashing'>> }
  | { readonly kind: 'text'; readonly text: string };

export const CODE_KINDS = ['fault', 'normal', 'hold-off'] as const;

export interface CodeDocument {
  /** What it is called: "3", "2+3", "E12". */
  readonly code: string;
  /** The indicator that shows it. */
  readonly lamp?: string;
  readonly sign?: CodeSign;
  readonly colour?: string;
  /** A fault where nothing is said. */
  readonly kind?: (typeof CODE_KINDS)[number];
  readonly meaning: string;
  /** Elements and terminals to look at. */
  readonly where?: readonly string[];
  /** Charts that begin there. */
  readonly procedures?: readonly string[];
  /** Faults of these elements show this code as well. */
  readonly effectOf?: readonly string[];
  readonly doesNotProve?: readonly string[];
  /** How it is cleared, in words. */
  readonly clearedBy?: string;
}

export interface SequenceDocument {
  readonly id: string;
  readonly name?: string;
  /** Expression that starts it. */
  readonly start: string;
  /** The call that a watch makes and ends. */
  readonly call?: string;
  readonly cautions?: readonly string[];
  /** What may start or open while it runs. */
  readonly mayStart?: readonly string[];
  /** Expression of what must hold throughout; the stage in `interrupted` follows when it does not. */
  readonly permissive?: string;
  readonly interrupted?: string;
  readonly stages: readonly StageDocument[];
  /** Stage that follows when the call ends. */
  readonly stop?: string;
}

export const HOLD_OFF_KINDS = ['purge', 'short-cycle', 'post-run', 'defrost', 'lock-out', 'delay'] as const;
export type HoldOffKind = (typeof HOLD_OFF_KINDS)[number];

export interface StageDocument {
  readonly id: string;
  readonly name?: string;
  /** Board functions commanded while it lasts. */
  readonly on?: readonly string[];
  /** What one sees or hears when it really happens; a stage without it cannot be watched. */
  readonly look?: string;
  /** What only shows the command: a lamp, a click. */
  readonly commandedBy?: string;
  /** Expression that completes it. */
  readonly until?: string;
  readonly earliest?: string;
  /** Latest time for `until`; `else` follows. */
  readonly within?: string;
  readonly else?: string;
  /** How often `else` is taken before `then`. */
  readonly tries?: number;
  readonly then?: string;
  /** Completed by time alone. */
  readonly for?: string;
  /** The setting that chooses the time, as `board.setting`. */
  readonly bySetting?: string;
  /** Stage that follows; the one written next where nothing is said, `@end` after the last. */
  readonly next?: string;
  readonly code?: string;
  /** It looks like a fault and is none. */
  readonly holdOff?: HoldOffKind;
  /** What it needs besides the stage before, in words. */
  readonly needs?: readonly string[];
  readonly suspects?: {
    /** Elements to suspect when it is not even commanded. */
    readonly notCommanded?: readonly string[];
    /** Elements to suspect when it is commanded and does not happen. */
    readonly notActual?: readonly string[];
  };
}

/** A wait that has nothing to do with a stage: nothing starts before it is over. */
export interface HoldOffDocument {
  readonly id: string;
  readonly name?: string;
  readonly kind: HoldOffKind;
  readonly for: string;
  /** From when it counts. */
  readonly since: 'power-up' | 'call-end';
  /** The supply or call that counts. */
  readonly of: string;
}

export const RECIPE_MOVES = ['press', 'hold', 'release', 'turn', 'wait', 'look', 'switch'] as const;

export interface RecipeDocument {
  readonly id: string;
  readonly name: string;
  /** What it is for: "service mode", "read stored codes". */
  readonly purpose?: string;
  readonly cautions?: readonly string[];
  readonly mayStart?: readonly string[];
  readonly steps: readonly {
    readonly do: (typeof RECIPE_MOVES)[number];
    readonly what: string;
    /** How long; counted down. */
    readonly for?: string;
  }[];
  /** When to stop and begin again. */
  readonly abort?: string;
  /** What proves that one is in. */
  readonly proof: string;
}

export interface FaultDocument {
  readonly of: string;
  readonly mode: string;
  readonly weight?: number;
  readonly item?: string;
  readonly at?: string;
  readonly intermittent?: { readonly rate: string; readonly stimulus?: string };
}
