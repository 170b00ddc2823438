import { canPromise, offerFrom, type Stock, type Want } from '../cutplan/index.ts';
import { formRefusal } from '../forms/index.ts';
import type { Species } from '../species/index.ts';
import { spentMultiplier } from '../yields/index.ts';

/** What an order names when it names no fish: "any white fish in season". */
export const anyWhite = 'any_white';

/** A white fish of the counter: lean, of the cod's kind or a flatfish (common practice). */
export const isWhite = (species: Pick<Species, 'euGroup' | 'fat'>): boolean =>
  species.euGroup === 'white' && species.fat === 'lean';

/** Not spawning, not spent. */
export const inSeason = (species: Pick<Species, 'spawningMonths' | 'spentFactor'>, month: number): boolean =>
  spentMultiplier(species, month) >= 1;

const rank = { yes: 0, part: 1, no: 2 } as const;

/**
 * The white fish a line for any of them is best served from: one that serves it whole, in season, with the least life
 * left, then the most of it. Null when the book knows none that is cut into the form.
 */
export function whiteFishFor(
  stocks: readonly Stock[],
  want: Want,
): { species: Species; because: string } | null {
  const can = stocks
    .filter((s) => isWhite(s.species) && formRefusal(s.species, null, want.form) === null)
    .map((stock) => {
      const offers = stock.lots.map((l) => offerFrom(stock.species, l, want));
      const fit = offers.filter((o) => o.refusal === null);
      const said = canPromise(offers, want);
      return {
        species: stock.species,
        season: inSeason(stock.species, want.month),
        answer: said.answer,
        servable: said.servable,
        days: Math.min(...fit.map((o) => o.daysLeftCut)),
        free: fit.reduce((g, o) => g + o.lot.freeGrams, 0),
      };
    })
    .sort(
      (a, b) =>
        rank[a.answer] - rank[b.answer] ||
        Number(b.season) - Number(a.season) ||
        (a.answer === 'part' ? b.servable - a.servable : 0) ||
        a.days - b.days ||
        b.free - a.free ||
        a.species.id.localeCompare(b.species.id),
    );
  const best = can[0];
  if (!best) return null;
  const season = best.season ? 'in season' : 'out of season, as are the others that serve it';
  const life = Number.isFinite(best.days) ? `, must go soonest (${best.days.toFixed(1)} days)` : '';
  return { species: best.species, because: `${season}${life}` };
}
