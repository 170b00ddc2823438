import type { Said } from '@ember-slate/words/said';
import { canPromise, offerFrom, type Stock, type Want } from '../cutplan/index.ts';
import { formRefusal } from '../forms/index.ts';
import type { Species } from '../species/index.ts';
import { spentMultiplier } from '../yields/index.ts';
import { said } from './say.ts';

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
): { species: Species; because: Said } | null {
  const can = stocks
    .filter((s) => isWhite(s.species) && formRefusal(s.species, null, want.form) === null)
    .map((stock) => {
      const offers = stock.lots.map((l) => offerFrom(stock.species, l, want));
      const fit = offers.filter((o) => o.refusal === null);
      const promise = canPromise(offers, want);
      return {
        species: stock.species,
        season: inSeason(stock.species, want.month),
        answer: promise.answer,
        servable: promise.servable,
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
  const season = best.season ? said('in_season') : said('out_of_season_as_are_the_others');
  return {
    species: best.species,
    because: Number.isFinite(best.days)
      ? said('must_go_soonest_days', { season, days: best.days.toFixed(1) })
      : season,
  };
}
