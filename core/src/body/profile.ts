import profilesData from './profiles.json' with { type: 'json' };
import { cumulative, type Cumulative } from './cumulative.ts';
import { pchip } from './pchip.ts';

/** Shape of a kind of fish along u, the distance from the snout over standard length (typical values, our choice). */
export interface Profile {
  /** u, half-height and half-width over standard length. */
  points: [u: number, h: number, w: number][];
  /** Standard over total length. */
  kappa: number;
  collar: number;
  vent: number;
  pinBonesEnd: number | null;
  tail: number;
  filletEnd: number;
  /** Skin-on fillets (tail fish: skinless) over gutted weight with the head on. */
  yieldOfGutted: number;
  /** The tail fin's share of the whole. */
  fin: number;
  /** Beyond this equal-weight steaks become absurdly thick. */
  steakEnd: number;
  /** Piecewise-linear: share of the section that is gut cavity; raw flesh; dorsal share. */
  cavity: [u: number, value: number][];
  flesh: [u: number, value: number][];
  loin: [u: number, value: number][];
}

/** Shipped profiles by body row. */
export const profiles = profilesData as unknown as Readonly<Record<string, Profile>>;

/** Piecewise-linear through points; nothing outside them, or its ends where `hold`. */
function linear(points: readonly (readonly [u: number, value: number])[], hold: boolean) {
  return (u: number): number => {
    const first = points[0]!;
    const last = points.at(-1)!;
    if (u < first[0]) return hold ? first[1] : 0;
    if (u > last[0]) return hold ? last[1] : 0;
    const i = Math.max(
      0,
      points.findLastIndex((p) => p[0] <= u),
    );
    const [p, q] = [points[i]!, points[i + 1] ?? last];
    return q[0] === p[0] ? q[1] : p[1] + ((q[1] - p[1]) * (u - p[0])) / (q[0] - p[0]);
  };
}

export interface Shape {
  height: (u: number) => number;
  width: (u: number) => number;
  /** Dorsal share of the flesh. */
  loin: (u: number) => number;
  whole: Cumulative;
  gutted: Cumulative;
  /** Flesh of both sides, scaled to the yield. */
  flesh: Cumulative;
  loinFlesh: Cumulative;
  /** The tail fin as an integral of its own. */
  finIntegral: number;
  /** Gutted over whole weight. */
  guttedShare: number;
}

/**
 * The cumulative shape of a profile; weight and length only rescale it. Throws RangeError for parameters that would
 * put more flesh into a section than fits (above 0.95).
 */
export function shapeOf(profile: Profile): Shape {
  const us = profile.points.map((p) => p[0]);
  const height = pchip(
    us,
    profile.points.map((p) => p[1]),
  );
  const width = pchip(
    us,
    profile.points.map((p) => p[2]),
  );
  const c = linear(profile.cavity, false);
  const loin = linear(profile.loin, true);
  const breaks = [
    ...new Set([
      ...us,
      ...profile.cavity.map((p) => p[0]),
      ...profile.flesh.map((p) => p[0]),
      ...profile.loin.map((p) => p[0]),
    ]),
  ].sort((x, y) => x - y);
  const area = (u: number) => Math.PI * height(u) * width(u);
  const net = (u: number) => area(u) * (1 - c(u));
  const whole = cumulative(area, breaks);
  const gutted = cumulative(net, breaks);
  const finIntegral = (profile.fin / (1 - profile.fin)) * whole.total;
  const raw = linear(profile.flesh, false);
  const inside = breaks.filter((u) => u >= profile.collar && u <= profile.filletEnd);
  const rawTotal = cumulative((u) => raw(u) * net(u), inside).total;
  const k = (profile.yieldOfGutted * (gutted.total + finIntegral)) / rawTotal;
  if (Math.max(...profile.flesh.map((p) => p[1])) * k > 0.95)
    throw new RangeError('More flesh than fits into the section: lower the yield or the flesh profile');
  return {
    height,
    width,
    loin,
    whole,
    gutted,
    flesh: cumulative((u) => k * raw(u) * net(u), inside),
    loinFlesh: cumulative((u) => k * raw(u) * net(u) * loin(u), inside),
    finIntegral,
    guttedShare: (gutted.total + finIntegral) / (whole.total + finIntegral),
  };
}

const shapes = new Map<string, Shape>();
/** The shape of a shipped body row, worked out once; null where there is none (a wing). */
export function shippedShape(row: string): { profile: Profile; shape: Shape } | null {
  const profile = profiles[row];
  if (!profile) return null;
  const shape = shapes.get(row) ?? shapeOf(profile);
  shapes.set(row, shape);
  return { profile, shape };
}
