import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import { acceptPlan } from './accept.ts';
import { changesOf } from './changes.ts';
import type { Planner } from './planner.ts';
import * as runs from './runs.ts';
import * as service from './service.ts';

export const plan = (planner: Planner): Handlers<typeof contract.plan> => ({
  changes: (work, { params }) => changesOf(work, idOf(params.id)),
  day: (work) => runs.currentPlan(work),
  start: (work, { body }) => runs.startPlan(work, body),
  stop: (work, { params }) => runs.stopPlan(work, idOf(params.id)),
  pin: (work, { params, body }) => runs.pinFish(work, idOf(params.id), body),
  move: (work, { params, body }) => runs.moveLine(work, planner, idOf(params.id), body),
  back: (work, { params }) => runs.backFrom(work, idOf(params.id)),
  accept: (work, { params, body }) => acceptPlan(work, idOf(params.id), body),
  lines: (work) => service.planLines(work),
  choose: (work, { params, body }) => service.choosePicks(work, idOf(params.id), body),
  send: (work, { params, body }) => service.sendToBench(work, idOf(params.id), body.version),
});
