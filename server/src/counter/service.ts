import type { AnswerOf, BodyOf, StockRow, contract } from '@ember-slate/contract';
import { speciesCautions } from '@ember-slate/core/forms';
import { isItem, isSaleable, itemName, reverse, type Account } from '@ember-slate/core/ledger';
import { multiplyRate } from '@ember-slate/core/units';
import { clocksOf, type RowState } from '../cold/clocks.ts';
import { histamineFull } from '../cold/first.ts';
import { lotsById, type LotWithGrade } from '../grading/queries.ts';
import { recordSale } from '../orders/sale.ts';
import type { Work } from '../platform/context.ts';
import { row, rows, run } from '../platform/db.ts';
import { entriesOf, lockBalance, post, type BalanceKey } from '../platform/ledger.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { lockLots, promisedFish, stockRows, take } from '../platform/stock.ts';
import { oneSpecies, speciesById } from '../species/queries.ts';

type Rooms = typeof contract.counter;
type Key = { place: BalanceKey['account']; lotId: number; item: string; batch: number };

/** Why a row may not be sold, in words; null when it may. */
function blockedBecause(lot: LotWithGrade, item: string, state: RowState | null): string | null {
  if (lot.verdict === null) return 'Not graded yet';
  if (lot.verdict === 'reject') return 'Rejected: it cannot be sold';
  if (lot.verdict === 'hold') return 'On hold until someone decides';
  if (histamineFull(lot, state)) return 'Histamine account full: too long above 4.4 °C';
  return isSaleable(item) ? null : 'Not for sale';
}

/** Rows that a promise rests on: uncut fish in the cold room. */
const carriesPromises = (key: Key) =>
  key.place === 'place:cold_room' && key.item === 'whole' && key.batch === 0;

/** Everything in stock, what runs out of life first, first. */
export async function stock(work: Work): Promise<StockRow[]> {
  const book = await speciesById(work.tx);
  const held = await stockRows(work.tx);
  const ids = [...new Set(held.map((h) => h.lotId))];
  const lots = new Map((await lotsById(work.tx, ids)).map((l) => [l.id, l]));
  const promised = await promisedFish(work.tx, ids);
  const prices = await rows<{ species_id: string; item: string; per_kg: number }>(
    work.tx,
    'SELECT species_id, item, per_kg FROM price',
  );
  const priceOf = new Map(prices.map((p) => [`${p.species_id} ${p.item}`, p.per_kg]));
  const clocks = await clocksOf(work, [...lots.values()], book);
  const found = held.map(({ account: place, ...h }): StockRow => {
    const lot = lots.get(h.lotId)!;
    const species = book.get(lot.speciesId)!;
    const state = clocks.row(h.lotId, place, h.item, h.batch);
    const taken = carriesPromises({ place, ...h }) ? Math.min(h.pieces, promised.get(h.lotId) ?? 0) : 0;
    return {
      place,
      ...h,
      code: lot.code,
      speciesId: species.id,
      speciesName: species.name,
      itemName: itemName(h.item, lot.condition, formsOf(work.settings)),
      condition: lot.condition,
      saleable: isSaleable(h.item),
      blocked: blockedBecause(lot, h.item, state),
      freePieces: h.pieces - taken,
      freeGrams: taken === 0 ? h.grams : Math.floor((h.grams * (h.pieces - taken)) / h.pieces),
      daysLeft: state?.life?.left ?? null,
      sellBy: state?.sellBy ?? null,
      pricePerKg: priceOf.get(`${species.id} ${h.item}`) ?? null,
      cautions: [
        ...speciesCautions(species),
        ...(formsOf(work.settings).get(h.item)?.boneless ? ['May contain bones.'] : []),
        ...(lot.verdict === 'cooked_only' ? ['Cooked use only: tell the customer.'] : []),
      ],
    };
  });
  // Out of life comes first; what nobody has graded has no end yet.
  const end = (r: StockRow) => (r.daysLeft === null ? '9999' : (r.sellBy ?? '0000'));
  return found.sort(
    (a, b) =>
      Number(a.blocked !== null) - Number(b.blocked !== null) ||
      end(a).localeCompare(end(b)) ||
      (a.daysLeft ?? 0) - (b.daysLeft ?? 0) ||
      a.lotId - b.lotId ||
      a.item.localeCompare(b.item),
  );
}

const accountKey = (key: Key): BalanceKey => ({
  account: key.place,
  lotId: key.lotId,
  item: key.item,
  batch: key.batch,
});

/** Refuses to take fish that lines were promised. */
async function keepPromises(work: Work, key: Key, pieces: number) {
  if (!carriesPromises(key)) return;
  const has = await lockBalance(work.tx, accountKey(key));
  const promised = (await promisedFish(work.tx, [key.lotId])).get(key.lotId) ?? 0;
  if (promised > 0 && pieces > has.pieces - promised) {
    throw problems.short(
      `${Math.max(0, has.pieces - promised)} fish are free there, ${promised} are promised to orders`,
    );
  }
}

export async function sell(work: Work, body: BodyOf<Rooms['sell']>): Promise<AnswerOf<Rooms['sell']>> {
  await lockLots(
    work.tx,
    body.lines.map((l) => l.lotId),
  );
  const lots = new Map(
    (
      await lotsById(
        work.tx,
        body.lines.map((l) => l.lotId),
      )
    ).map((l) => [l.id, l]),
  );
  const clocks = await clocksOf(work, [...lots.values()], await speciesById(work.tx));
  const entries = [];
  const seen = new Set<string>();
  for (const [i, line] of body.lines.entries()) {
    const lot = lots.get(line.lotId);
    if (!lot || !isItem(line.item, formsOf(work.settings)))
      throw fieldProblem(`lines.${i}`, 'That is not in stock');
    const blocked = blockedBecause(lot, line.item, clocks.row(lot.id, line.place, line.item, line.batch));
    if (blocked) throw problems.conflict(`${lot.code}: ${blocked}`);
    // A second line of the same row would be weighed against stock the first has not left yet.
    const key = [line.place, line.lotId, line.item, line.batch].join(' ');
    if (seen.has(key))
      throw fieldProblem(`lines.${i}`, `${lot.code} is in the bag twice: put both on one line`);
    seen.add(key);
    await keepPromises(work, line, line.pieces);
    entries.push(...(await take(work, accountKey(line), line, 'outside:customer')));
  }
  const movement = await post(work, 'sell', entries);
  return recordSale(
    work,
    movement,
    null,
    body.lines.map((l) => ({
      ...l,
      speciesId: lots.get(l.lotId)!.speciesId,
      money: multiplyRate(l.grams, l.perKg),
    })),
  );
}

/** A sale is taken back by a movement that undoes it; both stay in the books. */
export async function voidSale(work: Work, id: number, reason: string): Promise<{ id: number }> {
  const sale = await row<{
    movement_id: number;
    void_movement_id: number | null;
    order_id: number | null;
    number: number;
  }>(work.tx, 'SELECT movement_id, void_movement_id, order_id, number FROM sale WHERE id = ? FOR UPDATE', [
    id,
  ]);
  if (!sale) throw problems.notFound('No such sale');
  if (sale.void_movement_id !== null) throw problems.conflict(`Sale ${sale.number} is taken back already`);
  if (sale.order_id !== null)
    throw problems.conflict('A collected order is not taken back here: count what came back');
  const movement = await post(work, 'void', reverse(await entriesOf(work.tx, sale.movement_id)), reason);
  await run(work.tx, 'UPDATE sale SET void_movement_id = ? WHERE id = ?', [movement, id]);
  return { id };
}

/** Thawed fish is never frozen again raw (common practice). */
async function refuseRefreezing(work: Work, key: Key) {
  const lots = await lotsById(work.tx, [key.lotId]);
  const clocks = await clocksOf(work, lots, await speciesById(work.tx));
  if (clocks.row(key.lotId, key.place, key.item, key.batch)?.clock.thawedAt)
    throw problems.conflict('This was frozen before and has thawed: it is never frozen again raw');
}

export async function move(work: Work, body: BodyOf<Rooms['move']>): Promise<{ id: number }> {
  if (body.to === body.place) throw fieldProblem('to', 'It lies there already');
  await lockLots(work.tx, [body.lotId]);
  await keepPromises(work, body, body.pieces);
  if (body.to === 'place:freezer') await refuseRefreezing(work, body);
  return { id: await post(work, 'move', await take(work, accountKey(body), body, body.to)) };
}

export async function discard(work: Work, body: BodyOf<Rooms['discard']>): Promise<{ id: number }> {
  await lockLots(work.tx, [body.lotId]);
  const entries = await take(work, accountKey(body), body, body.to === 'waste' ? 'end:waste' : 'end:kitchen');
  return { id: await post(work, 'discard', entries, body.reason) };
}

/** A count makes the book say what lies there; the difference is unaccounted, in grams, and stays visible. */
export async function count(work: Work, body: BodyOf<Rooms['count']>): Promise<{ differenceGrams: number }> {
  if ((body.grams === 0) !== (body.pieces === 0) && !body.item.startsWith('trim:')) {
    throw fieldProblem(
      'pieces',
      body.grams === 0 ? 'Pieces without a weight: weigh them' : 'A weight without pieces: count them',
    );
  }
  await lockLots(work.tx, [body.lotId]);
  const key = accountKey(body);
  const has = await lockBalance(work.tx, key);
  if (has.grams === 0 && has.pieces === 0) throw problems.notFound('That row is empty: nothing to count');
  const grams = body.grams - has.grams;
  const pieces = body.pieces - has.pieces;
  if (body.grams > has.grams * 3 + 1000)
    throw fieldProblem('grams', 'Three times what the book holds: check scale and tare');
  if (grams !== 0 || pieces !== 0) {
    const other: Account = 'end:unaccounted';
    await post(
      work,
      'count',
      [
        { ...key, grams, pieces },
        { ...key, account: other, grams: -grams, pieces: -pieces },
      ],
      `counted, ${body.source}`,
    );
  }
  return { differenceGrams: grams };
}

export async function setPrice(work: Work, body: BodyOf<Rooms['price']>): Promise<{ id: number }> {
  if (!(await oneSpecies(work.tx, body.speciesId)))
    throw fieldProblem('speciesId', 'Not in the species book');
  if (!isItem(body.item, formsOf(work.settings)))
    throw fieldProblem('item', 'Not a form or trim of this shop');
  await run(
    work.tx,
    'INSERT INTO price (species_id, item, per_kg) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE per_kg = VALUES(per_kg)',
    [body.speciesId, body.item, body.perKg],
  );
  return { id: 0 };
}
