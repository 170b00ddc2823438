import type { contract } from '@ember-slate/contract';
import { rows } from '../platform/db.ts';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const orders: Handlers<typeof contract.orders> = {
  list: (work, { query }) => service.listOrders(work, query.handedOn),
  customers: (work) => rows(work.tx, 'SELECT id, name, phone FROM customer ORDER BY name LIMIT 2000'),
  promise: (work, { body }) => service.promise(work, body),
  take: (work, { body }) => service.takeOrder(work, body),
  edit: (work, { params, body }) => service.editOrder(work, idOf(params.id), body),
  cancel: (work, { params, body }) => service.cancelOrder(work, idOf(params.id), body),
  handOver: (work, { params, body }) => service.handOver(work, idOf(params.id), body),
};
