import { seeded } from '../solver/seeded.ts';
import { shippedForms } from '../../forms/index.ts';
import { catalogue, type Species } from '../../species/index.ts';
import {
  defaultSettings,
  type CounterClass,
  type PlanFish,
  type PlanLine,
  type PlanProblem,
} from '../problem.ts';

interface Wish {
  form: string;
  /** Pieces from and to; null where a weight in all is asked for. */
  pieces: readonly [number, number] | null;
  /** Grams of a piece, or in all, from and to. */
  grams: readonly [number, number];
  perKg: number;
  share: number;
}

/** What customers ask of a roundfish and of a flatfish (invented, as the trade's norms go). */
const wishes: Record<'round' | 'flat', readonly Wish[]> = {
  round: [
    { form: 'portion', pieces: [2, 8], grams: [120, 200], perKg: 2600, share: 4 },
    { form: 'portion_skinless', pieces: [2, 6], grams: [120, 180], perKg: 2900, share: 2 },
    { form: 'steaks', pieces: [2, 6], grams: [180, 260], perKg: 1900, share: 3 },
    { form: 'boneless_joint', pieces: [1, 1], grams: [700, 1300], perKg: 2400, share: 1 },
    { form: 'butterflied_tail', pieces: [1, 2], grams: [180, 350], perKg: 2000, share: 1 },
    { form: 'fillet_skin_on', pieces: null, grams: [500, 1800], perKg: 2400, share: 2 },
    { form: 'scaled_gutted', pieces: [1, 1], grams: [2000, 3600], perKg: 1300, share: 1 },
  ],
  flat: [
    { form: 'quarter_cut', pieces: [2, 8], grams: [60, 90], perKg: 2600, share: 3 },
    { form: 'fillet_skinless', pieces: null, grams: [200, 500], perKg: 2600, share: 2 },
    { form: 'delice', pieces: [2, 6], grams: [60, 100], perKg: 2800, share: 1 },
    { form: 'scaled_gutted', pieces: [1, 2], grams: [350, 700], perKg: 1300, share: 2 },
  ],
};

const classes = (perKg: number, demand: number, flat: boolean): CounterClass[] => [
  {
    id: 'fillet',
    form: flat ? 'quarter_cut' : 'fillet_skin_on',
    perKg,
    demandGrams: demand,
    markdownPerKg: perKg / 2,
  },
  {
    id: 'belly',
    form: 'fillet_skin_on',
    perKg: perKg / 2,
    demandGrams: demand / 4,
    markdownPerKg: perKg / 5,
  },
  { id: 'joint', form: 'boneless_joint', perKg, demandGrams: demand / 4, markdownPerKg: perKg / 2 },
  { id: 'steak', form: 'steaks', perKg: perKg * 0.8, demandGrams: demand / 3, markdownPerKg: perKg * 0.4 },
  {
    id: 'tail',
    form: 'butterflied_tail',
    perKg: perKg * 0.8,
    demandGrams: demand / 6,
    markdownPerKg: perKg * 0.4,
  },
];

/** A made-up day of one species: fish of different weights and ages, lines as they are asked for. */
export function randomDay(
  seed: number,
  fishCount: number,
  lineCount: number,
  speciesId = 'hake',
): PlanProblem {
  const next = seeded(seed);
  const between = ([a, b]: readonly [number, number]) => a + next() * (b - a);
  const whole = (r: readonly [number, number]) => Math.round(between(r));
  const species = catalogue.find((s) => s.id === speciesId) as Species;
  const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
  const mine = wishes[flat ? 'flat' : 'round'];
  const lot = (i: number): PlanFish => ({
    id: `f${i + 1}`,
    grams: whole([species.typicalG * 0.7, Math.min(species.maxG, species.typicalG * 1.8)]),
    lengthMm: null,
    condition: 'gutted',
    costPerKg: whole([650, 900]),
    daysLeft: whole([1, 8]),
    rawFit: false,
    refuses: {},
  });
  const fish = Array.from({ length: fishCount }, (_, i) => lot(i));
  const shares = mine.reduce((s, w) => s + w.share, 0);
  const lines = Array.from({ length: lineCount }, (_, i): PlanLine => {
    let at = next() * shares;
    const wish = mine.find((w) => (at -= w.share) <= 0) ?? mine[0]!;
    const grams = Math.round(between(wish.grams) / 10) * 10;
    const pieces = wish.pieces && whole(wish.pieces);
    const value = Math.round(((pieces ?? 1) * grams * wish.perKg) / 1000);
    return {
      id: `l${i + 1}`,
      form: wish.form,
      pieces,
      pieceGrams: pieces === null ? null : grams,
      totalGrams: pieces === null ? grams : null,
      window: null,
      thickMm: null,
      dueDays: Math.round(next() * 20) / 10,
      raw: false,
      value,
      penalty: Math.round(value * 0.3),
      partAllowed: next() < 0.1,
    };
  });
  const kg = fish.reduce((s, f) => s + f.grams, 0);
  return {
    species,
    forms: new Map(shippedForms.map((f) => [f.id, f])),
    methods: {},
    flesh: null,
    fish,
    lines,
    counter: classes(flat ? 2300 : 2000, kg * 0.15, flat),
    settings: { ...defaultSettings, offcutsPerKg: 200, month: 11 },
  };
}
