import { formatTemperature } from '@ember-slate/core/units';
import { useAppSelector } from '../app/store.ts';
import { say } from './say.ts';

/** Degrees Celsius as this screen shows them. */
export function useDegrees(): (celsius: number) => string {
  const units = useAppSelector((s) => s.prefs.units);
  return (celsius) => formatTemperature(Math.round(celsius * 10), units);
}

/** The degrees of this screen by their sign. */
export const useDegreeSign = (): string => (useAppSelector((s) => s.prefs.units) === 'metric' ? '°C' : '°F');

/** A length of time in words: "4 h 45 min". */
export function spell(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  const [d, h, m] = [Math.floor(minutes / 1440), Math.floor(minutes / 60) % 24, minutes % 60];
  if (d > 0) return h > 0 ? `${d} d ${h} h` : `${d} d`;
  if (h > 0) return m > 0 ? say('h_min', { h, m }) : `${h} h`;
  return say('min', { m });
}
