import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Use, Verdict } from '@ember-slate/core/freshness';

/** Verdicts and uses as they are said. */
export const verdictNames: Record<Verdict, string> = {
  accept: 'Accept',
  use_today: 'Accept, use today',
  cooked_only: 'Accept, cooked use only',
  hold: 'Hold',
  reject: 'Reject',
};

export const useNames: Record<Use, string> = {
  raw: 'raw',
  steam: 'steamed',
  grill: 'grilled or roasted',
  poach: 'poached or in soup',
  fry: 'fried',
};

/** A scheme as the shop keeps it, with its history. */
export type KeptScheme = AnswerOf<typeof contract.grading.schemes>[number];
