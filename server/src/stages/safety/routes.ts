import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { noteAccident, sharpen } from './commands.ts';
import { accidents, knives } from './queries.ts';

export const safety: Handlers<typeof contract.safety> = {
  knives: (work) => knives(work),
  sharpen: (work, { body }) => sharpen(work, body),
  accidents: (work) => accidents(work),
  noteAccident: (work, { body }) => noteAccident(work, body),
};
