import { pchip } from './pchip.ts';
import type { Species } from '../species/index.ts';

/** Half-heights over standard length from the snout (0) to the tail wrist (1): typical shapes, our choice. */
const heights: Readonly<Record<string, readonly (readonly [u: number, h: number])[]>> = {
  salmon: [
    [0, 0.009],
    [0.08, 0.054],
    [0.21, 0.099],
    [0.35, 0.121],
    [0.45, 0.124],
    [0.66, 0.102],
    [0.8, 0.068],
    [0.92, 0.043],
    [1, 0.046],
  ],
  trout: [
    [0, 0.009],
    [0.08, 0.053],
    [0.21, 0.101],
    [0.35, 0.125],
    [0.45, 0.128],
    [0.65, 0.107],
    [0.8, 0.073],
    [0.92, 0.048],
    [1, 0.051],
  ],
  bass: [
    [0, 0.009],
    [0.08, 0.053],
    [0.21, 0.101],
    [0.35, 0.125],
    [0.45, 0.128],
    [0.65, 0.107],
    [0.8, 0.073],
    [0.92, 0.048],
    [1, 0.051],
  ],
  deep: [
    [0, 0.018],
    [0.1, 0.092],
    [0.2, 0.149],
    [0.3, 0.183],
    [0.42, 0.193],
    [0.62, 0.155],
    [0.78, 0.095],
    [0.9, 0.052],
    [1, 0.05],
  ],
  cod: [
    [0, 0.013],
    [0.1, 0.063],
    [0.18, 0.09],
    [0.27, 0.108],
    [0.38, 0.113],
    [0.55, 0.092],
    [0.72, 0.059],
    [0.88, 0.029],
    [1, 0.023],
  ],
  hake: [
    [0, 0.009],
    [0.1, 0.045],
    [0.17, 0.063],
    [0.25, 0.079],
    [0.38, 0.092],
    [0.55, 0.082],
    [0.72, 0.059],
    [0.88, 0.032],
    [1, 0.024],
  ],
  mackerel: [
    [0, 0.008],
    [0.1, 0.054],
    [0.25, 0.09],
    [0.38, 0.1],
    [0.5, 0.098],
    [0.62, 0.085],
    [0.78, 0.052],
    [0.92, 0.019],
    [1, 0.014],
  ],
  flat: [
    [0, 0.019],
    [0.1, 0.1],
    [0.24, 0.195],
    [0.38, 0.234],
    [0.5, 0.238],
    [0.68, 0.191],
    [0.82, 0.114],
    [0.93, 0.052],
    [1, 0.044],
  ],
  turbot: [
    [0, 0.04],
    [0.1, 0.171],
    [0.22, 0.297],
    [0.38, 0.368],
    [0.5, 0.373],
    [0.68, 0.287],
    [0.82, 0.156],
    [0.93, 0.071],
    [1, 0.06],
  ],
  halibut: [
    [0, 0.02],
    [0.1, 0.09],
    [0.22, 0.165],
    [0.38, 0.213],
    [0.5, 0.215],
    [0.68, 0.16],
    [0.82, 0.08],
    [0.93, 0.04],
    [1, 0.038],
  ],
  monk: [
    [0, 0.021],
    [0.12, 0.061],
    [0.25, 0.08],
    [0.36, 0.084],
    [0.42, 0.084],
    [0.52, 0.081],
    [0.7, 0.064],
    [0.88, 0.039],
    [1, 0.025],
  ],
};

/** Standard over total length and where the collar lies, by body row (typical values, our choice). */
const landmarks: Readonly<Record<string, readonly [kappa: number, collar: number]>> = {
  salmon: [0.87, 0.21],
  trout: [0.88, 0.21],
  bass: [0.86, 0.3],
  deep: [0.83, 0.3],
  cod: [0.88, 0.27],
  hake: [0.88, 0.25],
  mackerel: [0.88, 0.25],
  flat: [0.83, 0.24],
  turbot: [0.81, 0.28],
  halibut: [0.87, 0.23],
  monk: [0.84, 0.42],
};

export interface Outline {
  /** Total and standard length, mm. */
  totalMm: number;
  standardMm: number;
  /** Collar as a share of standard length. */
  collar: number;
  /** Half-height in mm at a share of standard length. */
  halfHeight: (u: number) => number;
}

/**
 * The side view of a fish of this whole weight, to scale: length from W = a L^b (FishBase-type parameters, from
 * memory), height from its body row. Null for a wing, which is no side view.
 */
export function outline(
  species: Pick<Species, 'bodyRow' | 'lwA' | 'lwB'>,
  wholeGrams: number,
): Outline | null {
  const points = heights[species.bodyRow];
  const marks = landmarks[species.bodyRow];
  if (!points || !marks) return null;
  const totalMm = (wholeGrams / species.lwA) ** (1 / species.lwB) * 10;
  const standardMm = totalMm * marks[0];
  const h = pchip(
    points.map((p) => p[0]),
    points.map((p) => p[1]),
  );
  return { totalMm, standardMm, collar: marks[1], halfHeight: (u) => h(u) * standardMm };
}
