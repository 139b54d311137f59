/**
 * Capacitance per metre between two cores of one cable, farads: 50 to 150 pF/m for common control and installation
 * cable; common practice, no source.
 */
export const CORE_CAPACITANCE = { low: 50e-12, high: 150e-12 } as const;
/** Capacitance of a hand-held meter's input, farads; common practice, no source. */
const METER_CAPACITANCE = 100e-12;

export interface OpenLead {
  /** Metres it runs beside a live core. */
  readonly length: number;
  /** Volts AC of the live core. */
  readonly volts: number;
  readonly hertz: number;
  /** Ohms of the meter's input. */
  readonly impedance: number;
}

/**
 * Volts a meter may show on an open lead that runs beside a live core: the core's capacitance couples into it, the
 * meter's input and the capacitance to the other cores and earth, taken as one to three times as large, load it. A
 * capacitive divider: |Zm / (Zm + Zc)|.
 */
export function strayVolts(lead: OpenLead): { readonly low: number; readonly high: number } {
  return {
    low: shown(lead, CORE_CAPACITANCE.low, 3 * CORE_CAPACITANCE.low),
    high: shown(lead, CORE_CAPACITANCE.high, CORE_CAPACITANCE.high),
  };
}

function shown({ length, volts, hertz, impedance }: OpenLead, coupling: number, toOthers: number): number {
  const omega = 2 * Math.PI * hertz;
  const coupled = omega * coupling * length;
  const loading = omega * (toOthers * length + METER_CAPACITANCE);
  return (volts * coupled) / Math.hypot(1 / impedance, loading + coupled);
}
