import type { AnswerOf, contract } from '@ember-slate/contract';

/** What the shop decides, as its page and its forms read it. */
export type AllSettings = AnswerOf<typeof contract.settings.all>;
