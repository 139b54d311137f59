import { parseReading } from '../../quantity';
import type { LeadsZeroed } from '../record';

/** More ohms than this, with the tips together, are no leads; common practice, no source. */
const MOST_OHMS = 100;

/**
 * What the meter shows with the tips together, as the event that takes it off; undefined where it is no lead resistance.
 *
 * @example zeroedLeads('0.2') // {"type":"leads-zeroed","text":"0.2","ohms":0.2}
 * @example zeroedLeads('OL') // undefined
 */
export function zeroedLeads(text: string): LeadsZeroed | undefined {
  const parsed = parseReading(text, { function: 'resistance' });
  if (parsed.outcome !== 'reading' || parsed.reading.kind !== 'value') return undefined;
  const ohms = parsed.reading.quantity.value;
  return ohms > MOST_OHMS ? undefined : { type: 'leads-zeroed', text: text.trim(), ohms };
}
