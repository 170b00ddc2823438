import type { contract } from '@ember-slate/contract';
import { idOf, type Handlers } from '../platform/handlers.ts';
import { rows } from '../platform/db.ts';
import { allSpecies } from '../species/queries.ts';
import * as service from './service.ts';

export const landing: Handlers<typeof contract.landing> = {
  species: (work) => allSpecies(work.tx),
  suppliers: (work) => rows(work.tx, 'SELECT id, name FROM supplier ORDER BY name'),
  deliveries: (work, { query }) => service.listDeliveries(work, query.day),
  createDelivery: (work, { body }) => service.createDelivery(work, body),
  editDelivery: (work, { params, body }) => service.editDelivery(work, idOf(params.id), body),
  addLot: (work, { params, body }) => service.addLot(work, idOf(params.id), body),
  editLot: (work, { params, body }) => service.editLot(work, idOf(params.id), body),
  closeDelivery: (work, { params, body }) => service.closeDelivery(work, idOf(params.id), body),
};
