import type { RawGround } from '@ember-slate/core/coldchain';
import type { Observed, Roe, Verdict } from '@ember-slate/core/freshness';
import type { ArrivalCondition } from '@ember-slate/core/species';
import { placeholders, rows, type Tx } from '../platform/db.ts';
import { lotsOnHand } from './onHand.ts';

/** A lot with the grade that counts now; ages and life are worked out from it. */
export interface LotWithGrade {
  id: number;
  code: string;
  speciesId: string;
  supplier: string;
  gear: string | null;
  /** The boat or the farm, empty where nothing is said. */
  boat: string;
  production: 'caught' | 'caught_freshwater' | 'farmed';
  condition: ArrivalCondition;
  pieces: number;
  grams: number;
  pricePerKg: number;
  landedOn: string;
  arrivedAt: Date;
  caughtOn: string | null;
  probeTenths: number | null;
  ice: 'buried' | 'some' | 'none';
  gradeId: number | null;
  gradedAt: Date | null;
  usedDays: number | null;
  halfWidth: number | null;
  verdict: Verdict | null;
  histamineClearance: string | null;
  /** JSON of the damage seen at its last grade, or null. */
  damage: string | null;
  /** What the grade that counts saw of its roe, and whether it was stiff. */
  roe: Roe;
  rigor: Observed['rigor'];
  /** The paper that lets it be eaten raw unfrozen, where one stands. */
  rawGround: RawGround | null;
  rawDocument: string | null;
}

export const lotsWhere = (tx: Tx, where: string, values: (string | number)[]): Promise<LotWithGrade[]> =>
  rows<LotWithGrade>(
    tx,
    `SELECT l.id, l.code, l.species_id AS speciesId, s.name AS supplier, l.gear, l.boat, l.production, l.arrival_condition AS \`condition\`, l.pieces, l.grams,
       l.price_per_kg AS pricePerKg, l.landed_on AS landedOn, d.arrived_at AS arrivedAt, l.caught_on AS caughtOn, d.probe_tenths AS probeTenths, d.ice,
       g.id AS gradeId, g.graded_at AS gradedAt, g.used_days AS usedDays, g.half_width AS halfWidth,
       IF(l.hold_reason IS NOT NULL AND COALESCE(g.verdict, '') <> 'reject', 'hold', g.verdict) AS verdict, l.damage, l.roe, l.rigor, l.histamine_clearance AS histamineClearance,
       w.ground AS rawGround, w.document AS rawDocument
     FROM lot l LEFT JOIN raw_paper w ON w.lot_id = l.id AND w.withdrawn_at IS NULL JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id LEFT JOIN grade g ON g.id = l.grade_id
     WHERE ${where} ORDER BY l.landed_on, l.id`,
    values,
  );

/** Lots of which something still lies in the shop. */
export const lotsInShop = async (tx: Tx): Promise<LotWithGrade[]> => lotsById(tx, await lotsOnHand(tx));

/** These lots; one that was taken away again is none. */
export const lotsById = (tx: Tx, ids: readonly number[]): Promise<LotWithGrade[]> =>
  lotsWhere(tx, `l.id IN (${placeholders(ids.length)}) AND l.pieces > 0`, [...ids]);

export interface GradeRow {
  id: number;
  gradedAt: Date;
  gradedBy: string;
  scheme: string;
  schemeVersion: number;
  /** JSON of the levels by sign, one object a fish. */
  fish: string;
  /** JSON of what was seen beside the signs; null on grades from before it was asked. */
  observed: string | null;
  coreTenths: number | null;
  temperatureHistory: number;
  foreignSmell: number;
  used: number;
  halfWidth: number;
  category: 'Extra' | 'A' | 'B' | 'Not admitted';
  advised: Verdict;
  verdict: Verdict;
  overrideReason: string | null;
}

/** The grades of a lot that count, the last first. */
export const gradesOfLot = (tx: Tx, lotId: number): Promise<GradeRow[]> =>
  rows<GradeRow>(
    tx,
    `SELECT g.id, g.graded_at AS gradedAt, p.name AS gradedBy, g.scheme, g.scheme_version AS schemeVersion, g.fish, g.observed,
       g.core_tenths AS coreTenths, g.temperature_history AS temperatureHistory, g.foreign_smell AS foreignSmell,
       g.used_days AS used, g.half_width AS halfWidth, g.category, g.advised, g.verdict, g.override_reason AS overrideReason
     FROM grade g JOIN staff p ON p.id = g.graded_by WHERE g.lot_id = ? AND g.void_at IS NULL ORDER BY g.id DESC`,
    [lotId],
  );
