import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { makeLabel, printAgain, printedByHand, setLabels, voidLabel } from './commands.ts';
import {
  labelCode,
  labelPreview,
  labelPdf,
  labelPriceCode,
  labelsToday,
  readCode,
} from './queries/labels.ts';
import { priceCards } from './queries/priceCards.ts';

export const labels: Handlers<typeof contract.labels> = {
  today: (work) => labelsToday(work),
  one: (work, { params }) => labelPreview(work, idOf(params.id)),
  read: (work, { query }) => readCode(work, query.code),
  make: (work, { params, body }) => makeLabel(work, idOf(params.id), idOf(params.weightId), body),
  print: (work, { params }) => printAgain(work, idOf(params.id)),
  printedByHand: (work, { params }) => printedByHand(work, idOf(params.id)),
  void: (work, { params, body }) => voidLabel(work, idOf(params.id), body.why),
  setSettings: (work, { body }) => setLabels(work, body),
  priceCards: (work, { params }) => priceCards(work, params.size ?? ''),
  pdf: (work, { params }) => labelPdf(work, idOf(params.id)),
  code: (work, { params }) => labelCode(work, idOf(params.id)),
  priceCode: (work, { params }) => labelPriceCode(work, idOf(params.id)),
};
