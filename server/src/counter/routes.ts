import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const counter: Handlers<typeof contract.counter> = {
  stock: (work) => service.stock(work),
  sell: (work, { body }) => service.sell(work, body),
  voidSale: (work, { params, body }) => service.voidSale(work, idOf(params.id), body.reason),
  move: (work, { body }) => service.move(work, body),
  discard: (work, { body }) => service.discard(work, body),
  count: (work, { body }) => service.count(work, body),
  price: (work, { body }) => service.setPrice(work, body),
};
