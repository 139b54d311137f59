/**
 * The time of day of a stamp, as the technician's own clock says it; empty where the stamp cannot be read.
 *
 * @example clockWords('no time') // ""
 */
export function clockWords(at: string): string {
  const time = new Date(at);
  return Number.isNaN(time.getTime())
    ? ''
    : time.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', hour12: false });
}
