import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { dropJob, tryAgain } from './commands.ts';
import { openJobs } from './queries.ts';

export const jobs: Handlers<typeof contract.jobs> = {
  open: (work) => openJobs(work),
  again: (work, { params }) => tryAgain(work, idOf(params.id)),
  drop: (work, { params }) => dropJob(work, idOf(params.id)),
};
