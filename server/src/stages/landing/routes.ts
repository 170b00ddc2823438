import { contract } from '@ember-slate/contract';
import type { Express } from 'express';
import { rows } from '../../platform/db.ts';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { pictureBody, type Platform, receiveFile } from '../../platform/http.ts';
import { allSpecies } from '../../shop/species.ts';
import { makeClaim, putCreditRight, settleClaim, withdrawClaim } from './commands/claims.ts';
import { addLot, closeDelivery, createDelivery, dropDelivery } from './commands/deliveries.ts';
import { printLabel } from './commands/lotLabel.ts';
import { holdLot, keepRawPaper, splitLot } from './commands/lots.ts';
import { importNote } from './commands/notes.ts';
import { addPhoto, encodePhoto } from './commands/photos.ts';
import { dropLot, putDeliveryRight, putLotRight, type Recut } from './commands/putRight.ts';
import { editSupplier } from './commands/suppliers.ts';
import { boatLots, boats } from './queries/boats.ts';
import { claimSheet, claimsOf } from './queries/claims.ts';
import { listDeliveries, seesCosts } from './queries/deliveries.ts';
import { lotUses } from './queries/lotUses.ts';
import { lotLabel } from './queries/lotLabel.ts';
import { lastLots, readNote } from './queries/notes.ts';
import { listPhotos, onePhoto } from './queries/photos.ts';
import { supplierRecord } from './queries/suppliers.ts';

export const landing = (recut: Recut): Handlers<typeof contract.landing> => ({
  species: async (work) =>
    (await allSpecies(work.tx)).map((s) => ({ ...s, sold: !work.settings.speciesOff.includes(s.id) })),
  suppliers: (work) => rows(work.tx, 'SELECT id, name FROM supplier ORDER BY name'),
  supplier: (work, { params }) => supplierRecord(work, idOf(params.id)),
  boats: (work) => boats(work),
  boat: (work, { query }) => boatLots(work, query.name),
  editSupplier: (work, { params, body }) => editSupplier(work, idOf(params.id), body),
  deliveries: (work, { query }) => listDeliveries(work, seesCosts(work), query.day),
  createDelivery: (work, { body }) => createDelivery(work, body),
  editDelivery: (work, { params, body }) => putDeliveryRight(recut)(work, idOf(params.id), body),
  addLot: (work, { params, body }) => addLot(work, idOf(params.id), body),
  editLot: (work, { params, body }) => putLotRight(recut)(work, idOf(params.id), body),
  dropLot: (work, { params, body }) => dropLot(work, idOf(params.id), body),
  lotUses: (work, { params }) => lotUses(work, idOf(params.id)),
  dropDelivery: (work, { params, body }) => dropDelivery(work, idOf(params.id), body),
  closeDelivery: (work, { params, body }) => closeDelivery(work, idOf(params.id), body),
  readNote: (work, { body }) => readNote(work, body),
  importNote: (work, { body }) => importNote(work, body),
  lastLots: (work, { query }) => lastLots(work, query.supplier),
  hold: (work, { params, body }) => holdLot(work, idOf(params.id), body),
  rawPaper: (work, { params, body }) => keepRawPaper(work, idOf(params.id), body),
  split: (work, { params, body }) => splitLot(work, idOf(params.id), body),
  claim: (work, { params, body }) => makeClaim(work, idOf(params.id), body),
  claims: (work, { params }) => claimsOf(work, idOf(params.id)),
  settle: (work, { params, body }) => settleClaim(work, idOf(params.id), body),
  putCreditRight: (work, { params, body }) => putCreditRight(work, idOf(params.id), body),
  withdrawClaim: (work, { params, body }) => withdrawClaim(work, idOf(params.id), body),
  printLabel: (work, { params, body }) => printLabel(work, idOf(params.id), body.copies),
  photos: (work, { params }) => listPhotos(work, idOf(params.id)),
  claimSheet: (work, { params }) => claimSheet(work, idOf(params.id)),
  label: (work, { params }) => lotLabel(work, idOf(params.id)),
  photo: (work, { params }) => onePhoto(work, idOf(params.id)),
});

/** Photos are sent as they are, and made fit before the transaction begins. */
export function mountPhotos(app: Express, platform: Platform): void {
  const route = contract.landing.addPhoto;
  app.post(
    route.path,
    pictureBody,
    receiveFile(platform, route, encodePhoto, (work, params, photo) =>
      addPhoto(work, idOf(params.id), photo),
    ),
  );
}
