import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { buyingList, promise } from '../../shop/promises.ts';
import { noteCustomer } from './commands/customers.ts';
import { putDepositRight } from './commands/depositRight.ts';
import { handOver } from './commands/handOver.ts';
import { cancelOrder, editOrder, takeOrder } from './commands/orders.ts';
import { changeStanding, endStanding, keepStanding } from './commands/standing.ts';
import { listCustomers, recallCustomer } from './queries/customers.ts';
import { listOrders } from './queries/orders.ts';
import { collections, orderSlip } from './queries/papers.ts';
import { listStanding } from './queries/standing.ts';

export const orders: Handlers<typeof contract.orders> = {
  list: (work, { query }) => listOrders(work, query.handedOn),
  customers: (work) => listCustomers(work),
  customer: (work, { params }) => recallCustomer(work, idOf(params.id)),
  noteCustomer: (work, { params, body }) => noteCustomer(work, idOf(params.id), body),
  promise: (work, { body }) => promise(work, body),
  buying: (work) => buyingList(work),
  take: (work, { body }) => takeOrder(work, body),
  edit: (work, { params, body }) => editOrder(work, idOf(params.id), body),
  cancel: (work, { params, body }) => cancelOrder(work, idOf(params.id), body),
  putDepositRight: (work, { params, body }) => putDepositRight(work, idOf(params.id), body),
  handOver: (work, { params, body }) => handOver(work, idOf(params.id), body),
  standing: (work) => listStanding(work),
  keepStanding: (work, { body }) => keepStanding(work, body),
  changeStanding: (work, { params, body }) => changeStanding(work, idOf(params.id), body),
  endStanding: (work, { params, body }) => endStanding(work, idOf(params.id), body.version),
  slip: (work, { params }) => orderSlip(work, idOf(params.id)),
  calendar: (work) => collections(work),
};
