import catalogueData from './catalogue.json' with { type: 'json' };
import type { BodyOwn } from '../body/profile.ts';
import marksData from './marks.json' with { type: 'json' };

export type BodyPlan =
  'fusiform' | 'deep' | 'elongate' | 'mackerel' | 'flat' | 'large_flat' | 'tail' | 'wing';
export type EuGroup = 'white' | 'blue' | 'selachian' | 'none';
export type Fat = 'lean' | 'medium' | 'oily';

/**
 * One entry of the species book. Weights are grams of whole round fish; `gutted` to `filletSkinless` are
 * fractions of whole round weight; `iceDays` is eating life, gutted, in melting ice at 0 C.
 * `filletSkinOn` is null where the fish is always skinned. For body plans `tail` and `wing`
 * `headedGutted` is the tail or the pair of wings.
 */
export interface Species {
  id: string;
  name: string;
  /** Other names it is sold or asked for under, for the search. */
  names: string;
  scientificName: string;
  asfis: string | null;
  bodyPlan: BodyPlan;
  bodyRow: string;
  /** What the shop measured of its body, over that row; null for nothing. */
  body: BodyOwn | null;
  euGroup: EuGroup;
  fat: Fat;
  arrives: 'whole' | 'gutted' | 'tail';
  minG: number;
  typicalG: number;
  maxG: number;
  lwA: number;
  lwB: number;
  gutted: number;
  headedGutted: number;
  filletSkinOn: number | null;
  filletSkinless: number;
  iceDays: number;
  histamine: boolean;
  parasites: 'yes' | 'low_if_farmed';
  reefToxin: boolean;
  sharp: string | null;
  scales: 'none' | 'fine' | 'light' | 'heavy' | 'armour';
  spawningMonths: string | null;
  spentFactor: number | null;
  frameStock: 'excellent' | 'good' | 'fair' | 'oily';
  /** What to know it by, and what tells its look-alikes (from general knowledge of ichthyology). */
  marks: string;
  lookAlikes: string;
}

/** The starting catalogue. Codes: FAO ASFIS (values from memory). */
export const catalogue: readonly Species[] = (
  catalogueData as Omit<Species, 'body' | 'marks' | 'lookAlikes'>[]
).map((s) => ({
  ...s,
  body: null,
  ...marksData[s.id as keyof typeof marksData],
}));

/** What was still on the fish when it came: EU presentation codes in `conditionCode`. */
export const arrivalConditions = ['whole', 'gutted', 'headed_gutted', 'tail', 'wing'] as const;
export type ArrivalCondition = (typeof arrivalConditions)[number];

/** EU presentation codes (value from memory). */
export const conditionCode: Record<ArrivalCondition, string> = {
  whole: 'WHL',
  gutted: 'GUT',
  headed_gutted: 'GUH',
  tail: 'TAL',
  wing: 'WNG',
};

/** Conditions in which this species can arrive: a tail needs a tail fish, a wing a skate. */
export function conditionsFor(species: Pick<Species, 'bodyPlan'>): ArrivalCondition[] {
  if (species.bodyPlan === 'tail') return ['whole', 'gutted', 'tail'];
  if (species.bodyPlan === 'wing') return ['whole', 'gutted', 'wing'];
  return ['whole', 'gutted', 'headed_gutted'];
}

/** Fraction of whole round weight that is left in this condition. */
export function arrivalFraction(
  species: Pick<Species, 'gutted' | 'headedGutted'>,
  condition: ArrivalCondition,
): number {
  if (condition === 'whole') return 1;
  return condition === 'gutted' ? species.gutted : species.headedGutted;
}

/**
 * The name over the counter: without the sea it comes from or the remark in brackets, which the lot says better.
 * Labels carry the full commercial name.
 */
export const shortName = (name: string): string => {
  const plain = name
    .replace('Common (Dover) sole', 'Dover sole')
    .replace(/\s*\(.*\)$/, '')
    .replace(/^(Atlantic|European|Northern)\s+/, '');
  return plain[0]!.toUpperCase() + plain.slice(1);
};

/** How a count of fish is plausible: mean whole weight against the book's range, or null when it fits. */
export function meanWeightDoubt(
  species: Species,
  condition: ArrivalCondition,
  grams: number,
  pieces: number,
): string | null {
  const whole = grams / pieces / arrivalFraction(species, condition);
  if (whole >= species.minG * 0.5 && whole <= species.maxG * 1.5) return null;
  const side = whole < species.minG ? 'light' : 'heavy';
  return `${Math.round(whole)} g a fish whole is ${side} for ${species.name} (${species.minG} to ${species.maxG} g): wrong species, unit or count?`;
}

export { expectedPinBones, filletFact, filletsPerFish, pinBoneFact, stockFact } from './facts.ts';

/** Whether spoilage runs at the small oily fish's pace when the guts are in (500 g and under, our choice). */
export const isSmallOily = (species: Pick<Species, 'fat' | 'typicalG'>): boolean =>
  species.fat === 'oily' && species.typicalG <= 500;
