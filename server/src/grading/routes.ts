import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const grading: Handlers<typeof contract.grading> = {
  lots: (work) => service.gradingLots(work),
  lot: (work, { params }) => service.gradingLot(work, idOf(params.id)),
  record: (work, { params, body }) => service.recordGrade(work, idOf(params.id), body),
};
