import type { Species } from '../species/index.ts';

/** A fin on the back or under the tail: where it stands, and its height along it; shares of standard length. */
export interface Fin {
  from: number;
  to: number;
  height: number;
  /** Height along the fin, share of `height` by share of its length. */
  shape: readonly (readonly [t: number, h: number])[];
  lean: number;
  rays: number;
}

/** How a fish looks from the side, beside its outline (drawn by us; places of fins from memory of ichthyology). */
export interface Look {
  dorsal: readonly Fin[];
  anal: readonly Fin[];
  pelvic: { at: number; long: number } | null;
  pectoral: { at: number; v: number; long: number };
  /** Half the span of the tail; 0 deep fork to 1 straight, above 1 rounded. */
  tail: { span: number; notch: number };
  eye: readonly (readonly [u: number, v: number, r: number])[];
  jaw: boolean;
  spots: boolean;
}

const soft: Fin['shape'] = [
  [0, 0.3],
  [0.15, 1],
  [0.45, 0.8],
  [1, 0.2],
];
const longSoft: Fin['shape'] = [
  [0, 0.35],
  [0.1, 0.8],
  [0.45, 0.6],
  [0.75, 0.85],
  [1, 0.12],
];
const spiny: Fin['shape'] = [
  [0, 0.3],
  [0.12, 0.85],
  [0.25, 1],
  [0.55, 0.72],
  [0.8, 0.6],
  [1, 0.14],
];
const fringe: Fin['shape'] = [
  [0, 0.25],
  [0.2, 0.6],
  [0.5, 1],
  [0.7, 0.9],
  [1, 0.12],
];
const fin = (from: number, to: number, height: number, shape = soft, lean = 0.45): Fin => ({
  from,
  to,
  height,
  shape,
  lean,
  rays: Math.max(3, Math.round((to - from) * 48)),
});

const round = {
  eye: [[0.07, 0.018, 0.012]],
  jaw: false,
  spots: false,
} satisfies Partial<Look>;

const looks = {
  salmon: {
    ...round,
    dorsal: [fin(0.455, 0.575, 0.062), fin(0.825, 0.848, 0.034, soft, 1)],
    anal: [fin(0.715, 0.8, 0.07)],
    pelvic: { at: 0.535, long: 0.08 },
    pectoral: { at: 0.222, v: -0.06, long: 0.115 },
    tail: { span: 0.105, notch: 0.66 },
    spots: true,
  },
  bass: {
    ...round,
    dorsal: [fin(0.34, 0.53, 0.075, spiny), fin(0.58, 0.76, 0.06)],
    anal: [fin(0.66, 0.77, 0.06)],
    pelvic: { at: 0.33, long: 0.1 },
    pectoral: { at: 0.3, v: -0.03, long: 0.12 },
    tail: { span: 0.115, notch: 0.55 },
  },
  deep: {
    ...round,
    eye: [[0.13, 0.048, 0.026]],
    dorsal: [fin(0.285, 0.8, 0.082, spiny, 0.55)],
    anal: [fin(0.63, 0.8, 0.066, spiny, 0.55)],
    pelvic: { at: 0.345, long: 0.15 },
    pectoral: { at: 0.318, v: -0.03, long: 0.22 },
    tail: { span: 0.155, notch: 0.42 },
  },
  dory: {
    ...round,
    eye: [[0.15, 0.07, 0.03]],
    dorsal: [fin(0.3, 0.52, 0.17, spiny, 0.7), fin(0.54, 0.86, 0.06)],
    anal: [fin(0.52, 0.6, 0.06, spiny), fin(0.61, 0.86, 0.06)],
    pelvic: { at: 0.33, long: 0.17 },
    pectoral: { at: 0.33, v: -0.02, long: 0.1 },
    tail: { span: 0.09, notch: 1.04 },
  },
  cod: {
    ...round,
    dorsal: [fin(0.28, 0.4, 0.075), fin(0.43, 0.62, 0.06), fin(0.66, 0.84, 0.05)],
    anal: [fin(0.5, 0.66, 0.06), fin(0.68, 0.84, 0.05)],
    pelvic: { at: 0.215, long: 0.09 },
    pectoral: { at: 0.28, v: -0.01, long: 0.12 },
    tail: { span: 0.08, notch: 0.94 },
  },
  hake: {
    ...round,
    jaw: true,
    dorsal: [fin(0.275, 0.365, 0.058), fin(0.385, 0.885, 0.052, longSoft)],
    anal: [fin(0.56, 0.885, 0.05, longSoft)],
    pelvic: { at: 0.215, long: 0.095 },
    pectoral: { at: 0.262, v: -0.01, long: 0.15 },
    tail: { span: 0.073, notch: 0.93 },
  },
  mahi: {
    ...round,
    dorsal: [fin(0.14, 0.86, 0.07, longSoft, 0.6)],
    anal: [fin(0.5, 0.86, 0.05, longSoft, 0.6)],
    pelvic: { at: 0.27, long: 0.11 },
    pectoral: { at: 0.24, v: -0.01, long: 0.11 },
    tail: { span: 0.12, notch: 0.3 },
  },
  gurnard: {
    ...round,
    eye: [[0.12, 0.05, 0.018]],
    dorsal: [fin(0.33, 0.5, 0.09, spiny), fin(0.52, 0.86, 0.05)],
    anal: [fin(0.52, 0.86, 0.05)],
    pelvic: { at: 0.3, long: 0.15 },
    pectoral: { at: 0.3, v: -0.02, long: 0.24 },
    tail: { span: 0.075, notch: 0.92 },
  },
  mackerel: {
    ...round,
    dorsal: [
      fin(0.34, 0.46, 0.06),
      fin(0.6, 0.68, 0.045),
      ...[0.71, 0.75, 0.79, 0.83].map((u) => fin(u, u + 0.018, 0.02, soft, 0.8)),
    ],
    anal: [fin(0.62, 0.7, 0.045), ...[0.73, 0.77, 0.81].map((u) => fin(u, u + 0.018, 0.02, soft, 0.8))],
    pelvic: { at: 0.33, long: 0.06 },
    pectoral: { at: 0.26, v: 0.01, long: 0.09 },
    tail: { span: 0.1, notch: 0.4 },
  },
  herring: {
    ...round,
    dorsal: [fin(0.47, 0.58, 0.075)],
    anal: [fin(0.74, 0.86, 0.035)],
    pelvic: { at: 0.52, long: 0.06 },
    pectoral: { at: 0.24, v: -0.05, long: 0.1 },
    tail: { span: 0.11, notch: 0.35 },
  },
  flat: {
    ...round,
    eye: [
      [0.078, 0.052, 0.016],
      [0.066, 0.004, 0.016],
    ],
    dorsal: [fin(0.085, 0.905, 0.066, fringe, 0.42)],
    anal: [fin(0.275, 0.905, 0.064, fringe, 0.42)],
    pelvic: { at: 0.225, long: 0.06 },
    pectoral: { at: 0.262, v: -0.03, long: 0.095 },
    tail: { span: 0.105, notch: 1.06 },
  },
  monk: {
    ...round,
    dorsal: [fin(0.58, 0.84, 0.05)],
    anal: [fin(0.66, 0.86, 0.045)],
    pelvic: null,
    pectoral: { at: 0.36, v: -0.02, long: 0.1 },
    tail: { span: 0.07, notch: 1.05 },
  },
} as const satisfies Record<string, Look>;

/** How a species looks; its own kind where it has one, else that of its body row. */
export function lookOf({ id, bodyRow, bodyPlan }: Pick<Species, 'id' | 'bodyRow' | 'bodyPlan'>): Look {
  const own: Record<string, keyof typeof looks> = {
    john_dory: 'dory',
    mahi: 'mahi',
    red_gurnard: 'gurnard',
    tub_gurnard: 'gurnard',
    herring: 'herring',
    sardine: 'herring',
    trout: 'salmon',
    turbot: 'flat',
    halibut: 'flat',
  };
  const byPlan: Partial<Record<Species['bodyPlan'], keyof typeof looks>> = {
    flat: 'flat',
    large_flat: 'flat',
    tail: 'monk',
  };
  const key = own[id] ?? byPlan[bodyPlan] ?? own[bodyRow] ?? bodyRow;
  return Object.hasOwn(looks, key) ? looks[key as keyof typeof looks] : looks.cod;
}
