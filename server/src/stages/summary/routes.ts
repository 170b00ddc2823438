import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { stageSummary } from './queries.ts';

export const summary: Handlers<typeof contract.summary> = { stages: (work) => stageSummary(work) };
