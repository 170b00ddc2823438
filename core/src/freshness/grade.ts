import { nth, sure } from '../found.ts';
import { isSaid, type Said, type Word } from '@ember-slate/words/said';
import type { ArrivalCondition, Species } from '../species/index.ts';
import { landedPace, spoilageRate } from './clock.ts';
import { huberLocation } from './consensus.ts';
import { nothingObserved, type Observed } from './observed.ts';
import {
  dayAxis,
  maxIndex,
  schemesFor,
  signsFor,
  type Level,
  type Scheme,
  type Sign,
  type SignKind,
} from './scheme.ts';
import { shippedSchemes } from './shipped.ts';
import { said } from './say.ts';

export const verdicts = ['accept', 'use_today', 'cooked_only', 'hold', 'reject'] as const;
export type Verdict = (typeof verdicts)[number];
export const categories = ['Extra', 'A', 'B', 'Not admitted'] as const;
export type Category = (typeof categories)[number];

/** Upper ends of Extra, A and B as shares of ice days (our choice). */
export const categoryLimits = [0.24, 0.53, 0.82] as const;
/** Uses from the most demanding down, each up to its share of ice days (our choice). */
export const fitRungs = [
  { use: 'raw', limit: 0.25 },
  { use: 'steam', limit: 0.42 },
  { use: 'grill', limit: 0.6 },
  { use: 'poach', limit: 0.72 },
  { use: 'fry', limit: 0.82 },
] as const;
export type Use = (typeof fitRungs)[number]['use'];
/** The most demanding use of a fish that has used this share of its ice days; null when it is past all of them. */
export const usedFor = (usedShare: number): Use | null =>
  fitRungs.find((r) => usedShare <= r.limit)?.use ?? null;
/**
 * A sign is at odds when it stands farther off than this share of the ice life; one of few levels, whose steps are
 * longer than that, when it stands farther off than half a step and this much more (our choice).
 */
const atOddsShare = 0.3;
const beyondReachShare = 0.2;
/** The spread of fish beyond which a sample is mixed. */
const mixedShare = 0.25;

/** The levels seen on one fish, by sign id; a sign not looked at casts no vote. */
export type FishSigns = Readonly<Record<string, Level>>;

export interface GradeInput {
  species: Pick<Species, 'id' | 'name' | 'euGroup' | 'iceDays' | 'fat' | 'typicalG' | 'histamine'>;
  condition: ArrivalCondition;
  fish: readonly FishSigns[];
  /** Core temperature in C at intake, null when not probed. */
  coreCelsius: number | null;
  /** Limit at intake in C for this species. */
  limitCelsius: number;
  /** Whether the supplier's temperature history came with a warm fish. */
  temperatureHistory: boolean;
  /** A smell that is not the fish's own: fuel, chemical. */
  foreignSmell: boolean;
  /** Where it will be kept, C. */
  storageCelsius: number;
  /** The scheme it is judged by; the shipped one made for it unless given. */
  scheme?: Scheme;
  /** What was seen beside the signs. */
  observed?: Observed;
}

export interface SignVote {
  sign: Sign;
  /** Mean vote of the fish, ice days. */
  days: number;
  interval: readonly [number, number];
  /** Vote less `used`, days, when it stands off farther than its level can; else null. */
  oddsDays: number | null;
}

export interface Grade {
  used: number;
  /** What a calibration rests on: points of the index, or where the votes agree. */
  index: number;
  halfWidth: number;
  usedShare: number;
  /** 100 is just out of the water. */
  mark: number;
  category: Category;
  votes: SignVote[];
  atOdds: { signId: string; advice: Said }[];
  mixed: boolean;
  hardStops: Word[];
  verdict: Verdict;
  reasons: Word[];
  /** Days left whole, as it came, at the storage temperature. */
  daysLeft: number;
  /** The same at both ends of the 90 % interval. */
  daysLeftRange: readonly [number, number];
  fitFor: Use | null;
}

/** How many fish to look at in a lot of `pieces` (our choice). */
export function sampleSize(pieces: number): number {
  if (pieces <= 3) return pieces;
  if (pieces <= 15) return 3;
  return pieces <= 50 ? 5 : 8;
}

/** The usual harmless causes of one sign standing apart (common practice). `worse`: it votes for an older fish. */
function oddsAdvice({ kind }: Sign, worse: boolean, bled: Observed['bled']): Said {
  if (kind === 'eyes' && worse) return said('often_harmless_ice_on_the_eye');
  if (kind === 'eyes') return said('eyes_keep_well_on_some_fish_trust');
  if (kind === 'gills' && worse)
    return bled === 'yes' ? said('it_was_bled_pale_gills_are_no') : said('a_bled_fish_or_washed_gills_look');
  if ((kind === 'skin' || kind === 'edges') && worse) return said('poor_packing_dries_and_dulls_the');
  if (kind === 'flesh' && worse) return said('spent_fish_a_soft_species_rough');
  return worse ? said('look_again_at_this_sign_on_another') : said('this_sign_looks_better_than_the');
}

/** The hard stop that papers can lift: a temperature history from the supplier. */
const histamineStop = said('a_histamine_species_above_its');
export const isHistamineStop = (stop: Word): boolean => isSaid(stop) && stop.code === histamineStop.code;

const atOdds = (sign: string) => said('at_odds_with_the_other_signs', { sign });
/** Whether a reason is of a sign that stands apart: where those are listed with their causes it is not said twice. */
export const isAtOdds = (reason: Word): boolean => isSaid(reason) && reason.code === atOdds('').code;

/** Everything that refuses a lot whatever the consensus says. */
function hardStopsOf(input: GradeInput, signs: readonly Sign[]): Word[] {
  const worst = (id: string) => Math.max(-1, ...input.fish.map((f) => f[id] ?? -1));
  const stops: Word[] = [
    ...new Set(signs.filter((s) => s.stop && worst(s.id) >= s.stop.from).map((s) => sure(s.stop).as)),
  ];
  if (input.observed?.identity === 'prohibited') stops.push(said('a_prohibited_species'));
  if (input.observed?.identity === 'unidentified') stops.push(said('a_species_nobody_could_make_sure'));
  if (input.foreignSmell) stops.push(said('a_foreign_smell'));
  if (input.species.histamine && tooWarm(input)) stops.push(histamineStop);
  return stops;
}

const tooWarm = (input: GradeInput): boolean =>
  input.coreCelsius !== null && input.coreCelsius > input.limitCelsius && !input.temperatureHistory;

const mean = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;

/**
 * Judges a lot from the signs of its sampled fish: consensus on the species' day axis with its 90 % interval,
 * category, signs at odds, verdict with reasons, days left and the most demanding use it is fit for.
 * Throws RangeError when no fish shows any sign.
 */
export function grade(input: GradeInput): Grade {
  const scheme = input.scheme ?? nth(schemesFor(shippedSchemes, input.species, input.condition), 0);
  const observed = input.observed ?? nothingObserved;
  const { iceDays } = input.species;
  const signs = signsFor(scheme, input.species, input.condition);
  const axis = dayAxis(scheme, input.species, signs);
  const looked = input.fish.filter((f) => signs.some((s) => f[s.id] !== undefined));
  if (looked.length === 0) throw new RangeError('No sign was looked at');
  const seen = looked.map((f) => signs.filter((s) => f[s.id] !== undefined));
  const scales = looked.map(
    (f, i) =>
      huberLocation(
        nth(seen, i).map((s) => ({ days: axis.daysOf(s, sure(f[s.id])), weight: s.weight })),
        0.08 * iceDays,
      ).scale,
  );
  const calibration = scheme.calibration[input.species.id];
  const perFishIndex = looked.map((f, i) => {
    const here = nth(seen, i);
    // Signs that could not be looked at are taken to be as far gone as the others.
    if (scheme.method === 'index')
      return (here.reduce((sum, s) => sum + sure(f[s.id]), 0) * maxIndex(signs)) / maxIndex(here);
    return huberLocation(
      here.map((s) => ({ days: axis.indexOf(s, sure(f[s.id])), weight: s.weight })),
      0.08 * iceDays,
    ).location;
  });
  const perFishUsed = perFishIndex.map((index) => Math.max(0, axis.daysAt(index)));
  const used = mean(perFishUsed);
  const n = looked.length;
  const signCount = mean(seen.map((s) => s.length));
  const between =
    n === 1 ? 0.05 * iceDays : Math.sqrt(perFishUsed.reduce((s, u) => s + (u - used) ** 2, 0) / (n - 1));
  const scale = mean(scales);
  const sigma = calibration
    ? calibration.residualSd / calibration.slope
    : 'share' in scheme.sigma
      ? scheme.sigma.share * iceDays
      : scheme.sigma.days;
  const halfWidth = 1.645 * Math.sqrt(scale ** 2 / (signCount * n) + between ** 2 / n + sigma ** 2);

  const votes = signs
    .filter((s) => looked.some((f) => f[s.id] !== undefined))
    .map((sign): SignVote => {
      const days = mean(
        looked.filter((f) => f[sign.id] !== undefined).map((f) => axis.daysOf(sign, sure(f[sign.id]))),
      );
      const distance = days - used;
      const reach = axis.reachOf(sign);
      const mayStandOff = Math.max(atOddsShare * iceDays, reach + beyondReachShare * iceDays);
      return {
        sign,
        days,
        interval: [Math.max(0, days - reach), days + reach],
        oddsDays: Math.abs(distance) > mayStandOff ? distance : null,
      };
    });
  const odd = votes.filter((v) => v.oddsDays !== null);
  const usedShare = used / iceDays;
  const mixed = Math.max(...perFishUsed) - Math.min(...perFishUsed) > mixedShare * iceDays;
  const rate = spoilageRate(input.storageCelsius) * landedPace(input.species, input.condition);
  const left = (after: number) => (rate === 0 ? Infinity : Math.max(0, iceDays - after) / rate);
  const days = left(used);
  const hardStops = hardStopsOf(input, signs);

  const { verdict, reasons } = decide({
    usedShare,
    halfShare: halfWidth / iceDays,
    hardStops,
    mixed,
    warm: tooWarm(input),
    daysLeft: days,
    votes: Math.min(...seen.map((s) => s.length)),
    gutsIn: input.condition === 'whole',
    odd: odd.map((v) => ({ name: v.sign.name, kind: v.sign.kind, worse: sure(v.oddsDays) > 0 })),
  });
  const rung =
    verdict === 'reject'
      ? undefined
      : fitRungs.find((r) => usedShare <= r.limit && !(verdict === 'cooked_only' && r.use === 'raw'));
  const categoryIndex = categoryLimits.findIndex((limit) => usedShare <= limit);
  return {
    used,
    index: mean(perFishIndex),
    halfWidth,
    usedShare,
    mark: Math.round(100 * (1 - Math.min(1, usedShare))),
    category: nth(categories, categoryIndex === -1 ? 3 : categoryIndex),
    votes,
    atOdds: odd.map((v) => ({
      signId: v.sign.id,
      advice: oddsAdvice(v.sign, sure(v.oddsDays) > 0, observed.bled),
    })),
    mixed,
    hardStops,
    verdict,
    reasons,
    daysLeft: days,
    daysLeftRange: [left(used + halfWidth), left(Math.max(0, used - halfWidth))],
    fitFor: rung?.use ?? null,
  };
}

/** The first rule that applies, with its reason (order and limits are our choice). */
function decide(f: {
  usedShare: number;
  halfShare: number;
  hardStops: readonly Word[];
  mixed: boolean;
  warm: boolean;
  daysLeft: number;
  votes: number;
  gutsIn: boolean;
  odd: readonly { kind: SignKind; name: string; worse: boolean }[];
}): { verdict: Verdict; reasons: Word[] } {
  if (f.hardStops.length > 0)
    return { verdict: 'reject', reasons: f.hardStops.map((s) => said('hard_stop', { stop: s })) };
  if (f.usedShare > 0.82) return { verdict: 'reject', reasons: [said('more_than_82_of_its_life_is_used')] };
  const hold = [
    f.votes < 3 && said('fewer_than_three_signs_could_be'),
    f.usedShare + f.halfShare > 0.82 && said('the_interval_reaches_past_82_of'),
    f.warm && said('too_warm_at_intake_and_no'),
    f.mixed && said('the_fish_differ_by_more_than_a'),
  ].filter((r) => r !== false);
  if (hold.length > 0) return { verdict: 'hold', reasons: hold };
  if (f.usedShare >= 0.6)
    return { verdict: 'cooked_only', reasons: [said('n60_of_its_life_or_more_is_used')] };
  const today = [
    f.daysLeft <= 1.5 && said('a_day_and_a_half_or_less_is_left'),
    ...f.odd.filter((o) => o.kind === 'eyes' || (o.worse && f.gutsIn)).map((o) => atOdds(o.name)),
  ].filter((r) => r !== false);
  if (today.length > 0) return { verdict: 'use_today', reasons: today };
  return { verdict: 'accept', reasons: [said('the_signs_agree_and_there_is_life')] };
}
