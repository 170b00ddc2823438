import { taxBetween } from '../../../shop/tax.ts';
import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { DayClose, LotClose } from '@ember-slate/contract';
import { isDate } from '@ember-slate/core/calendar';
import { type FormBook, formName } from '@ember-slate/core/forms';
import type { Unit } from '@ember-slate/core/prices';
import { itemName, lotDiscrepancy, lotFlow } from '@ember-slate/core/ledger';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import { trimName, trimOf } from '@ember-slate/core/yields';
import { type BalanceRow, balancesOfLots } from '../../../platform/books/ledger.ts';
import type { Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { depositsOf } from '../../../shop/deposits.ts';
import { lotsById, type LotWithGrade } from '../../../shop/lots.ts';
import { lotsOnHand } from '../../../shop/onHand.ts';
import { speciesById } from '../../../shop/species.ts';
import { checksOf, countedOn, onSlab, ordersLeft, temperaturesOf, tomorrowFirst } from './guide.ts';
import { tillsOf } from './till.ts';
import { say } from '../say.ts';

/** What a balance counts as in the flow: an end by its own name, stock and sales by what was made. */
function becameOf(
  b: BalanceRow,
  condition: ArrivalCondition,
  forms: FormBook,
): { item: string; itemName: string } {
  if (b.account === 'end:drip') return { item: 'drip', itemName: say('drip_and_rinse') };
  if (b.account === 'end:unaccounted') return { item: 'unaccounted', itemName: 'unaccounted' };
  if (b.item === 'whole' && b.batch === 0) return { item: 'whole', itemName: say('still_whole') };
  return { item: b.item, itemName: inWords(itemName(b.item, condition, forms)) };
}

/** One lot's grams: what it became, and where each of those is now. Sums to what was received, exactly. */
export function closeLot(
  lot: LotWithGrade,
  species: Species,
  balances: readonly BalanceRow[],
  forms: FormBook,
): LotClose {
  const flow = lotFlow(balances);
  const groups = new Map<string, { itemName: string; rows: BalanceRow[] }>();
  for (const b of balances.filter((x) => x.account !== 'outside:supplier' && x.grams !== 0)) {
    const { item, itemName: name } = becameOf(b, lot.condition, forms);
    const group = groups.get(item) ?? { itemName: name, rows: [] };
    group.rows.push(b);
    groups.set(item, group);
  }
  const became = [...groups].map(([item, g]) => {
    const { received: _received, ...where } = lotFlow(g.rows);
    return { item, itemName: g.itemName, grams: g.rows.reduce((s, r) => s + r.grams, 0), where };
  });
  const rank = (item: string) => (item === 'unaccounted' ? 3 : item === 'drip' ? 2 : trimOf(item) ? 1 : 0);
  became.sort((a, b) => rank(a.item) - rank(b.item) || b.grams - a.grams);
  return {
    lotId: lot.id,
    code: lot.code,
    speciesName: species.name,
    landedOn: lot.landedOn,
    pieces: lot.pieces,
    pricePerKg: lot.pricePerKg,
    flow,
    discrepancy: lotDiscrepancy(flow),
    became,
  };
}

/** Lots something happened to on a day, and those with fish left. */
async function lotsOfDay(work: Reader, day: string): Promise<LotWithGrade[]> {
  const moved = await rows<{ id: number }>(
    work.tx,
    'SELECT DISTINCT e.lot_id AS id FROM movement m JOIN entry e ON e.movement_id = m.id WHERE m.trading_day = ?',
    [day],
  );
  const ids = new Set([...moved.map((m) => m.id), ...(await lotsOnHand(work.tx))]);
  return (await lotsById(work.tx, [...ids])).filter((l) => l.landedOn <= day);
}

async function yieldsOf(work: Reader, day: string): Promise<DayClose['yields']> {
  const closed = await rows<{
    ticketId: number;
    number: number;
    speciesName: string;
    forms: string;
    condition: ArrivalCondition;
    inputGrams: number;
    mainGrams: number;
    expected: number;
    perKg: number;
  }>(
    work.tx,
    `SELECT t.id AS ticketId, t.number, s.name AS speciesName,
       (SELECT GROUP_CONCAT(DISTINCT c.form ORDER BY c.id SEPARATOR ' ') FROM ticket_cut c WHERE c.ticket_id = t.id) AS forms, MIN(lot.arrival_condition) AS \`condition\`,
       t.input_grams AS inputGrams, t.main_grams AS mainGrams, t.expected_yield AS expected,
       SUM(i.grams * lot.price_per_kg) / SUM(i.grams) AS perKg
     FROM ticket t JOIN species s ON s.id = t.species_id
     JOIN ticket_input i ON i.ticket_id = t.id JOIN lot ON lot.id = i.lot_id
     WHERE t.closed_on = ? GROUP BY t.id ORDER BY t.number`,
    [day],
  );
  return closed.map(({ perKg, forms, ...t }) => {
    const reached = t.mainGrams / t.inputGrams;
    // Points lost x input x cost of a kilogram of output; a gain is a negative cost.
    const costOfPoint =
      reached === 0 ? 0 : Math.round((t.expected - reached) * (t.inputGrams / 1000) * (perKg / reached));
    const names = inWords(forms.split(' ').map((f) => formName(formsOf(work.settings), f))).join(', ');
    return { ...t, formName: names, yield: reached, costOfPoint };
  });
}

/** Every closing of a day, latest first. */
async function closingsOf(work: Reader, day: string): Promise<DayClose['closings']> {
  const found = await rows<{
    at: Date;
    by: string;
    remarks: string;
    takings: number;
    countedCash: number | null;
    countedCard: number | null;
    reopenedAt: Date | null;
    reopenedBy: string | null;
    reopenReason: string | null;
    reopenedWith: string | null;
    reopenedAlone: number;
    seal: string | null;
  }>(
    work.tx,
    `SELECT d.closed_at AS at, p.name AS \`by\`, d.remarks, d.takings, d.counted_cash AS countedCash, d.counted_card AS countedCard,
       d.reopened_at AS reopenedAt, q.name AS reopenedBy, d.reopen_reason AS reopenReason,
       w.name AS reopenedWith, d.reopened_alone AS reopenedAlone, d.seal
     FROM day_close d JOIN staff p ON p.id = d.closed_by LEFT JOIN staff q ON q.id = d.reopened_by LEFT JOIN staff w ON w.id = d.reopened_with
     WHERE d.trading_day = ? ORDER BY d.id DESC`,
    [day],
  );
  return found.map((c) => ({
    ...c,
    at: c.at.toISOString(),
    reopenedAlone: c.reopenedAlone === 1,
    reopenedAt: c.reopenedAt?.toISOString() ?? null,
  }));
}

export const closeOf = remembered(async (work: Reader, day: string): Promise<DayClose> => {
  if (!isDate(day)) throw problems.notFound(say('no_such_day'));
  const book = await speciesById(work.tx);
  const lots = await lotsOfDay(work, day);
  const balances = await balancesOfLots(
    work.tx,
    lots.map((l) => l.id),
  );
  const closed = lots.map((l) =>
    closeLot(
      l,
      book.get(l.speciesId)!,
      balances.filter((b) => b.lotId === l.id),
      formsOf(work.settings),
    ),
  );
  closed.sort(
    (a, b) =>
      Number(a.discrepancy.within) - Number(b.discrepancy.within) ||
      Math.abs(b.discrepancy.share) - Math.abs(a.discrepancy.share),
  );
  const sold = await rows<{
    speciesName: string;
    item: string;
    condition: ArrivalCondition;
    grams: number;
    money: number;
  }>(
    work.tx,
    `SELECT s.name AS speciesName, x.item, MIN(lot.arrival_condition) AS \`condition\`, SUM(x.grams) AS grams, SUM(x.money) AS money
     FROM sale_line x JOIN species s ON s.id = x.species_id JOIN lot ON lot.id = x.lot_id
     WHERE x.sold_on = ? AND x.way <> 'voided' GROUP BY s.name, x.item ORDER BY money DESC`,
    [day],
  );
  const articles = await rows<{ name: string; unit: Unit; pieces: number; grams: number; money: number }>(
    work.tx,
    `SELECT a.name, a.unit, SUM(x.pieces) AS pieces, SUM(x.grams) AS grams, SUM(x.money) AS money
     FROM sale_line x JOIN article a ON a.id = x.article_id
     WHERE x.sold_on = ? AND x.way <> 'voided' GROUP BY a.id ORDER BY money DESC`,
    [day],
  );
  const binned = await rows<{ kind: string; reason: string; item: string; grams: number }>(
    work.tx,
    `SELECT m.kind, IF(m.kind = 'cut', '', m.reason) AS reason, e.item, SUM(e.grams) AS grams
     FROM movement m JOIN entry e ON e.movement_id = m.id AND e.account = 'end:waste'
     WHERE m.trading_day = ? GROUP BY m.kind, IF(m.kind = 'cut', '', m.reason), e.item HAVING grams <> 0 ORDER BY grams DESC`,
    [day],
  );
  const closings = await closingsOf(work, day);
  const standing = closings.find((c) => c.reopenedAt === null);
  const checks = await checksOf(work, day);
  const temperatures = await temperaturesOf(work, day);
  const left = await ordersLeft(work, day);
  const slab = await onSlab(work, day);
  const alarms = temperatures.reduce((s, t) => s + t.unanswered, 0);
  const unread = temperatures.filter((t) => t.low === null).length;
  const stuck = await row<{ n: number }>(work.tx, "SELECT COUNT(*) AS n FROM job WHERE state = 'stuck'");
  const unsigned = checks.filter((c) => c.signed === null).length;
  const open = (await row<{ tickets: number; deliveries: number }>(
    work.tx,
    "SELECT (SELECT COUNT(*) FROM ticket WHERE state = 'cutting') AS tickets, (SELECT COUNT(*) FROM delivery WHERE state = 'open' AND landed_on <= ?) AS deliveries",
    [day],
  ))!;
  const off = closed.filter((l) => !l.discrepancy.within);
  return {
    day,
    closedBy: standing?.by ?? null,
    closedAt: standing?.at ?? null,
    closings,
    tills: await tillsOf(work, day),
    checksVersion: work.settings.versionOf('checks'),
    checks,
    temperatures,
    ordersLeft: left,
    onSlab: slab,
    counts: await countedOn(work, day),
    tomorrow: await tomorrowFirst(work, day),
    takings: [...sold, ...articles].reduce((s, x) => s + x.money, 0),
    articles,
    tax: await taxBetween(work, day, day),
    deposits: await depositsOf(work, day),
    sales: inWords(
      sold.map(({ item, condition, ...s }) => ({
        ...s,
        itemName: itemName(item, condition, formsOf(work.settings)),
      })),
    ),
    waste: inWords(
      binned.map((b) => ({
        reason: b.kind === 'cut' ? trimName(b.item) : b.reason,
        grams: b.grams,
      })),
    ),
    yields: await yieldsOf(work, day),
    lots: closed,
    openTickets: open.tickets,
    toDo: [
      ...off.map((l) => ({
        kind: 'lot' as const,
        speciesName: l.speciesName,
        code: l.code,
        short: l.discrepancy.grams,
      })),
      ...(open.tickets > 0 ? [{ kind: 'tickets' as const, count: open.tickets }] : []),
      ...(open.deliveries > 0 ? [{ kind: 'deliveries' as const, count: open.deliveries }] : []),
      ...(left.length > 0 ? [{ kind: 'orders' as const, count: left.length }] : []),
      ...(alarms > 0 ? [{ kind: 'alarms' as const, count: alarms }] : []),
      ...(unread > 0 ? [{ kind: 'unread' as const, count: unread }] : []),
      ...(stuck!.n > 0 ? [{ kind: 'jobs' as const, count: stuck!.n }] : []),
      ...(unsigned > 0 ? [{ kind: 'checks' as const, count: unsigned }] : []),
      ...(slab.length > 0 ? [{ kind: 'slab' as const, count: slab.length }] : []),
    ],
  };
});
