import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { findAll } from './queries.ts';

export const find: Handlers<typeof contract.find> = {
  all: (work, { query }) => findAll(work, query.text),
};
