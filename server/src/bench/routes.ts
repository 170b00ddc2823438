import type { contract } from '@ember-slate/contract';
import * as labels from '../labels/service.ts';
import { idOf, type Documents, type Handlers } from '../platform/handlers.ts';
import * as board from './board.ts';
import { benchClock } from './clock.ts';
import * as cuts from './cuts.ts';
import { quality } from './quality.ts';
import { openTimers } from './queries.ts';
import * as service from './service.ts';
import { doneToday, oneTicket, openTickets, timerView } from './tickets.ts';
import { keepTub } from './tubs.ts';
import { ticketWays } from './ways.ts';

export const bench: Handlers<typeof contract.bench> = {
  tickets: (work) => openTickets(work),
  done: (work) => doneToday(work),
  clock: (work) => benchClock(work),
  ticket: (work, { params }) => oneTicket(work, idOf(params.id)),
  ways: (work, { params }) => ticketWays(work, idOf(params.id)),
  timers: async (work) => (await openTimers(work.tx)).map(timerView),
  tubs: (work) => Promise.resolve([...work.settings.tubs]),
  keepTub: (work, { body }) => keepTub(work, body),
  quality: (work) => quality(work),
  make: (work, { body }) => cuts.makeTicket(work, body),
  addCut: (work, { params, body }) => cuts.addCut(work, idOf(params.id), body),
  dropCut: (work, { params, body }) => cuts.dropCut(work, idOf(params.id), idOf(params.cutId), body.version),
  withdraw: (work, { params, body }) => cuts.withdraw(work, idOf(params.id), body.version),
  start: (work, { params, body }) => service.startTicket(work, idOf(params.id), body),
  step: (work, { params, body }) => board.goToStep(work, idOf(params.id), body.step),
  methods: (work, { params, body }) => board.chooseMethod(work, idOf(params.id), body),
  pause: (work, { params, body }) => board.pauseTicket(work, idOf(params.id), body.why),
  hand: (work, { params, body }) => board.handTicket(work, idOf(params.id), body),
  batch: (work, { body }) => board.doneTogether(work, body),
  startTimer: (work, { params, body }) => board.startTimer(work, idOf(params.id), body),
  answerTimer: (work, { params }) => board.answerTimer(work, idOf(params.id)),
  weigh: (work, { params, body }) => service.weighOut(work, idOf(params.id), body),
  strike: (work, { params }) => service.strikeWeight(work, idOf(params.id), idOf(params.weightId)),
  sweep: (work, { params, body }) => board.signSweep(work, idOf(params.id), body),
  frame: (work, { params, body }) => board.gradeFrame(work, idOf(params.id), body.grade),
  close: (work, { params, body }) => service.closeTicket(work, idOf(params.id), body),
  reopen: (work, { params, body }) => service.reopenTicket(work, idOf(params.id), body),
  makeLabel: (work, { params, body }) => labels.makeLabel(work, idOf(params.id), idOf(params.weightId), body),
  labelFace: (work, { params }) => labels.labelFace(work, idOf(params.id)),
  labels: (work) => labels.labelsToday(work),
  printLabel: (work, { params }) => labels.printAgain(work, idOf(params.id)),
  printedByHand: (work, { params }) => labels.printedByHand(work, idOf(params.id)),
  voidLabel: (work, { params, body }) => labels.voidLabel(work, idOf(params.id), body.why),
  readCode: (work, { query }) => labels.readCode(work, query.code),
};

export const benchDocuments: Documents<typeof contract.bench> = {
  label: (work, params) => labels.labelPdf(work, idOf(params.id)),
  labelCode: (work, params) => labels.labelCode(work, idOf(params.id)),
  labelPriceCode: (work, params) => labels.labelPriceCode(work, idOf(params.id)),
};
