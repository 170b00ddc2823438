import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { setHolidays, setSupplier } from './commands.ts';
import { buyingCsv, buyingPdf } from './queries/papers.ts';
import { buyingPlan, demandFor, forecastCheck, suppliersOf } from './queries/plan.ts';

export const buying: Handlers<typeof contract.buying> = {
  plan: (work, { query }) => buyingPlan(work, query.day),
  suppliers: suppliersOf,
  setSupplier: (work, { params, body }) => setSupplier(work, Number(params.id), body),
  forecast: (work) => forecastCheck(work),
  demand: (work, { query }) => demandFor(work, query.speciesId),
  holidays: (work) =>
    Promise.resolve({
      version: work.settings.versionOf('holidays'),
      holidays: [...work.settings.holidays],
    }),
  setHolidays: (work, { body }) => setHolidays(work, body),
  csv: (work, { params }) => buyingCsv(work, params.day ?? ''),
  pdf: (work, { params }) => buyingPdf(work, params.day ?? ''),
};
