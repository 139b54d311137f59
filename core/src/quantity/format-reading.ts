import { formatQuantity } from './format-quantity';
import type { Reading } from './reading';

/**
 * Writes a reading so that parsing it again for the same function gives the same reading.
 *
 * @example formatReading({ kind: 'over-range' }) // "OL"
 */
export function formatReading(reading: Reading): string {
  switch (reading.kind) {
    case 'value':
      return formatQuantity(reading.quantity);
    case 'over-range':
      return 'OL';
    case 'never':
      return 'never';
    case 'above':
      return `>${formatQuantity(reading.quantity)}`;
    case 'below':
      return `<${formatQuantity(reading.quantity)}`;
    case 'swing':
      return `${formatQuantity(reading.low)}..${formatQuantity(reading.high)}`;
    case 'span': {
      const out = reading.dropOuts === 0 ? '' : `, ${reading.dropOuts} out`;
      return `${formatQuantity(reading.low)}..${formatQuantity(reading.high)} for ${formatQuantity(reading.lasted)}${out}`;
    }
    case 'unsteady':
      return `~${formatQuantity(reading.quantity)}`;
    case 'list':
      return reading.members.map(formatReading).join(' / ');
  }
}
