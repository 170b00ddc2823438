import { shippedForms } from '../../forms/index.ts';
import { catalogue } from '../../species/index.ts';
import {
  defaultSettings,
  type CounterClass,
  type PlanFish,
  type PlanLine,
  type PlannedFish,
  type PlannedPiece,
  type PlanProblem,
} from '../problem.ts';
import { seeded } from '../solver/seeded.ts';

/** Flesh evenly from 240 to 1000 mm, gutted .88, a side .28, forms that lose no life: cases worked by hand. */
export const hand = (over: Partial<PlanProblem>): PlanProblem => ({
  species: catalogue.find((s) => s.id === 'salmon')!,
  forms: new Map(shippedForms.map((f) => [f.id, { ...f, lifeFactor: 1 }])),
  methods: {},
  flesh: { fromMm: 240, toMm: 1000, gutted: 0.88, side: 0.28 },
  fish: [],
  lines: [],
  counter: [],
  settings: {
    ...defaultSettings,
    deviationPerKg: 0,
    perFish: 0,
    neat: 0,
    age: { least: 1, fullFromDays: 3 },
  },
  ...over,
});
export const fish = (
  id: string,
  grams: number,
  costPerKg: number,
  daysLeft = 9,
  rawFit = false,
): PlanFish => ({
  id,
  grams,
  lengthMm: null,
  condition: 'whole',
  costPerKg,
  daysLeft,
  rawFit,
  refuses: {},
});
export const line = (
  form: string,
  pieces: number,
  pieceGrams: number,
  window: readonly [number, number],
  money: readonly [value: number, penalty: number],
  rest: Partial<PlanLine> = {},
): PlanLine => ({
  id: 'l',
  form,
  pieces,
  pieceGrams,
  totalGrams: null,
  window,
  thickMm: null,
  dueDays: 0,
  raw: false,
  value: money[0],
  penalty: money[1],
  partAllowed: false,
  ...rest,
});
export const counter = (perKg: number, markdownPerKg: number, demandGrams: number): CounterClass[] => [
  { id: 'fillet', form: 'fillet_skin_on', perKg, markdownPerKg, demandGrams },
];
/** The same of fish whose sides are a metre long and, of 4 kg, weigh a gram a millimetre; counter pieces of 50 to 500 mm. */
export const metre = (over: Partial<PlanProblem>): PlanProblem =>
  hand({
    flesh: { fromMm: 0, toMm: 1000, gutted: 0.9, side: 0.25 },
    ...over,
    settings: {
      ...hand({}).settings,
      gridMm: 10,
      counterMm: [50, 500],
      counterLeastG: 100,
      ...over.settings,
    },
  });
/** So many portions of so many grams, 20 g more or less. */
export const portions = (id: string, pieces: number, grams: number, rest: Partial<PlanLine> = {}): PlanLine =>
  line('portion', pieces, grams, [grams - 20, grams + 20], [1000, 400], { id, ...rest });
/** A stretch of a side that weighs what it is long. */
export const stretch = (
  fromMm: number,
  toMm: number,
  whose: Partial<Pick<PlannedPiece, 'line' | 'counter'>>,
  rest: Partial<PlannedPiece> = {},
): PlannedPiece => ({
  section: 'side',
  copy: 0,
  fromMm,
  toMm,
  grams: toMm - fromMm,
  line: null,
  counter: null,
  ...whose,
  ...rest,
});
/** A fish cut into pieces of its sides. */
export const filleted = (id: string, ...pieces: PlannedPiece[]): PlannedFish => ({
  fish: id,
  mode: 'fillets',
  pieces,
});
/** A line of so many grams in all, a tenth more or less. */
export const inAll = (id: string, grams: number): PlanLine => ({
  ...portions(id, 1, grams),
  pieces: null,
  pieceGrams: null,
  totalGrams: grams,
  window: [grams * 0.9, grams * 1.1],
});
/** A day of such fish with a line of each kind. */
export const metreDay: PlanProblem = metre({
  fish: [fish('a', 4000, 900), fish('b', 4000, 500), { ...fish('c', 4000, 500), refuses: { x: 'bruised' } }],
  lines: [
    portions('x', 2, 200),
    portions('one', 1, 300),
    portions('thick', 1, 0, { thickMm: [20, 40], window: [0, 9000] }),
    inAll('total', 500),
    line('gutted', 1, 3600, [3000, 4000], [4000, 0], { id: 'g' }),
    portions('fewer', 4, 100, { partAllowed: true }),
  ],
  counter: counter(2000, 800, 600),
});
/** Small days on a coarse grid that every plan can be tried on. */
export const smallDay = (seed: number): PlanProblem => {
  const next = seeded(seed);
  const some = (a: number, b: number) => Math.round(a + next() * (b - a));
  const forms = ['fillet_skin_on', 'portion', 'gutted'] as const;
  return hand({
    fish: Array.from({ length: 2 }, (_, i) => fish(`f${i}`, some(1500, 4000), some(400, 1200), some(0, 4))),
    lines: Array.from({ length: 3 }, (_, i) => {
      const form = forms[some(0, 2)]!;
      const grams = form === 'gutted' ? some(1500, 3500) : some(200, 900);
      const pieces = form === 'gutted' ? 1 : some(1, 2);
      return line(form, pieces, grams, [grams * 0.8, grams * 1.2], [grams * pieces * 2, some(0, 800)], {
        id: `l${i}`,
        dueDays: next() * 3,
      });
    }),
    counter: counter(some(800, 2000), some(0, 700), some(0, 1200)),
    settings: {
      ...hand({}).settings,
      gridMm: 152,
      counterMm: [20, 400],
      deviationPerKg: some(0, 1) * 100,
      perFish: some(0, 50),
      edgePerKg: some(0, 3) * 200,
      age: { least: 0.5, fullFromDays: 3 },
    },
  });
};

/** Lines with slices by thickness among them, and some that take fewer. */
export function oddly(lines: readonly PlanLine[], seed: number): PlanLine[] {
  const random = seeded(seed + 1);
  return lines.map((l): PlanLine => {
    if (l.pieces === null) return l;
    const mm = 20 + 5 * Math.floor(random() * 6);
    const thick = l.form === 'steaks' && random() < 0.6;
    return {
      ...l,
      partAllowed: random() < 0.5,
      ...(thick ? { thickMm: [mm - 2.5, mm + 2.5], window: [1, 100_000] } : {}),
    };
  });
}

/** The same lines, the first that is not of whole fish by its total weight. */
export function byTotal(lines: readonly PlanLine[]): PlanLine[] {
  const at = lines.findIndex((l) => l.form !== 'gutted');
  return lines.map((l, i) => {
    const total = (l.pieces ?? 0) * (l.pieceGrams ?? 0);
    const window = [total * 0.8, total * 1.2] as const;
    return i === at ? { ...l, pieces: null, pieceGrams: null, totalGrams: total, window } : l;
  });
}
