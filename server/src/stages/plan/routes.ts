import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { acceptPlan, type Withdraw } from './commands/accept.ts';
import { choosePicks, sendToBench } from './commands/picks.ts';
import type { Planner } from './commands/planner.ts';
import { backFrom, letGo, moveLine, pinFish, priceOf, startPlan, stopPlan } from './commands/runs.ts';
import { changesOf } from './queries/changes.ts';
import { planLines } from './queries/lines.ts';
import { currentPlan } from './queries/runs.ts';

export const plan = (planner: Planner, withdraw: Withdraw): Handlers<typeof contract.plan> => ({
  changes: (work, { params }) => changesOf(work, idOf(params.id)),
  day: (work) => currentPlan(work),
  start: (work, { body }) => startPlan(work, body),
  stop: (work, { params }) => stopPlan(work, idOf(params.id)),
  pin: (work, { params, body }) => pinFish(work, idOf(params.id), body),
  move: (work, { params, body }) => moveLine(work, planner, idOf(params.id), body),
  price: (work, { params, query }) => priceOf(work, planner, idOf(params.id), query),
  letGo: (work, { params, body }) => letGo(work, idOf(params.id), body),
  back: (work, { params }) => backFrom(work, idOf(params.id)),
  accept: (work, { params, body }) => acceptPlan(work, idOf(params.id), body, withdraw),
  lines: (work) => planLines(work),
  choose: (work, { params, body }) => choosePicks(work, idOf(params.id), body),
  send: (work, { params, body }) => sendToBench(work, idOf(params.id), body.version),
});
