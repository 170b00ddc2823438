import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { articlesOf } from '../../shop/articles.ts';
import { act, add, change } from './commands.ts';
import { oneArticle } from './queries.ts';

export const goods: Handlers<typeof contract.goods> = {
  list: (work) => articlesOf(work),
  one: (work, { params }) => oneArticle(work, idOf(params.id)),
  add: (work, { body }) => add(work, body),
  change: (work, { params, body }) => change(work, idOf(params.id), body),
  act: (work, { params, body }) => act(work, idOf(params.id), body),
};
