import { parseDecimal } from './decimal.ts';
import type { UnitSystem } from './mass.ts';

/** Tenths of a degree Celsius as shown: "0.8 °C" or "33.4 °F". */
export function formatTemperature(tenths: number, system: UnitSystem): string {
  const shown = system === 'metric' ? tenths / 10 : (tenths / 10) * 1.8 + 32;
  return `${shown < 0 ? '\u2212' : ''}${Math.abs(shown).toFixed(1)} ${system === 'metric' ? '°C' : '°F'}`;
}

/** Reads a typed temperature to tenths of a degree Celsius; null when it is not a number. */
export function parseTemperature(text: string, system: UnitSystem): number | null {
  const value = parseDecimal(text);
  if (value === null) return null;
  return Math.round((system === 'metric' ? value : (value - 32) / 1.8) * 10);
}
