import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const cold: Handlers<typeof contract.cold> = {
  places: (work) => service.coldPlaces(work),
  log: (work, { params, query }) => service.placeLog(work, idOf(params.id), query.days),
  read: (work, { params, body }) => service.readPlace(work, idOf(params.id), body),
  round: (work, { body }) => service.readRound(work, body),
  answer: (work, { params, body }) => service.answerAlarm(work, idOf(params.id), body),
  edit: (work, { params, body }) => service.editPlace(work, idOf(params.id), body),
  first: (work) => service.whatFirst(work),
  frozen: (work) => service.frozenRows(work),
  lot: (work, { params }) => service.lotLife(work, idOf(params.id)),
  probe: (work, { params, body }) => service.probeLot(work, idOf(params.id), body),
  clear: (work, { params, body }) => service.clearHistamine(work, idOf(params.id), body),
};
