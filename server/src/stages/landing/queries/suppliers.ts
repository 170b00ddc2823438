import type { SupplierRecord } from '@ember-slate/contract';
import { dayMs, daysBetween } from '@ember-slate/core/calendar';
import type { Species } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import type { Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

const days = 90;

/** What a grade gives a fish, out of 100: the share of its life on ice that is left. */
export const markOf = (used: number, species: Pick<Species, 'iceDays'>): number =>
  Math.round(100 * (1 - Math.min(1, used / species.iceDays)));

/** What a supplier's deliveries were like: temperatures, weights, grades, claims and yields of the last 90 days. */
export async function supplierRecord(work: Reader, id: number): Promise<SupplierRecord> {
  const supplier = await row<{
    id: number;
    name: string;
    version: number;
    claimWording: string;
    dressedMeans: SupplierRecord['dressedMeans'];
  }>(
    work.tx,
    'SELECT id, name, version, claim_wording AS claimWording, dressed_means AS dressedMeans FROM supplier WHERE id = ?',
    [id],
  );
  if (!supplier) throw problems.notFound(say('no_such_supplier'));
  const since = new Date(work.now.getTime() - days * dayMs);
  const deliveries = await rows<{
    at: Date;
    noteRef: string;
    probeTenths: number | null;
    noteGrams: number | null;
    grams: number | null;
  }>(
    work.tx,
    `SELECT d.arrived_at AS at, d.note_ref AS noteRef, d.probe_tenths AS probeTenths, d.note_grams AS noteGrams, SUM(l.grams) AS grams
     FROM delivery d LEFT JOIN lot l ON l.delivery_id = d.id WHERE d.supplier_id = ? AND d.arrived_at >= ? GROUP BY d.id ORDER BY d.arrived_at`,
    [id, since],
  );
  const lots = await rows<{
    code: string;
    speciesId: string;
    landedOn: string;
    caughtOn: string | null;
    at: Date;
    grams: number;
    pricePerKg: number;
    used: number | null;
    gradedAt: Date | null;
    verdict: keyof SupplierRecord['verdicts'] | null;
  }>(
    work.tx,
    `SELECT l.code, l.species_id AS speciesId, l.landed_on AS landedOn, l.caught_on AS caughtOn, d.arrived_at AS at, l.grams,
       l.price_per_kg AS pricePerKg, g.used_days AS used, g.graded_at AS gradedAt, g.verdict
     FROM lot l JOIN delivery d ON d.id = l.delivery_id
     LEFT JOIN grade g ON g.id = (SELECT MIN(x.id) FROM grade x WHERE x.lot_id = l.id AND x.void_at IS NULL)
     WHERE d.supplier_id = ? AND d.arrived_at >= ? AND l.parent_id IS NULL AND l.pieces > 0 ORDER BY d.arrived_at, l.id`,
    [id, since],
  );
  const yields = await rows<{ at: Date; number: number; reached: number; expected: number }>(
    work.tx,
    `SELECT t.closed_at AS at, t.number, t.main_grams / t.input_grams AS reached, t.expected_yield AS expected
     FROM ticket t WHERE t.closed_at >= ? AND t.input_grams > 0 AND EXISTS (SELECT 1 FROM ticket_input i JOIN lot l ON l.id = i.lot_id
       JOIN delivery d ON d.id = l.delivery_id WHERE i.ticket_id = t.id AND d.supplier_id = ?) ORDER BY t.closed_at`,
    [since, id],
  );
  const claims = await rows<Omit<SupplierRecord['claims'][number], 'at'> & { at: Date }>(
    work.tx,
    `SELECT c.id, c.number, l.code, sp.name AS speciesName, c.made_at AS at, c.outcome, c.grams, c.money, c.reason, c.settled_money AS settledMoney
     FROM claim c JOIN lot l ON l.id = c.lot_id JOIN species sp ON sp.id = l.species_id JOIN delivery d ON d.id = l.delivery_id
     WHERE d.supplier_id = ? AND c.void_at IS NULL ORDER BY c.id DESC LIMIT 50`,
    [id],
  );
  const book = await speciesById(work.tx);
  const verdicts = { accept: 0, use_today: 0, cooked_only: 0, hold: 0, reject: 0 };
  for (const l of lots) if (l.verdict) verdicts[l.verdict] += 1;
  const graded = lots.filter((l) => l.used !== null);
  return {
    ...supplier,
    deliveries: deliveries.length,
    lots: lots.length,
    grams: lots.reduce((s, l) => s + l.grams, 0),
    money: lots.reduce((s, l) => s + multiplyRate(l.grams, l.pricePerKg), 0),
    temperatures: deliveries
      .filter((d) => d.probeTenths !== null)
      .map((d) => ({ at: d.at.toISOString(), value: d.probeTenths! / 10, about: d.noteRef })),
    weights: deliveries
      .filter((d) => d.noteGrams !== null && d.grams !== null)
      .map((d) => ({
        at: d.at.toISOString(),
        value: (100 * (d.grams! - d.noteGrams!)) / d.noteGrams!,
        about: d.noteRef,
      })),
    marks: graded.map((l) => ({
      at: l.gradedAt!.toISOString(),
      value: markOf(l.used!, book.get(l.speciesId)!),
      about: l.code,
    })),
    ages: graded
      .filter((l) => l.caughtOn !== null)
      .map((l) => ({
        at: l.at.toISOString(),
        value: l.used! - daysBetween(l.caughtOn!, l.landedOn),
        about: l.code,
      })),
    yields: yields.map((y) => ({
      at: y.at.toISOString(),
      value: 100 * (y.reached - y.expected),
      about: say('ticket', { number: y.number }),
    })),
    verdicts,
    claims: claims.map((c) => ({ ...c, at: c.at.toISOString() })),
  };
}
