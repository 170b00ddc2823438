import { nth } from '../found.ts';
import { shortName, type Species } from '../species/index.ts';

/**
 * The shop's own lot code: landing date, the species' initial, a running number of that initial on that day.
 * `261125-H2` is the second lot of an H species landed on 25 November 2026.
 */
export function lotCode(day: string, species: Pick<Species, 'name'>, runningNumber: number): string {
  const initial = nth(shortName(species.name), 0).toUpperCase();
  return `${day.slice(2).replaceAll('-', '')}-${initial}${runningNumber}`;
}
