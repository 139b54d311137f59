import { formatValue, inBase, parseReading, type Temperatures } from '@juxtameter/core';

/** Degrees beyond which no air in or around a building is. */
const COLDEST = -60;
const HOTTEST = 70;
/** A sensor this far from the air around it has run, or is wrong. */
const FAR = 8;

/** What can be said of a value the controller shows, beside the temperatures noted; empty where nothing can. */
export function plausibility(what: string, value: string, ambient: Temperatures | undefined): string {
  if (!/temp|°|sensor|coil|air/i.test(`${what} ${value}`)) return '';
  const celsius = readCelsius(value);
  if (typeof celsius === 'string') return celsius;
  const air = ambient?.inside ?? ambient?.outside;
  if (celsius < COLDEST || celsius > 200)
    return `${formatValue(celsius, '°C', 3)} is beyond any sensor that is connected: think open or shorted.`;
  if (air === undefined) return 'Note the temperature of the air, and this can be set beside it.';
  const off = celsius - air;
  return Math.abs(off) <= FAR
    ? `${formatValue(Math.abs(off), '°C', 2)} from the air noted: plausible at rest.`
    : `${formatValue(Math.abs(off), '°C', 2)} ${off > 0 ? 'above' : 'below'} the air noted: right only if it has been running.`;
}

/** A temperature as typed, in °C; words say why it cannot be read. */
export function readCelsius(text: string): number | string {
  const parsed = parseReading(text, { function: 'temperature' });
  if (parsed.outcome === 'error') return `${parsed.message} Accepted: ${parsed.accepted.slice(0, 3).join(', ')}.`;
  if (parsed.outcome === 'ask') return `${parsed.question} Write the unit out.`;
  return parsed.reading.kind === 'value' ? inBase(parsed.reading.quantity) : 'One temperature, such as 21.5 or 70 F.';
}

/** A temperature of the air; words say what is accepted. */
export function readAir(text: string): number | string {
  const celsius = readCelsius(text);
  if (typeof celsius === 'string') return celsius;
  return celsius < COLDEST || celsius > HOTTEST
    ? `${formatValue(celsius, '°C', 3)} is no air anybody works in; accepted: ${COLDEST} to ${HOTTEST} °C.`
    : Math.round(celsius * 10) / 10;
}
