import { nth, sure } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import type { BodyOwn, Profile } from '../species/profile.ts';
import profilesData from './profiles.json' with { type: 'json' };
import { cumulative, type Cumulative } from './cumulative.ts';
import { pchip } from './pchip.ts';
import { said } from './say.ts';

/** Shipped profiles by body row. */
export const profiles = profilesData as unknown as Readonly<Record<string, Profile>>;

/** Piecewise-linear through points; nothing outside them, or its ends where `hold`. */
function linear(points: readonly (readonly [u: number, value: number])[], hold: boolean) {
  return (u: number): number => {
    const first = nth(points, 0);
    const last = sure(points.at(-1));
    if (u < first[0]) return hold ? first[1] : 0;
    if (u > last[0]) return hold ? last[1] : 0;
    const i = Math.max(
      0,
      points.findLastIndex((p) => p[0] <= u),
    );
    const [p, q] = [nth(points, i), points[i + 1] ?? last];
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
  /** The gutted section above the spine: what a slab split down it has on the back's side. */
  guttedBack: Cumulative;
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
  // The flesh begins and ends where the knife does, wherever the points of the curves lie.
  const { collar, filletEnd } = profile;
  const inside = [collar, ...breaks.filter((u) => u > collar && u < filletEnd), filletEnd];
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
    guttedBack: cumulative((u) => net(u) * loin(u), breaks),
    flesh: cumulative((u) => k * raw(u) * net(u), inside),
    loinFlesh: cumulative((u) => k * raw(u) * net(u) * loin(u), inside),
    finIntegral,
    guttedShare: (gutted.total + finIntegral) / (whole.total + finIntegral),
  };
}

interface Known {
  profile: Profile;
  shape: Shape;
}
/** Worked out once: by the species as it was read, and by what its profile says. */
const known = new WeakMap<object, Known>();
const byProfile = new Map<string, Known>();
/** Profiles kept at most; a shop has some dozens. */
const mostKept = 500;

/** What of a species its body follows from; a row by itself has no yields but its own. */
export interface Shaped {
  bodyRow: string;
  body: BodyOwn | null;
  bodyPlan?: string;
  gutted?: number;
  filletSkinOn?: number | null;
  filletSkinless?: number;
}

/** Fillets over gutted weight, skin on where they are sold so: the species' own, as everywhere else. */
function yieldOfGutted(s: Shaped): number | null {
  if (s.gutted === undefined || s.filletSkinless === undefined) return null;
  return (s.bodyPlan === 'tail' ? s.filletSkinless : (s.filletSkinOn ?? s.filletSkinless)) / s.gutted;
}

/** The row of a species with what is its own; null where there is none (a wing). */
export function profileOf(species: Shaped): Profile | null {
  if (!Object.hasOwn(profiles, species.bodyRow)) return null;
  const row = sure(profiles[species.bodyRow]);
  const own = Object.fromEntries(Object.entries(species.body ?? {}).filter(([, v]) => v !== undefined));
  const known = yieldOfGutted(species);
  return { ...row, ...own, ...(known === null ? {} : { yieldOfGutted: known }) };
}

/**
 * The shape of a species' body, worked out once; null where there is none (a wing). Throws RangeError as `shapeOf`.
 */
export function shapeFor(species: Shaped): Known | null {
  const had = known.get(species);
  if (had) return had;
  const profile = profileOf(species);
  if (!profile) return null;
  const key = JSON.stringify(profile);
  const is = byProfile.get(key) ?? { profile, shape: shapeOf(profile) };
  if (byProfile.size > mostKept) byProfile.clear();
  byProfile.set(key, is);
  known.set(species, is);
  return is;
}

export interface ProfileFault {
  field: keyof Profile;
  message: Said;
}

/** What cannot be in a body, by field: landmarks out of order, points that turn back, more flesh than fits. */
export function profileFaults(p: Profile): ProfileFault[] {
  const faults: ProfileFault[] = [];
  const wrong = (field: keyof Profile, message: Said) => void faults.push({ field, message });
  const within = (field: keyof Profile, value: number, least: number, most: number) => {
    if (!(value >= least && value <= most)) wrong(field, said('between_and', { least, most }));
  };
  within('kappa', p.kappa, 0.5, 1);
  within('yieldOfGutted', p.yieldOfGutted, 0.05, 0.9);
  within('fin', p.fin, 0, 0.2);
  within('collar', p.collar, 0.05, 0.6);
  if (!(p.vent >= p.collar && p.vent < 1)) wrong('vent', said('behind_the_collar'));
  if (!(p.steakEnd > p.vent && p.steakEnd < 1)) wrong('steakEnd', said('behind_the_vent'));
  if (!(p.filletEnd > p.steakEnd && p.filletEnd <= 1)) wrong('filletEnd', said('behind_the_last_steak'));
  if (!(p.tail > p.vent && p.tail < 1)) wrong('tail', said('behind_the_vent'));
  if (p.pinBonesEnd !== null && !(p.pinBonesEnd > p.collar && p.pinBonesEnd < 1))
    wrong('pinBonesEnd', said('behind_the_collar'));
  const rising = (field: 'points' | 'cavity' | 'flesh' | 'loin', most: number) => {
    const list: readonly (readonly number[])[] = p[field];
    if (list.length < (field === 'points' ? 4 : 1)) wrong(field, said('too_few_points'));
    else if (list.some((x, i) => i > 0 && nth(x, 0) <= nth(nth(list, i - 1), 0)))
      wrong(field, said('each_point_lies_farther_back_than'));
    else if (list.some((x) => x.some((v) => !(v >= 0 && v <= most))))
      wrong(field, said('values_between_0_and', { most }));
  };
  rising('points', 1);
  rising('cavity', 1);
  rising('flesh', 1);
  rising('loin', 1);
  if (p.points[0]?.[0] !== 0 || p.points.at(-1)?.[0] !== 1)
    wrong('points', said('from_the_snout_0_to_the_tail_1'));
  if (faults.length === 0)
    try {
      shapeOf(p);
    } catch {
      wrong('yieldOfGutted', said('more_flesh_than_fits'));
    }
  return faults;
}
