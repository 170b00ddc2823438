import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';

export const slab = (work: Reader): Promise<AnswerOf<typeof contract.counter.slab>> =>
  Promise.resolve({ version: work.settings.versionOf('slab'), rows: [...work.settings.slab] });
