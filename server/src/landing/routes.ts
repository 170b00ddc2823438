import type { contract } from '@ember-slate/contract';
import { idOf, type Documents, type Handlers } from '../platform/handlers.ts';
import { rows } from '../platform/db.ts';
import { allSpecies } from '../species/queries.ts';
import * as claims from './claims.ts';
import * as labels from './labels.ts';
import * as lots from './lots.ts';
import * as notes from './notes.ts';
import * as photos from './photos.ts';
import * as service from './service.ts';
import * as suppliers from './suppliers.ts';

export const landing: Handlers<typeof contract.landing> = {
  species: (work) => allSpecies(work.tx),
  suppliers: (work) => rows(work.tx, 'SELECT id, name FROM supplier ORDER BY name'),
  supplier: (work, { params }) => suppliers.supplierRecord(work, idOf(params.id)),
  editSupplier: (work, { params, body }) => suppliers.editSupplier(work, idOf(params.id), body),
  deliveries: (work, { query }) => service.listDeliveries(work, query.day),
  createDelivery: (work, { body }) => service.createDelivery(work, body),
  editDelivery: (work, { params, body }) => service.editDelivery(work, idOf(params.id), body),
  addLot: (work, { params, body }) => service.addLot(work, idOf(params.id), body),
  editLot: (work, { params, body }) => service.editLot(work, idOf(params.id), body),
  closeDelivery: (work, { params, body }) => service.closeDelivery(work, idOf(params.id), body),
  readNote: (work, { body }) => notes.readNote(work, body),
  importNote: (work, { body }) => notes.importNote(work, body),
  lastLots: (work, { query }) => notes.lastLots(work, query.supplier),
  hold: (work, { params, body }) => lots.holdLot(work, idOf(params.id), body),
  rawPaper: (work, { params, body }) => lots.keepRawPaper(work, idOf(params.id), body),
  split: (work, { params, body }) => lots.splitLot(work, idOf(params.id), body),
  claim: (work, { params, body }) => claims.makeClaim(work, idOf(params.id), body),
  claims: (work, { params }) => claims.claimsOf(work, idOf(params.id)),
  settle: (work, { params, body }) => claims.settleClaim(work, idOf(params.id), body),
  printLabel: (work, { params, body }) => labels.printLabel(work, idOf(params.id), body.copies),
  photos: (work, { params }) => photos.listPhotos(work, idOf(params.id)),
};

export const landingDocuments: Documents<typeof contract.landing> = {
  claimSheet: (work, params) => claims.claimSheet(work, idOf(params.id)),
  label: (work, params) => labels.lotLabel(work, idOf(params.id)),
  photo: (work, params) => photos.onePhoto(work, idOf(params.id)),
};
