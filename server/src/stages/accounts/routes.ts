import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { pay, takeBack } from './commands.ts';
import { accountOf, listAccounts, statement } from './queries.ts';

export const accounts: Handlers<typeof contract.accounts> = {
  list: (work) => listAccounts(work),
  one: (work, { params }) => accountOf(work, idOf(params.id)),
  statement: (work, { params }) => statement(work, idOf(params.id)),
  pay: (work, { params, body }) => pay(work, idOf(params.id), body),
  takeBack: (work, { params, body }) => takeBack(work, idOf(params.id), body.reason),
};
