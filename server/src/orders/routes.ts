import type { contract } from '@ember-slate/contract';
import { idOf, type Documents, type Handlers } from '../platform/handlers.ts';
import * as customers from './customers.ts';
import { handOver } from './handOver.ts';
import * as papers from './papers.ts';
import { buyingList, promise } from './promise.ts';
import * as service from './service.ts';
import * as standing from './standing.ts';

export const orders: Handlers<typeof contract.orders> = {
  list: (work, { query }) => service.listOrders(work, query.handedOn),
  customers: (work) => customers.listCustomers(work),
  customer: (work, { params }) => customers.recallCustomer(work, idOf(params.id)),
  noteCustomer: (work, { params, body }) => customers.noteCustomer(work, idOf(params.id), body),
  promise: (work, { body }) => promise(work, body),
  buying: (work) => buyingList(work),
  take: (work, { body }) => service.takeOrder(work, body),
  edit: (work, { params, body }) => service.editOrder(work, idOf(params.id), body),
  cancel: (work, { params, body }) => service.cancelOrder(work, idOf(params.id), body),
  handOver: (work, { params, body }) => handOver(work, idOf(params.id), body),
  standing: (work) => standing.listStanding(work),
  keepStanding: (work, { body }) => standing.keepStanding(work, body),
  endStanding: (work, { params, body }) => standing.endStanding(work, idOf(params.id), body.version),
};

export const orderDocuments: Documents<typeof contract.orders> = {
  slip: (work, params) => papers.orderSlip(work, idOf(params.id)),
  calendar: (work) => papers.collections(work),
};
