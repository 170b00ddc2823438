import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Use, Verdict } from '@ember-slate/core/freshness';
import { say } from './say.ts';

/** Verdicts and uses as they are said. */
export const verdictNames: Record<Verdict, string> = {
  accept: say('accept'),
  use_today: say('accept_use_today'),
  cooked_only: say('accept_cooked_use_only'),
  hold: say('hold'),
  reject: say('reject'),
};

export const useNames: Record<Use, string> = {
  raw: say('raw'),
  steam: say('steamed'),
  grill: say('grilled_or_roasted'),
  poach: say('poached_or_in_soup'),
  fry: say('fried'),
};

/** A scheme as the shop keeps it, with its history. */
export type KeptScheme = AnswerOf<typeof contract.grading.schemes>[number];
