import { longestGapMs, type TemperatureLog } from './log.ts';

/** Whose limits the shop starts from; each one stays a setting under its local authority. */
export type RuleProfile = 'eu' | 'us';

export interface FreezingRule {
  /** At or below this, C. */
  celsius: number;
  hours: number;
  /** Must first have been frozen solid at this, C. */
  solidAt: number | null;
  source: string;
}

const eu = 'Reg. (EC) 853/2004, Annex III, Section VIII, as amended (from memory)';
const us = 'US FDA Food Code 3-402.11 (from memory)';

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
  /** The rule nearest to being met, and the hours it has run. */
  nearest: { rule: FreezingRule; hours: number };
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
  const tried = freezingRules[profile].map((rule) => ({
    rule,
    hours: longestRun(log, from, to, rule) / 3_600_000,
  }));
  const met = tried.find((t) => t.hours >= t.rule.hours)?.rule ?? null;
  const nearest = tried.reduce((a, b) => (b.hours / b.rule.hours > a.hours / a.rule.hours ? b : a));
  return { met, nearest };
}

/** Longest unbroken run at or below the rule's temperature, ms; counted from when it was solid where that is asked. */
function longestRun(log: TemperatureLog, from: number, to: number, rule: FreezingRule): number {
  let best = 0;
  let began: number | null = null;
  let solid = rule.solidAt === null;
  let before: { at: number; celsius: number } | null = null;
  for (const r of log.readings(from, to)) {
    if (before && r.at - before.at > longestGapMs) {
      began = null;
      solid = rule.solidAt === null;
    }
    if (!solid && r.celsius <= rule.solidAt!) {
      solid = true;
      began = r.at;
    }
    if (r.celsius > rule.celsius) {
      began = null;
      solid = rule.solidAt === null;
    } else if (solid) {
      began ??= r.at;
      best = Math.max(best, r.at - began);
    }
    before = r;
  }
  return best;
}
