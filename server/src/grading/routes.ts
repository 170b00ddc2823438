import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as schemes from './schemes.ts';
import * as service from './service.ts';

export const grading: Handlers<typeof contract.grading> = {
  lots: (work) => service.gradingLots(work),
  lot: (work, { params }) => service.gradingLot(work, idOf(params.id)),
  schemes: (work) => schemes.listSchemes(work),
  changeScheme: (work, { params, body }) => schemes.changeScheme(work, params.id!, body),
  calibration: (work, { query }) => schemes.calibrationOf(work, query),
  calibrate: (work, { params, body }) => schemes.calibrate(work, params.id!, body),
  record: (work, { params, body }) => service.recordGrade(work, idOf(params.id), body),
};
