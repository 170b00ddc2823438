import { nth } from '../found.ts';
import type { Species } from '../species/index.ts';

/** Parts of a whole round fish, as fractions of its weight. */
export const components = [
  'viscera',
  'head',
  'collars',
  'frame',
  'fins',
  'skirts',
  'belly',
  'skin',
  'fillets',
  'scrape',
  'pinStrip',
  'drip',
] as const;
export type Component = (typeof components)[number];
export type Fractions = Record<Component, number>;

/** Rows by body plan in the order of `components` (priors, our choice, from common ranges; each sums to 1). */
const rows = {
  fusiform_oily: [0.1, 0.1, 0.025, 0.085, 0.015, 0, 0.025, 0.045, 0.54, 0.035, 0.015, 0.015],
  fusiform_lean: [0.1, 0.19, 0.03, 0.13, 0.02, 0, 0.025, 0.045, 0.41, 0.025, 0.01, 0.015],
  deep: [0.1, 0.235, 0.03, 0.135, 0.025, 0, 0.02, 0.045, 0.365, 0.02, 0.01, 0.015],
  elongate: [0.125, 0.205, 0.025, 0.125, 0.02, 0, 0.025, 0.045, 0.38, 0.025, 0.01, 0.015],
  mackerel: [0.085, 0.16, 0.01, 0.105, 0.015, 0, 0.025, 0.045, 0.52, 0.015, 0.005, 0.015],
  flat: [0.055, 0.17, 0, 0.215, 0.05, 0.04, 0, 0.07, 0.36, 0.02, 0, 0.02],
  large_flat: [0.075, 0.18, 0.015, 0.19, 0.04, 0.04, 0, 0.055, 0.365, 0.02, 0, 0.02],
  tail: [0.18, 0.49, 0, 0.05, 0.01, 0, 0, 0.03, 0.23, 0.005, 0.005, 0],
  wing: [0.13, 0.39, 0, 0.11, 0.025, 0, 0, 0.055, 0.255, 0.01, 0, 0.025],
} as const;

export type YieldSpecies = Pick<
  Species,
  | 'bodyPlan'
  | 'fat'
  | 'gutted'
  | 'headedGutted'
  | 'filletSkinOn'
  | 'filletSkinless'
  | 'typicalG'
  | 'spawningMonths'
  | 'spentFactor'
>;

/** The shipped row this species starts from. */
export function componentRow(species: Pick<Species, 'bodyPlan' | 'fat'>): Fractions {
  const key =
    species.bodyPlan === 'fusiform'
      ? species.fat === 'oily'
        ? 'fusiform_oily'
        : 'fusiform_lean'
      : species.bodyPlan;
  return Object.fromEntries(components.map((c, i) => [c, nth(rows[key], i)])) as Fractions;
}

/**
 * A row fitted to a species' own steps: viscera = 1 - gutted, head and collars = gutted - headed_gutted, fillets
 * skinless as tabled, skin and pin strip = skin-on - skinless; what is left goes over the remaining parts in the
 * row's proportions. The parts sum to 1. Throws RangeError when the species' fractions leave less than nothing.
 */
export function fitComponents(species: YieldSpecies): Fractions {
  const row = componentRow(species);
  const fitted: Fractions = { ...row };
  const share = (keys: readonly Component[], total: number) => {
    const base = keys.reduce((sum, k) => sum + row[k], 0);
    for (const k of keys) fitted[k] = base === 0 ? 0 : (row[k] / base) * total;
  };
  fitted.viscera = 1 - species.gutted;
  share(['head', 'collars'], species.gutted - species.headedGutted);
  fitted.fillets = species.filletSkinless;
  const rest: Component[] = ['frame', 'fins', 'skirts', 'belly', 'scrape', 'drip'];
  let remainder: number;
  if (species.filletSkinOn === null) {
    remainder = species.headedGutted - species.filletSkinless - row.skin;
    rest.push('pinStrip');
  } else {
    share(['skin', 'pinStrip'], species.filletSkinOn - species.filletSkinless);
    remainder = species.headedGutted - species.filletSkinOn;
  }
  if (remainder < 0 || components.some((c) => fitted[c] < 0)) {
    throw new RangeError('The yields of this species leave less than nothing for frame and trim');
  }
  share(rest, remainder);
  return fitted;
}

/**
 * Yield multiplier for the month (1 to 12): the spent factor from the second spawning month to two months after the
 * last, half the loss in the first month, then straight back to 1 five months after the last (our choice).
 */
export function spentMultiplier(
  species: Pick<Species, 'spawningMonths' | 'spentFactor'>,
  month: number,
): number {
  if (!species.spawningMonths || species.spentFactor === null) return 1;
  const [first, last] = species.spawningMonths.split('-').map(Number) as [number, number];
  const length = ((last - first + 12) % 12) + 1;
  const since = (month - first + 12) % 12;
  const loss = 1 - species.spentFactor;
  if (since === 0) return 1 - loss / 2;
  const afterLast = since - (length - 1);
  if (afterLast <= 2) return species.spentFactor;
  return afterLast >= 5 ? 1 : 1 - (loss * (5 - afterLast)) / 3;
}

/**
 * Fractions of whole weight to expect from a fish of this size in this month: the fitted row with the spent season's
 * loss given to head, frame and viscera, and one point of fillet more per doubling of weight, out of the frame.
 */
export function expectedComponents(species: YieldSpecies, wholeGrams: number, month: number): Fractions {
  const base = fitComponents(species);
  const seasonal = base.fillets * spentMultiplier(species, month);
  const size = Math.max(-0.03, Math.min(0.03, 0.01 * Math.log2(wholeGrams / species.typicalG)));
  const gained = Math.min(size, base.frame / 2);
  const result: Fractions = { ...base, fillets: seasonal + gained, frame: base.frame - gained };
  const loss = base.fillets - seasonal;
  const takers: Component[] = ['head', 'frame', 'viscera'];
  const weight = takers.reduce((s, k) => s + base[k], 0);
  for (const k of takers) result[k] += (loss * base[k]) / weight;
  return result;
}
