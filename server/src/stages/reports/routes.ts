import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { report } from './queries/report.ts';
import { tableCsv, tableNames } from './queries/tables.ts';

export const reports: Handlers<typeof contract.reports> = {
  report: (work, { query }) => report(work, query.from, query.to),
  tables: () => Promise.resolve(tableNames()),
  csv: (work, { params }) => tableCsv(work, params.table ?? '', params.from ?? '', params.to ?? ''),
};
