import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { openTimers } from '../../shop/tickets.ts';
import {
  answerTimer,
  chooseMethod,
  doneTogether,
  goToStep,
  gradeFrame,
  handTicket,
  pauseTicket,
  signSweep,
  startTimer,
} from './commands/board.ts';
import { addCut, dropCut, makeTicket, withdraw } from './commands/cuts.ts';
import { putWeightRight } from './commands/reweigh.ts';
import { closeTicket, reopenTicket, startTicket, strikeWeight, weighOut } from './commands/cutting.ts';
import { keepTub } from './commands/tubs.ts';
import { benchClock } from './queries/clock.ts';
import { quality } from './queries/quality.ts';
import { doneToday, oneTicket, openTickets, timerView } from './queries/tickets.ts';
import { ticketWays } from './queries/ways.ts';

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
  make: (work, { body }) => makeTicket(work, body),
  addCut: (work, { params, body }) => addCut(work, idOf(params.id), body),
  dropCut: (work, { params, body }) => dropCut(work, idOf(params.id), idOf(params.cutId), body.version),
  withdraw: (work, { params, body }) => withdraw(work, idOf(params.id), body.version),
  start: (work, { params, body }) => startTicket(work, idOf(params.id), body),
  step: (work, { params, body }) => goToStep(work, idOf(params.id), body.step),
  methods: (work, { params, body }) => chooseMethod(work, idOf(params.id), body),
  pause: (work, { params, body }) => pauseTicket(work, idOf(params.id), body.why),
  hand: (work, { params, body }) => handTicket(work, idOf(params.id), body),
  batch: (work, { body }) => doneTogether(work, body),
  startTimer: (work, { params, body }) => startTimer(work, idOf(params.id), body),
  answerTimer: (work, { params }) => answerTimer(work, idOf(params.id)),
  weigh: (work, { params, body }) => weighOut(work, idOf(params.id), body),
  putRight: (work, { params, body }) => putWeightRight(work, idOf(params.id), body),
  strike: (work, { params }) => strikeWeight(work, idOf(params.id), idOf(params.weightId)),
  sweep: (work, { params, body }) => signSweep(work, idOf(params.id), body),
  frame: (work, { params, body }) => gradeFrame(work, idOf(params.id), body.grade),
  close: (work, { params, body }) => closeTicket(work, idOf(params.id), body),
  reopen: (work, { params, body }) => reopenTicket(work, idOf(params.id), body),
};
