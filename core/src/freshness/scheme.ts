import { nth, sure } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import type { ArrivalCondition, EuGroup, Species } from '../species/index.ts';
import { said } from './say.ts';

export type Level = 0 | 1 | 2 | 3;

/** What a sign looks at: decides its usual harmless causes when it stands apart. */
export const signKinds = [
  'smell',
  'gills',
  'flesh',
  'lining',
  'belly',
  'blood',
  'skin',
  'slime',
  'eyes',
  'edges',
  'cut_face',
] as const;
export type SignKind = (typeof signKinds)[number];

/** One thing looked at, with its words for each level, best first. */
export interface Sign {
  id: string;
  kind: SignKind;
  name: string;
  /** How much its vote counts in a scheme of levels; in an index its points do. */
  weight: number;
  /** Two to four levels, worth 0, 1, 2, 3 points. */
  words: readonly string[];
  /** From this level on it is a hard stop, under this name. */
  stop?: { from: Level; as: string } | undefined;
  /** Where it can be asked; nothing given means everywhere. */
  groups?: readonly EuGroup[] | undefined;
  species?: readonly string[] | undefined;
  conditions?: readonly ArrivalCondition[] | undefined;
}

/** How a shop's own lots of a species age on this scheme: index = intercept + slope x days in ice. */
export interface Calibration {
  slope: number;
  intercept: number;
  /** Standard deviation of the index about the line. */
  residualSd: number;
  pairs: number;
}

/** A grading scheme: its signs, how points become days, and how sure that is. A changed scheme is a new version. */
export interface Scheme {
  id: string;
  version: number;
  name: string;
  /** `levels`: each level has its place on the day axis; `index`: points add up and rise with the days in ice. */
  method: 'levels' | 'index';
  /** Species it was made for, or null for all. */
  species: readonly string[] | null;
  conditions: readonly ArrivalCondition[];
  /** Centre of each level as a share of ice days (`levels`). */
  centres: readonly [number, number, number, number];
  /** Index at which the fish is at its end (`index`), else null. */
  rejectAt: number | null;
  /** Half-width of a vote as a share of ice days; for drawing only. */
  voteHalfWidth: number;
  /** Uncertainty of the scheme itself, one standard deviation: a share of ice days, or days. */
  sigma: { share: number } | { days: number };
  signs: readonly Sign[];
  /** By species id, once a manager has applied it. */
  calibration: Readonly<Record<string, Calibration>>;
  source: string;
}

/** Points of the worst level of a sign. */
export const maxPoints = (sign: Pick<Sign, 'words'>): number => sign.words.length - 1;

/** Points of a scheme's worst fish, all its signs looked at. */
export const maxIndex = (signs: readonly Pick<Sign, 'words'>[]): number =>
  signs.reduce((sum, s) => sum + maxPoints(s), 0);

/** The one axis all signs of a fish vote on: index, ice days, and how far a vote may stand off, as one scale. */
export interface DayAxis {
  /** A level of a sign on the scale a calibration rests on: index points of the whole fish, or ice days. */
  indexOf: (sign: Pick<Sign, 'words'>, level: Level) => number;
  /** Ice days used at a place on that scale. */
  daysAt: (index: number) => number;
  /** Ice days a level of a sign speaks for. */
  daysOf: (sign: Pick<Sign, 'words'>, level: Level) => number;
  /** Half the ice days a level of a sign stands for: a sign of few levels says less. */
  reachOf: (sign: Pick<Sign, 'words'>) => number;
}

/**
 * The axis of ice days of `signs` on a species with `iceDays` of life. In an index a sign votes for the fish whose
 * every sign is as far gone, so that the mean of the votes, weighted by points, is the index. A calibration moves votes
 * and mean alike.
 */
export function dayAxis(
  scheme: Pick<Scheme, 'method' | 'centres' | 'rejectAt' | 'voteHalfWidth' | 'calibration'>,
  species: Pick<Species, 'id' | 'iceDays'>,
  signs: readonly Pick<Sign, 'words'>[],
): DayAxis {
  const { iceDays } = species;
  const byPoints = scheme.method === 'index';
  const whole = maxIndex(signs);
  const calibration = scheme.calibration[species.id];
  const indexOf: DayAxis['indexOf'] = (sign, level) =>
    byPoints ? (level / maxPoints(sign)) * whole : scheme.centres[level] * iceDays;
  const perIndex = calibration ? 1 / calibration.slope : byPoints ? iceDays / sure(scheme.rejectAt) : 1;
  const daysAt = (index: number) => (index - (calibration?.intercept ?? 0)) * perIndex;
  return {
    indexOf,
    daysAt,
    daysOf: (sign, level) => daysAt(indexOf(sign, level)),
    reachOf: (sign) => (byPoints ? whole / maxPoints(sign) / 2 : scheme.voteHalfWidth * iceDays) * perIndex,
  };
}

/** Whether a scheme can judge this species in this condition. */
export const applies = (
  scheme: Pick<Scheme, 'species' | 'conditions'>,
  species: Pick<Species, 'id'>,
  condition: ArrivalCondition,
): boolean =>
  (scheme.species === null || scheme.species.includes(species.id)) && scheme.conditions.includes(condition);

/**
 * The schemes that can judge a fish, the one made for its species first. Throws RangeError when there is none.
 */
export function schemesFor<S extends Pick<Scheme, 'species' | 'conditions'>>(
  schemes: readonly S[],
  species: Pick<Species, 'id'>,
  condition: ArrivalCondition,
): S[] {
  const fit = schemes.filter((s) => applies(s, species, condition));
  if (fit.length === 0) throw new RangeError('No scheme judges this fish in this condition');
  return fit.sort((a, b) => Number(a.species === null) - Number(b.species === null));
}

/**
 * The signs that can be looked at on this species in this condition, heaviest first. A headed fish has no eyes or
 * gills to ask about, a fish with its guts in no lining or blood line. Of signs with one id the first that fits counts.
 */
export function signsFor(
  scheme: Pick<Scheme, 'signs'>,
  species: Pick<Species, 'id' | 'euGroup'>,
  condition: ArrivalCondition,
): Sign[] {
  const seen = new Set<string>();
  return scheme.signs
    .filter((s) => {
      const fits =
        (!s.groups || s.groups.includes(species.euGroup)) &&
        (!s.species || s.species.includes(species.id)) &&
        (!s.conditions || s.conditions.includes(condition));
      if (!fits || seen.has(s.id)) return false;
      seen.add(s.id);
      return true;
    })
    .sort((a, b) => b.weight - a.weight);
}

/** What is wrong with a scheme someone wrote; empty when it can be used. */
export function schemeFaults(scheme: Scheme): Said[] {
  const faults: Said[] = [];
  if (scheme.signs.length < 3) faults.push(said('a_scheme_looks_at_three_signs_at'));
  for (const s of scheme.signs) {
    if (s.words.length < 2 || s.words.length > 4) faults.push(said('two_to_four_levels', { sign: s.name }));
    if (new Set(s.words.map((w) => w.trim().toLowerCase())).size < s.words.length)
      faults.push(said('two_levels_are_described_by_the', { sign: s.name }));
    if (s.words.some((w) => w.trim() === '')) faults.push(said('a_level_has_no_words', { sign: s.name }));
    if (!(s.weight > 0 && s.weight <= 5))
      faults.push(said('its_weight_lies_between_0_and_5', { sign: s.name }));
    if (scheme.method === 'levels' && s.words.length !== 4)
      faults.push(said('four_levels_as_the_centres_are', { sign: s.name }));
  }
  const rising = scheme.centres.every(
    (c, i) => c >= 0 && c <= 1.2 && (i === 0 || c > nth(scheme.centres, i - 1)),
  );
  if (scheme.method === 'levels' && !rising) faults.push(said('the_centres_of_the_levels_rise'));
  if (scheme.method === 'index') {
    const max = maxIndex(scheme.signs);
    if (scheme.rejectAt === null || scheme.rejectAt <= 0 || scheme.rejectAt > max)
      faults.push(said('the_index_at_which_it_is_at_its', { mostPoints: max }));
  }
  return faults;
}
