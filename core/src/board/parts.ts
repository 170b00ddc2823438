import type { Roe } from '../freshness/index.ts';
import {
  arrivalFraction,
  isPiece,
  type ArrivalCondition,
  type BodyPlan,
  type PieceCondition,
  type Species,
} from '../species/index.ts';
import { cheeksWorth, headFleshShare } from '../yields/head.ts';
import { expectedComponents, type YieldSpecies } from '../yields/components.ts';

/** How a fish is built, as the knife meets it. */
export type Kind = 'round' | 'flat' | 'ray' | 'monk';

export const kindOf = ({ bodyPlan }: { bodyPlan: BodyPlan }): Kind =>
  bodyPlan === 'wing'
    ? 'ray'
    : bodyPlan === 'tail'
      ? 'monk'
      : bodyPlan === 'flat' || bodyPlan === 'large_flat'
        ? 'flat'
        : 'round';

/** Parts of a fish with a weight of their own. A ray's `body` is everything that is no wing. */
export const parts = [
  'guts',
  'roe',
  'liver',
  'gills',
  'head',
  'eyes',
  'cheeks',
  'headFlesh',
  'collars',
  'body',
  'tailMuscle',
  'finsBack',
  'finsVent',
  'finsBelly',
  'finsBreast',
  'tailFin',
  'frame',
  'ribs',
  'frontBone',
  'flesh',
  'scrape',
  'belly',
  'skin',
  'dark',
  'silver',
  'skirts',
  'water',
] as const;
export type Part = (typeof parts)[number];
export type Parts = Record<Part, number>;

export const noParts = Object.fromEntries(parts.map((p) => [p, 0])) as Parts;
export const headParts = ['head', 'gills', 'eyes', 'cheeks', 'headFlesh', 'finsBreast'] as const;
export const finParts = ['finsBack', 'finsVent', 'finsBelly', 'finsBreast', 'tailFin'] as const;

/** Shares of the fins by where they stand (our choice). */
const finShares = { finsBack: 0.3, finsVent: 0.12, finsBelly: 0.12, tailFin: 0.46 } as const;
/** Shares of the head, with which the breast fins go (our choice); cheeks are worth taking from 2 kg on (common practice). */
const headShares = { gills: 0.1, finsBreast: 0.015, eyes: 0.01, cheeks: 0.04 } as const;
/** Share of the frame that is ribs; a flatfish has a small cage only; a monkfish none, but its front bone (our choice). */
const ribShare: Record<Kind, number> = { round: 0.12, flat: 0.04, ray: 0, monk: 0 };
const frontBoneShare = 0.15;
/** Tail muscle of a big ray as a share of the whole fish (our choice). */
const tailMuscleShare = 0.0385;
/** Roe as a share of the guts of a whole fish, by what the grader saw (our choice). */
const roeShare: Record<Roe, number> = { none: 0, spent: 0, unknown: 0, some: 0.12, full: 0.25 };

export interface Seen {
  /** What grading saw in the belly. */
  roe: Roe;
  /** Somebody ordered it: it is taken to be there, as this share of the guts. */
  roeOrdered: number | null;
  liverOrdered: number | null;
}

const gone: Record<Exclude<ArrivalCondition, PieceCondition>, readonly Part[]> = {
  whole: [],
  gutted: ['guts', 'roe', 'liver'],
  headed_gutted: ['guts', 'roe', 'liver', ...headParts, 'collars'],
  tail: ['guts', 'roe', 'liver', ...headParts, 'collars'],
  wing: [
    'guts',
    'roe',
    'liver',
    'body',
    'cheeks',
    'tailMuscle',
    'tailFin',
    'finsBack',
    'finsVent',
    'finsBelly',
  ],
};
const ofPiece: Record<PieceCondition, readonly Part[]> = {
  side: ['flesh', 'skin', 'dark'],
  boned_side: ['flesh', 'skin', 'dark'],
  fillet: ['flesh'],
  loin: ['flesh'],
};

/**
 * Shares of the weight on the board by part; they sum to 1. `fishGrams` is one fish or piece as it lies there; `month` 1 to 12. A flatfish gutted at sea keeps its roe in the pocket along the bones.
 */
export function partsOf(
  species: YieldSpecies & Pick<Species, 'bodyPlan' | 'fat'>,
  input: ArrivalCondition,
  fishGrams: number,
  month: number,
  seen: Seen = { roe: 'unknown', roeOrdered: null, liverOrdered: null },
): Parts {
  const kind = kindOf(species);
  const whole = fishGrams / arrivalFraction(species, input);
  const c = expectedComponents(species, whole, month);
  const p = { ...noParts };
  const from = (of: Part, to: Part, grams: number) => {
    const moved = Math.min(p[of], grams);
    p[of] -= moved;
    p[to] += moved;
  };
  p.guts = c.viscera;
  const roe = c.viscera * (seen.roeOrdered ?? roeShare[seen.roe]);
  from('guts', 'roe', roe);
  from('guts', 'liver', c.viscera * (seen.liverOrdered ?? 0));
  if (kind === 'ray') {
    p.body = c.head + c.collars;
    from('body', 'tailMuscle', whole >= 4000 ? tailMuscleShare : 0);
    if (cheeksWorth(whole)) from('body', 'cheeks', headShares.cheeks * c.head);
  } else {
    p.head = c.head;
    p.collars = c.collars;
    from('head', 'gills', headShares.gills * c.head);
    from('head', 'finsBreast', headShares.finsBreast * c.head);
    from('head', 'eyes', headShares.eyes * c.head);
    if (cheeksWorth(whole)) from('head', 'cheeks', headShares.cheeks * c.head);
    from('head', 'headFlesh', headFleshShare(species, whole));
  }
  if (kind === 'ray') p.finsBreast = c.fins;
  else for (const [f, share] of Object.entries(finShares)) p[f as Part] = c.fins * share;
  p.frame = c.frame;
  from('frame', 'ribs', ribShare[kind] * c.frame);
  if (kind === 'monk') from('frame', 'frontBone', frontBoneShare * c.frame);
  p.flesh = c.fillets;
  p.scrape = c.scrape;
  p.belly = c.belly;
  p.skin = c.skin;
  p[kind === 'monk' ? 'silver' : 'dark'] = c.pinStrip;
  p.skirts = c.skirts;
  p.water = c.drip;
  if (isPiece(input)) {
    const keep = ofPiece[input];
    for (const k of parts) if (!keep.includes(k)) p[k] = 0;
  } else {
    for (const k of gone[input]) p[k] = 0;
    if (kind === 'flat' && input === 'gutted') from('frame', 'roe', roe);
  }
  const total = parts.reduce((s, k) => s + p[k], 0);
  for (const k of parts) p[k] /= total;
  return p;
}
