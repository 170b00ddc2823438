import { nth } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import catalogueData from './catalogue.json' with { type: 'json' };
import type { BodyOwn } from './profile.ts';

export type { BodyOwn, Profile } from './profile.ts';
import { filletsPerFish } from './facts.ts';
import marksData from './marks.json' with { type: 'json' };
import { said } from './say.ts';

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

/** Pieces a shop may buy in, as others cut them. */
export const pieceConditions = ['side', 'boned_side', 'fillet', 'loin'] as const;
export type PieceCondition = (typeof pieceConditions)[number];

/** What was still on the fish when it came: EU presentation codes in `conditionCode`. */
export const arrivalConditions = [
  'whole',
  'gutted',
  'headed_gutted',
  'tail',
  'wing',
  ...pieceConditions,
] as const;
export type ArrivalCondition = (typeof arrivalConditions)[number];

export const isPiece = (condition: ArrivalCondition): condition is PieceCondition =>
  (pieceConditions as readonly string[]).includes(condition);
/** Pieces without pin bones, and those without skin. */
export const isBoned = (condition: ArrivalCondition): boolean => isPiece(condition) && condition !== 'side';
export const isSkinned = (condition: ArrivalCondition): boolean =>
  condition === 'fillet' || condition === 'loin';

/** EU presentation codes (values from memory). */
export const conditionCode: Record<ArrivalCondition, string> = {
  whole: 'WHL',
  gutted: 'GUT',
  headed_gutted: 'GUH',
  tail: 'TAL',
  wing: 'WNG',
  side: 'FSB',
  boned_side: 'FIL',
  fillet: 'FIS',
  loin: 'OTH',
};

/** What lies there, in words that follow a species' name. */
export const conditionName: Record<ArrivalCondition, Said> = {
  whole: said('whole'),
  gutted: said('whole_gutted'),
  headed_gutted: said('headed_and_gutted'),
  tail: said('tail'),
  wing: said('wing'),
  side: said('side_bone_in'),
  boned_side: said('side_boned'),
  fillet: said('fillet_skinless'),
  loin: said('loin'),
};

/** What so many of it are called: fish, or pieces. */
export const countWord = (condition: ArrivalCondition, n: number): Said =>
  isPiece(condition) ? said('pieces', { n }) : said('fish');

/** One of it, in a sentence. */
export const pieceWord: Record<PieceCondition, Said> = {
  side: said('side'),
  boned_side: said('boned_side'),
  fillet: said('fillet'),
  loin: said('loin'),
};

/**
 * Conditions in which this species can arrive: a tail needs a tail fish, a wing a skate; sides and loins are of round
 * fish, and a fish that is always skinned has no side with skin.
 */
export function conditionsFor(species: Pick<Species, 'bodyPlan' | 'filletSkinOn'>): ArrivalCondition[] {
  if (species.bodyPlan === 'tail') return ['whole', 'gutted', 'tail', 'fillet'];
  if (species.bodyPlan === 'wing') return ['whole', 'gutted', 'wing', 'fillet'];
  const skinOn = species.filletSkinOn !== null;
  if (species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat')
    return ['whole', 'gutted', 'headed_gutted', ...(skinOn ? (['boned_side'] as const) : []), 'fillet'];
  return [
    'whole',
    'gutted',
    'headed_gutted',
    ...(skinOn ? (['side', 'boned_side'] as const) : []),
    'fillet',
    'loin',
  ];
}

/** What a loin is of a skinless side (our choice). */
const loinShare = 0.6;

/** What `arrivalFraction` needs of an entry of the species book. */
export type Arriving = Pick<Species, 'gutted' | 'headedGutted' | 'filletSkinOn' | 'filletSkinless'> & {
  bodyPlan?: string | undefined;
};

/** Fraction of whole round weight that is left in this condition; of a piece, one piece of the fish it came from. */
export function arrivalFraction(species: Arriving, condition: ArrivalCondition): number {
  if (condition === 'whole') return 1;
  if (condition === 'gutted') return species.gutted;
  if (!isPiece(condition)) return species.headedGutted;
  const fillets = isSkinned(condition)
    ? species.filletSkinless
    : (species.filletSkinOn ?? species.filletSkinless);
  return (fillets / filletsPerFish(species)) * (condition === 'loin' ? loinShare : 1);
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
  return nth(plain, 0).toUpperCase() + plain.slice(1);
};

/** How a count of fish is plausible: mean whole weight against the book's range, or null when it fits. */
export function meanWeightDoubt(
  species: Species,
  condition: ArrivalCondition,
  grams: number,
  pieces: number,
): Said | null {
  const each = grams / pieces;
  const whole = each / arrivalFraction(species, condition);
  if (isPiece(condition)) {
    // Sides are cut from fish of every size, but not from more than the largest.
    if (whole <= species.maxG * 1.5) return null;
    return said('g_a_is_heavy_for_wrong_species', {
      each: Math.round(each),
      pieceWord: pieceWord[condition],
      species: species.name,
    });
  }
  if (whole >= species.minG * 0.5 && whole <= species.maxG * 1.5) return null;
  const side = whole < species.minG ? 'light' : 'heavy';
  return said('g_a_fish_whole_is_for_to_g_wrong', {
    whole: Math.round(whole),
    side,
    species: species.name,
    minG: species.minG,
    maxG: species.maxG,
  });
}

export { expectedPinBones, filletFact, filletsPerFish, pinBoneFact, stockFact } from './facts.ts';

/** Whether spoilage runs at the small oily fish's pace when the guts are in (500 g and under, our choice). */
export const isSmallOily = (species: Pick<Species, 'fat' | 'typicalG'>): boolean =>
  species.fat === 'oily' && species.typicalG <= 500;
