import { sure } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import type { RuleProfile } from '../freshness/limits.ts';
import { longestGapMs, type TemperatureLog } from './log.ts';
import { said } from './say.ts';

export interface FreezingRule {
  /** At or below this, C. */
  celsius: number;
  hours: number;
  /** Must first have been frozen solid at this, C. */
  solidAt: number | null;
  source: Said;
}

// Both texts from memory.
const eu = said('reg_ec_853_2004_annex_iii_section');
const us = said('us_fda_food_code_3_402_11');

/** Freezing that kills parasites, by rule profile. */
export const freezingRules: Record<RuleProfile, readonly FreezingRule[]> = {
  eu: [
    { celsius: -20, hours: 24, solidAt: null, source: eu },
    { celsius: -35, hours: 15, solidAt: null, source: eu },
  ],
  us: [
    { celsius: -20, hours: 168, solidAt: null, source: us },
    { celsius: -35, hours: 15, solidAt: null, source: us },
    { celsius: -20, hours: 24, solidAt: -35, source: us },
  ],
};

export interface FreezingProof {
  met: FreezingRule | null;
  /** The rule that was met, or the one nearest to it, and the hours of its longest run. */
  nearest: { rule: FreezingRule; hours: number };
  /** When that rule was met, or will be if it stays as cold; null while no run goes on. Epoch ms. */
  completeAt: number | null;
}

/**
 * Whether a log proves a freezing rule between two instants: one unbroken run at or below its temperature, with no
 * hour assumed. The log is the freezer's air; that the fish itself was frozen through is for a person to say.
 */
export function freezingProof(
  log: TemperatureLog,
  from: number,
  to: number,
  profile: RuleProfile,
): FreezingProof {
  const tried = freezingRules[profile].map((rule) => ({ rule, ...coldRuns(log, from, to, rule) }));
  const met = tried.find((t) => t.hours >= t.rule.hours) ?? null;
  const nearest = met ?? tried.reduce((a, b) => (b.hours / b.rule.hours > a.hours / a.rule.hours ? b : a));
  return {
    met: met?.rule ?? null,
    nearest: { rule: nearest.rule, hours: nearest.hours },
    completeAt:
      nearest.metAt ?? (nearest.began === null ? null : nearest.began + nearest.rule.hours * 3_600_000),
  };
}

/**
 * The longest unbroken run at or below the rule's temperature, hours, counted from when it was solid where that is
 * asked; when a run was first long enough, and when the one that goes on began, epoch ms.
 */
function coldRuns(
  log: TemperatureLog,
  from: number,
  to: number,
  rule: FreezingRule,
): { hours: number; metAt: number | null; began: number | null } {
  let best = 0;
  let metAt: number | null = null;
  let began: number | null = null;
  let solid = rule.solidAt === null;
  let before: { at: number; celsius: number } | null = null;
  for (const r of log.readings(from, to)) {
    if (before && r.at - before.at > longestGapMs) {
      began = null;
      solid = rule.solidAt === null;
    }
    if (!solid && r.celsius <= sure(rule.solidAt)) {
      solid = true;
      began = r.at;
    }
    if (r.celsius > rule.celsius) {
      began = null;
      solid = rule.solidAt === null;
    } else if (solid) {
      began ??= r.at;
      best = Math.max(best, r.at - began);
      if (best >= rule.hours * 3_600_000) metAt ??= began + rule.hours * 3_600_000;
    }
    before = r;
  }
  return { hours: best / 3_600_000, metAt, began };
}

/** Why fish may be eaten raw though it was never frozen. */
export type RawGround = 'farmed_feed' | 'safe_grounds' | 'roe';
type Production = 'caught' | 'caught_freshwater' | 'farmed';

/**
 * Grounds of exemption, where each may stand, and from what rule. Sources: Reg. (EC) 853/2004, Annex III,
 * Section VIII, Chapter III D 3, as amended by Reg. (EU) 1276/2011; US FDA Food Code 3-402.11(B); from memory.
 */
const grounds: Record<
  RawGround,
  { name: Said; profiles: readonly RuleProfile[]; productions: readonly Production[] }
> = {
  farmed_feed: {
    name: said('farmed_on_feed_without_living'),
    profiles: ['eu', 'us'],
    productions: ['farmed'],
  },
  safe_grounds: {
    name: said('from_grounds_the_authority_found'),
    profiles: ['eu'],
    productions: ['caught', 'caught_freshwater'],
  },
  roe: {
    name: said('roe_out_of_its_skin_and_rinsed'),
    profiles: ['us'],
    productions: ['caught', 'caught_freshwater', 'farmed'],
  },
};
export const rawGrounds = Object.keys(grounds) as RawGround[];
/** What a ground is called. */
export const groundName = (ground: RawGround): Said => grounds[ground].name;

/** Why a lot of this production cannot carry this exemption under the shop's rules, or null. */
export function groundRefusal(ground: RawGround, production: Production, profile: RuleProfile): Said | null {
  const g = grounds[ground];
  if (!g.profiles.includes(profile)) return said('the_rules_this_shop_follows_do_not');
  if (g.productions.includes(production)) return null;
  return production === 'farmed'
    ? said('only_wild_fish_comes_from_grounds')
    : said('only_farmed_fish_is_fed');
}

/** Whether something may be eaten raw, and on what record: the freezer's log or the paper of its lot. */
export type RawFitness =
  { fit: true; by: 'frozen' } | { fit: true; by: RawGround; document: string } | { fit: false };

/** The one answer to "may it be eaten raw": the freezer's proof, or the lot's paper as far as it covers the item. */
export function rawFitness(
  item: string,
  proven: boolean,
  paper: { ground: RawGround; document: string } | null,
): RawFitness {
  if (proven) return { fit: true, by: 'frozen' };
  const covers = paper && (paper.ground === 'roe') === ['roe', 'trim:roe'].includes(item);
  return covers ? { fit: true, by: paper.ground, document: paper.document } : { fit: false };
}

/** What a refusal of raw use says. */
export const rawRefusal = said('raw_use_needs_a_complete_freezing');
