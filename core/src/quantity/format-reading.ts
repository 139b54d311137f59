import { formatQuantity } from './format-quantity';
import type { Reading } from './reading';

/** Writes a reading so that parsing it again for the same function gives the same reading. */
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
    case 'unsteady':
      return `~${formatQuantity(reading.quantity)}`;
    case 'list':
      return reading.members.map(formatReading).join(' / ');
  }
}
