import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { recordGrade } from './commands/grades.ts';
import { calibrate, changeScheme } from './commands/schemes.ts';
import { calibrationOf } from './queries/calibration.ts';
import { gradingLot, gradingLots } from './queries/lots.ts';
import { listSchemes } from './queries/schemes.ts';

export const grading: Handlers<typeof contract.grading> = {
  lots: (work) => gradingLots(work),
  lot: (work, { params }) => gradingLot(work, idOf(params.id)),
  schemes: (work) => listSchemes(work),
  changeScheme: (work, { params, body }) => changeScheme(work, params.id!, body),
  calibration: (work, { query }) => calibrationOf(work, query),
  calibrate: (work, { params, body }) => calibrate(work, params.id!, body),
  record: (work, { params, body }) => recordGrade(work, idOf(params.id), body),
};
