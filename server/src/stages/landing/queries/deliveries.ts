import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { Delivery, LotRow } from '@ember-slate/contract';
import type { RawGround } from '@ember-slate/core/coldchain';
import { type RuleProfile, intakeLimit } from '@ember-slate/core/freshness';
import { meanWeightDoubt, type Species } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import { today, type Reader, type Work } from '../../../platform/context.ts';
import { placeholders, rows, type Tx } from '../../../platform/db.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

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

/** The lots of these deliveries; those taken away again only where they are asked for. */
export const lotsOfDeliveries = (tx: Tx, deliveryIds: readonly number[], all = false): Promise<StoredLot[]> =>
  rows<StoredLot>(
    tx,
    `SELECT l.id, l.code, l.delivery_id AS deliveryId, l.version, l.species_id AS speciesId, s.name AS speciesName,
       l.arrival_condition AS \`condition\`, l.pieces, l.grams, l.weight_source AS weightSource, l.price_per_kg AS pricePerKg,
       l.production, l.area, l.gear, l.boat, l.caught_on AS caughtOn, l.supplier_lot AS supplierLot, l.slit, l.scaled, l.remarks, l.landed_on AS landedOn,
       l.grade_id AS gradeId, l.hold_reason AS holdReason, g.verdict, w.ground AS rawGround, w.document AS rawDocument,
       (SELECT COUNT(*) FROM photo p WHERE p.lot_id = l.id) AS photos, (SELECT COUNT(*) FROM claim c WHERE c.lot_id = l.id AND c.void_at IS NULL) AS claims
     FROM lot l JOIN species s ON s.id = l.species_id LEFT JOIN grade g ON g.id = l.grade_id
     LEFT JOIN raw_paper w ON w.lot_id = l.id AND w.withdrawn_at IS NULL WHERE l.delivery_id IN (${placeholders(deliveryIds.length)})
       ${all ? '' : 'AND l.pieces > 0'} ORDER BY l.id`,
    [...deliveryIds],
  );

/** Fish weighed one by one, by lot. */
export async function fishOfLots(tx: Tx, lotIds: readonly number[]): Promise<Map<number, LotFish[]>> {
  const found = await rows<LotFish & { lotId: number }>(
    tx,
    `SELECT lot_id AS lotId, grams, weight_source AS source, length_mm AS lengthMm FROM lot_fish
     WHERE lot_id IN (${placeholders(lotIds.length)}) ORDER BY id`,
    [...lotIds],
  );
  const byLot = new Map<number, LotFish[]>();
  for (const { lotId, ...fish } of found) byLot.set(lotId, [...(byLot.get(lotId) ?? []), fish]);
  return byLot;
}

/** What of these lots still lies in the cold room as landed. */
export async function stillThere(
  tx: Tx,
  lotIds: readonly number[],
): Promise<Map<number, { grams: number; pieces: number }>> {
  const found = await rows<{ lotId: number; grams: number; pieces: number }>(
    tx,
    `SELECT lot_id AS lotId, grams, pieces FROM balance
     WHERE lot_id IN (${placeholders(lotIds.length)}) AND account = 'place:cold_room' AND item = 'whole' AND batch = 0`,
    [...lotIds],
  );
  return new Map(found.map(({ lotId, ...there }) => [lotId, there]));
}

export const seesCosts = (work: Pick<Work, 'actor'>) => work.actor.role !== 'counter';

/** What differs between the note and what was weighed; empty when they agree. */
function differencesOf(
  note: { grams: number | null; pieces: number | null; money: number | null },
  got: { grams: number; pieces: number; money: number },
): Delivery['differences'] {
  const off: Delivery['differences'] = [];
  // Up to half a per cent is the scale and the meltwater, not the supplier (our choice).
  if (note.grams !== null && Math.abs(got.grams - note.grams) > note.grams * 0.005)
    off.push({ of: 'weight', by: got.grams - note.grams });
  if (note.pieces !== null && got.pieces !== note.pieces)
    off.push({ of: 'number', by: got.pieces - note.pieces });
  if (note.money !== null && Math.abs(got.money - note.money) > Math.max(1, note.money * 0.005))
    off.push({ of: 'money', by: got.money - note.money });
  return off;
}

function warningsOf(
  profile: RuleProfile,
  probeTenths: number | null,
  ice: string,
  species: readonly Species[],
): string[] {
  const warnings = [];
  for (const s of species) {
    const limit = intakeLimit(s, profile);
    if (probeTenths !== null && probeTenths / 10 > limit) {
      warnings.push(
        s.histamine
          ? say('is_a_histamine_species_at_c_over_c', {
              species: s.name,
              probeTenths: probeTenths / 10,
              limit,
            })
          : say('came_at_c_over_c_ice_it_at_once', { what: s.name, probeTenths: probeTenths / 10, limit }),
      );
    }
  }
  if (ice === 'none') warnings.push(say('came_without_ice'));
  return warnings;
}

export const listDeliveries = remembered(
  async (work: Reader, costs: boolean, day?: string): Promise<Delivery[]> => {
    const found = await deliveriesWhere(work.tx, "d.landed_on = ? OR d.state = 'open'", [day ?? today(work)]);
    const lots = await lotsOfDeliveries(
      work.tx,
      found.map((d) => d.id),
    );
    const ids = lots.map((l) => l.id);
    const fish = await fishOfLots(work.tx, ids);
    const there = await stillThere(work.tx, ids);
    const book = await speciesById(work.tx);
    return inWords(
      found.map(({ noteMoney, arrivedAt, ...d }) => {
        const mine = lots.filter((l) => l.deliveryId === d.id);
        const got = {
          grams: mine.reduce((s, l) => s + l.grams, 0),
          pieces: mine.reduce((s, l) => s + l.pieces, 0),
          money: mine.reduce((s, l) => s + multiplyRate(l.grams, l.pricePerKg!), 0),
        };
        const note = { grams: d.noteGrams, pieces: d.notePieces, money: costs ? noteMoney : null };
        const kinds = [...new Set(mine.map((l) => l.speciesId))].map((id) => book.get(id)!);
        const standing = d.drains === 'stands' ? [say('the_fish_stands_in_water_drain_it')] : [];
        return {
          ...d,
          arrivedAt: arrivedAt.toISOString(),
          noteMoney: note.money,
          lots: mine.map(({ gradeId, rawGround, rawDocument, ...l }) => ({
            ...l,
            rawPaper: rawGround === null ? null : { ground: rawGround, document: rawDocument! },
            pricePerKg: costs ? l.pricePerKg : null,
            graded: gradeId !== null,
            fish: fish.get(l.id) ?? [],
            there: there.get(l.id) ?? { grams: 0, pieces: 0 },
            doubt: meanWeightDoubt(book.get(l.speciesId)!, l.condition, l.grams, l.pieces),
          })),
          totals: { ...got, money: costs ? got.money : null },
          differences: mine.length === 0 ? [] : differencesOf(note, got),
          warnings: [...warningsOf(work.settings.ruleProfile, d.probeTenths, d.ice, kinds), ...standing],
        };
      }),
    );
  },
);
