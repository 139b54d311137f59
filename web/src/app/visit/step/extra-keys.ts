import { FUNCTIONS, type MeasurementFunction } from '@juxtameter/core';

/** Keys a phone's number pad lacks. */
export function extraKeys(measured: MeasurementFunction): readonly string[] {
  return FUNCTIONS[measured].dimension === 'resistance' ? ['OL', 'k', 'M', '>'] : ['OL', '~', '..', 'm'];
}
