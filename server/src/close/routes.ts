import type { contract } from '@ember-slate/contract';
import type { Documents, Handlers } from '../platform/handlers.ts';
import { buyingPlan, demandFor, forecastCheck, setHolidays, setSupplier, suppliersOf } from './buying.ts';
import { buyingCsv, buyingPdf } from './buyingPapers.ts';
import { costChoices, priceHistory, priceList, setMoney } from './costs.ts';
import { lotCosts } from './lotCosts.ts';
import { closeOf } from './day.ts';
import { checksOf } from './guide.ts';
import { closeDay, reopen, setChecks, sign } from './lock.ts';
import { report } from './reports.ts';
import { daySheet } from './sheet.ts';
import { tableCsv, tableNames } from './tables.ts';
import { cutters, yieldBook, yieldOf } from './yieldBook.ts';

export const close: Handlers<typeof contract.close> = {
  day: (work, { params }) => closeOf(work, params.day ?? ''),
  closeDay: (work, { params, body }) => closeDay(work, params.day ?? '', body),
  reopen: (work, { params, body }) => reopen(work, params.day ?? '', body.reason),
  sign: (work, { params, body }) => sign(work, params.day ?? '', body),
  toSign: (work, { params }) => checksOf(work, params.day ?? ''),
  setChecks: (work, { body }) => setChecks(work, body),
};

export const closeDocuments: Documents<typeof contract.close> = {
  sheet: (work, params) => daySheet(work, params.day ?? ''),
};

export const yields: Handlers<typeof contract.yields> = {
  book: (work) => yieldBook(work),
  one: (work, { query }) => yieldOf(work, query),
  cutters: (work) => cutters(work),
};

export const costs: Handlers<typeof contract.costs> = {
  lots: (work, { query }) => lotCosts(work, query.from, query.to),
  choices: (work, { query }) => costChoices(work, query.speciesId),
  list: (work) => priceList(work),
  history: (work, { query }) => priceHistory(work, query.speciesId, query.item),
  settings: (work) => Promise.resolve({ ...work.settings.money, version: work.settings.versionOf('money') }),
  setSettings: (work, { body }) => setMoney(work, body),
};

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
};

export const buyingDocuments: Documents<typeof contract.buying> = {
  csv: (work, params) => buyingCsv(work, params.day ?? ''),
  pdf: (work, params) => buyingPdf(work, params.day ?? ''),
};

export const reports: Handlers<typeof contract.reports> = {
  report: (work, { query }) => report(work, query.from, query.to),
  tables: () => Promise.resolve(tableNames()),
};

export const reportDocuments: Documents<typeof contract.reports> = {
  csv: (work, params) => tableCsv(work, params.table ?? '', params.from ?? '', params.to ?? ''),
};
