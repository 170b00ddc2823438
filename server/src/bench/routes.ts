import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';
import { oneTicket, openTickets } from './tickets.ts';

export const bench: Handlers<typeof contract.bench> = {
  tickets: (work) => openTickets(work),
  ticket: (work, { params }) => oneTicket(work, idOf(params.id)),
  start: (work, { params, body }) => service.startTicket(work, idOf(params.id), body),
  step: (work, { params, body }) => service.goToStep(work, idOf(params.id), body.step),
  weigh: (work, { params, body }) => service.weighOut(work, idOf(params.id), body),
  strike: (work, { params }) => service.strikeWeight(work, idOf(params.id), idOf(params.weightId)),
  sweep: (work, { params, body }) => service.signSweep(work, idOf(params.id), body.passTwoBones),
  close: (work, { params, body }) => service.closeTicket(work, idOf(params.id), body),
};
