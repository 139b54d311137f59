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
  /** Facts of the process that devices react to, with their state at rest. */
  readonly facts?: Readonly<Record<string, boolean>>;
  readonly effects?: readonly EffectDocument[];
  readonly hazards?: readonly HazardDocument[];
  readonly codes?: readonly CodeDocument[];
  readonly sequences?: readonly SequenceDocument[];
  readonly faults?: readonly FaultDocument[];
}

export const SUPPLY_SYSTEMS = ['single-phase', 'split-phase', 'three-phase', 'dc', 'class-2-ac'] as const;
export type SupplySystem = (typeof SUPPLY_SYSTEMS)[number];

export interface SupplyDocument {
  readonly id: string;
  readonly name?: string;
  readonly system: SupplySystem;
  readonly nominal: string;
  readonly frequency?: string;
  readonly impedance?: string;
  /** Which conductors are joined to earth at the source. */
  readonly bond?: string;
  readonly category?: string;
  /** Conductor name to terminal address. */
  readonly terminals?: Readonly<Record<string, string>>;
  readonly isolatedBy?: string;
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
  readonly pins: readonly PinDocument[];
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

export interface IndicatorDocument {
  readonly id: string;
  readonly colour?: string;
  readonly shows: string;
}

export interface SettingDocument {
  readonly id: string;
  readonly name?: string;
  readonly kind: string;
  readonly positions?: number;
  readonly readAt?: string;
  readonly sources?: readonly SourcedValue[];
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
  readonly class?: string;
  readonly partOf?: string;
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

export interface EffectDocument {
  readonly id: string;
  readonly when: string;
}

export interface HazardDocument {
  readonly kind: string;
  readonly where: string;
  readonly note?: string;
}

export interface CodeDocument {
  readonly code: string;
  readonly lamp?: string;
  readonly meaning: string;
  readonly where?: readonly string[];
  readonly effectOf?: readonly string[];
  readonly doesNotProve?: readonly string[];
}

export interface SequenceDocument {
  readonly id: string;
  readonly start: string;
  readonly stages: readonly StageDocument[];
}

export interface StageDocument {
  readonly id: string;
  readonly on?: readonly string[];
  readonly until?: string;
  readonly within?: string;
  readonly else?: string;
  readonly for?: string;
  readonly bySetting?: string;
  readonly code?: string;
  readonly holdOff?: string;
}

export interface FaultDocument {
  readonly of: string;
  readonly mode: string;
  readonly weight?: number;
  readonly item?: string;
  readonly at?: string;
  readonly intermittent?: { readonly rate: string; readonly stimulus?: string };
}
