import type { LotRow } from '@ember-slate/contract';
import { marks, rows, type Tx } from '../platform/db.ts';

export interface DeliveryRow {
  id: number;
  version: number;
  state: 'open' | 'closed';
  supplier: string;
  arrivedAt: Date;
  landedOn: string;
  probeTenths: number | null;
  ice: 'buried' | 'some' | 'none';
  noteRef: string;
  noteGrams: number | null;
  notePieces: number | null;
  noteMoney: number | null;
  remarks: string;
  recordedBy: string;
}

export const deliveriesWhere = (tx: Tx, where: string, values: (string | number)[]): Promise<DeliveryRow[]> =>
  rows<DeliveryRow>(
    tx,
    `SELECT d.id, d.version, d.state, s.name AS supplier, d.arrived_at AS arrivedAt, d.landed_on AS landedOn,
       d.probe_tenths AS probeTenths, d.ice, d.note_ref AS noteRef, d.note_grams AS noteGrams, d.note_pieces AS notePieces,
       d.note_money AS noteMoney, d.remarks, p.name AS recordedBy
     FROM delivery d JOIN supplier s ON s.id = d.supplier_id JOIN staff p ON p.id = d.recorded_by
     WHERE ${where} ORDER BY d.state, d.arrived_at DESC, d.id DESC`,
    values,
  );

type StoredLot = Omit<LotRow, 'graded' | 'doubt'> & { gradeId: number | null };

export const lotsOfDeliveries = (tx: Tx, deliveryIds: readonly number[]): Promise<StoredLot[]> =>
  rows<StoredLot>(
    tx,
    `SELECT l.id, l.code, l.delivery_id AS deliveryId, l.version, l.species_id AS speciesId, s.name AS speciesName,
       l.arrival_condition AS \`condition\`, l.pieces, l.grams, l.weight_source AS weightSource, l.price_per_kg AS pricePerKg,
       l.production, l.area, l.gear, l.caught_on AS caughtOn, l.remarks, l.landed_on AS landedOn, l.grade_id AS gradeId
     FROM lot l JOIN species s ON s.id = l.species_id WHERE l.delivery_id IN (${marks(deliveryIds.length)}) ORDER BY l.id`,
    [...deliveryIds],
  );
