import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const plan: Handlers<typeof contract.plan> = {
  lines: (work) => service.planLines(work),
  choose: (work, { params, body }) => service.choosePicks(work, idOf(params.id), body),
  send: (work, { params, body }) => service.sendToBench(work, idOf(params.id), body.version),
};
