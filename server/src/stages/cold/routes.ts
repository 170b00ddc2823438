import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { whatFirst } from '../../shop/first.ts';
import { places } from '../../shop/logs.ts';
import { coldPlaces } from '../../shop/places.ts';
import { clearHistamine, probeLot } from './commands/lots.ts';
import { addPlace, answerAlarm, editPlace, removePlace, readPlace, readRound } from './commands/places.ts';
import { putProbeRight, putReadingRight } from './commands/putRight.ts';
import { frozenRows } from './queries/frozen.ts';
import { lotLife } from './queries/life.ts';
import { placeLog, readByHand } from './queries/log.ts';

export const cold: Handlers<typeof contract.cold> = {
  places: (work) => coldPlaces(work),
  log: (work, { params, query }) => placeLog(work, idOf(params.id), query.days),
  read: (work, { params, body }) => readPlace(work, idOf(params.id), body),
  byHand: (work, { params }) => readByHand(work, idOf(params.id)),
  putReadingRight: (work, { params, body }) => putReadingRight(work, idOf(params.id), body),
  putProbeRight: (work, { params, body }) => putProbeRight(work, idOf(params.id), body),
  round: (work, { body }) => readRound(work, body),
  answer: (work, { params, body }) => answerAlarm(work, idOf(params.id), body),
  edit: (work, { params, body }) => editPlace(work, idOf(params.id), body),
  add: (work, { body }) => addPlace(work, body),
  remove: (work, { params, body }) => removePlace(work, idOf(params.id), body),
  removed: async (work) =>
    (await places(work.tx)).flatMap(({ id, name, version, removedAt }) =>
      removedAt === null ? [] : [{ id, name, version, at: removedAt.toISOString() }],
    ),
  first: (work) => whatFirst(work),
  frozen: (work) => frozenRows(work),
  lot: (work, { params }) => lotLife(work, idOf(params.id)),
  probe: (work, { params, body }) => probeLot(work, idOf(params.id), body),
  clear: (work, { params, body }) => clearHistamine(work, idOf(params.id), body),
};
