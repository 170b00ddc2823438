import type { LotRow } from '@ember-slate/contract';
import type { RawGround } from '@ember-slate/core/coldchain';
import { marks, rows, run, type Tx } from '../platform/db.ts';

export interface DeliveryRow {
  id: number;
  version: number;
  state: 'open' | 'closed';
  supplier: string;
  arrivedAt: Date;
  landedOn: string;
  probeTenths: number | null;
  ice: 'buried' | 'some' | 'none';
  drains: 'drains' | 'stands' | 'unknown';
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
       d.probe_tenths AS probeTenths, d.ice, d.drains, d.note_ref AS noteRef, d.note_grams AS noteGrams, d.note_pieces AS notePieces,
       d.note_money AS noteMoney, d.remarks, p.name AS recordedBy
     FROM delivery d JOIN supplier s ON s.id = d.supplier_id JOIN staff p ON p.id = d.recorded_by
     WHERE ${where} ORDER BY d.state, d.arrived_at DESC, d.id DESC`,
    values,
  );

export type LotFish = LotRow['fish'][number];
type StoredLot = Omit<LotRow, 'graded' | 'doubt' | 'fish' | 'there' | 'rawPaper'> & {
  gradeId: number | null;
  rawGround: RawGround | null;
  rawDocument: string | null;
};

export const lotsOfDeliveries = (tx: Tx, deliveryIds: readonly number[]): Promise<StoredLot[]> =>
  rows<StoredLot>(
    tx,
    `SELECT l.id, l.code, l.delivery_id AS deliveryId, l.version, l.species_id AS speciesId, s.name AS speciesName,
       l.arrival_condition AS \`condition\`, l.pieces, l.grams, l.weight_source AS weightSource, l.price_per_kg AS pricePerKg,
       l.production, l.area, l.gear, l.caught_on AS caughtOn, l.supplier_lot AS supplierLot, l.slit, l.scaled, l.remarks, l.landed_on AS landedOn,
       l.grade_id AS gradeId, l.hold_reason AS holdReason, g.verdict, w.ground AS rawGround, w.document AS rawDocument,
       (SELECT COUNT(*) FROM photo p WHERE p.lot_id = l.id) AS photos, (SELECT COUNT(*) FROM claim c WHERE c.lot_id = l.id) AS claims
     FROM lot l JOIN species s ON s.id = l.species_id LEFT JOIN grade g ON g.id = l.grade_id
     LEFT JOIN raw_paper w ON w.lot_id = l.id AND w.withdrawn_at IS NULL WHERE l.delivery_id IN (${marks(deliveryIds.length)}) ORDER BY l.id`,
    [...deliveryIds],
  );

/** Fish weighed one by one, by lot. */
export async function fishOfLots(tx: Tx, lotIds: readonly number[]): Promise<Map<number, LotFish[]>> {
  const found = await rows<LotFish & { lotId: number }>(
    tx,
    `SELECT lot_id AS lotId, grams, weight_source AS source, length_mm AS lengthMm FROM lot_fish
     WHERE lot_id IN (${marks(lotIds.length)}) ORDER BY id`,
    [...lotIds],
  );
  const byLot = new Map<number, LotFish[]>();
  for (const { lotId, ...fish } of found) byLot.set(lotId, [...(byLot.get(lotId) ?? []), fish]);
  return byLot;
}

export async function insertFish(tx: Tx, lotId: number, fish: readonly LotFish[]): Promise<void> {
  if (fish.length === 0) return;
  await run(
    tx,
    `INSERT INTO lot_fish (lot_id, grams, weight_source, length_mm) VALUES ${fish.map(() => '(?, ?, ?, ?)').join(', ')}`,
    fish.flatMap((f) => [lotId, f.grams, f.source, f.lengthMm]),
  );
}

/** What of these lots still lies in the cold room as landed. */
export async function stillThere(
  tx: Tx,
  lotIds: readonly number[],
): Promise<Map<number, { grams: number; pieces: number }>> {
  const found = await rows<{ lotId: number; grams: number; pieces: number }>(
    tx,
    `SELECT lot_id AS lotId, grams, pieces FROM balance
     WHERE lot_id IN (${marks(lotIds.length)}) AND account = 'place:cold_room' AND item = 'whole' AND batch = 0`,
    [...lotIds],
  );
  return new Map(found.map(({ lotId, ...there }) => [lotId, there]));
}
