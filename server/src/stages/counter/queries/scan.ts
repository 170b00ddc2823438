import { placesOfKind } from '@ember-slate/core/ledger';
import { inWords } from '@ember-slate/words/core';
import { isSaid } from '@ember-slate/words/said';
import type { AnswerOf, contract, StockRow, WeightSource } from '@ember-slate/contract';
import { readBoxCode, readPriceCode } from '@ember-slate/core/labels';
import { shortName } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import { today, type Reader } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { bareCode } from '../../../shop/labelCode.ts';
import { stock } from '../../../shop/stock.ts';
import { say } from '../say.ts';

type Found = AnswerOf<typeof contract.counter.scan>;

const places = placesOfKind('slab', 'display', 'cold_room', 'van', 'freezer');

/** The row a label's piece lies in: on the slab before the cold room, what ends first before the rest. */
function rowFor(all: readonly StockRow[], fits: (r: StockRow) => boolean, what: string): StockRow {
  const there = all.filter((r) => fits(r) && r.freeGrams > 0);
  const found = places
    .map((p) => there.find((r) => r.place === p && r.blocked === null))
    .find((r) => r !== undefined);
  if (found) return found;
  const blocked = there.find((r) => r.blocked !== null);
  throw blocked
    ? problems.conflict(`${blocked.code}: ${blocked.blocked!}`)
    : problems.short(say('nothing_of_it_is_in_stock_any_more', { what }));
}

/** What a scanned code means at the counter: the row it lies in, and its weight as it was weighed out. */
export async function scan(work: Reader, code: string): Promise<Found> {
  const bare = bareCode(code);
  const label = await row<{
    grams: number;
    pieces: number;
    item: string;
    batch: number;
    price: number | null;
    title: string;
    voided: string | null;
    source: WeightSource;
  }>(
    work.tx,
    `SELECT w.grams, w.pieces, w.weight_source AS source, w.item, w.ticket_id AS batch, JSON_VALUE(b.content, '$.price') + 0e0 AS price,
       JSON_VALUE(b.content, '$.title') AS title, b.void_why AS voided
     FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id WHERE b.scan_code = ? OR b.price_code = ? ORDER BY b.id DESC LIMIT 1`,
    [bare, bare],
  );
  if (label?.voided)
    throw problems.conflict(say('this_label_is_void', { title: label.title, voided: label.voided }));
  const all = await stock(work);
  const source = label?.source ?? 'typed';
  const found = (r: StockRow, grams: number | null, pieces: number, said: number | null): Found => ({
    place: r.place,
    lotId: r.lotId,
    item: r.item,
    batch: r.batch,
    name: `${shortName(r.speciesName)}, ${r.itemName}`,
    grams,
    pieces,
    source,
    labelPrice:
      said !== null &&
      grams !== null &&
      r.pricePerKg !== null &&
      (r.pricePerPiece !== null && pieces > 0
        ? pieces * r.pricePerPiece
        : multiplyRate(grams, r.pricePerKg)) !== said
        ? said
        : null,
  });
  if (label) {
    const r = rowFor(all, (x) => x.batch === label.batch && x.item === label.item, label.title);
    return found(r, label.grams, label.pieces, label.price);
  }
  if (/^\d{13}$/.test(bare)) {
    const settings = work.settings.labels;
    const read = readPriceCode(settings, bare);
    if (isSaid(read)) throw fieldProblem('code', inWords(read));
    const item = await row<{ speciesId: string; item: string }>(
      work.tx,
      'SELECT species_id AS speciesId, item FROM item_number WHERE id = ?',
      [read.item],
    );
    if (!item) throw fieldProblem('code', say('item_is_not_known_here', { item: read.item }));
    const r = rowFor(
      all,
      (x) => x.speciesId === item.speciesId && x.item === item.item,
      say('item', { item: read.item }),
    );
    if (settings.carries === 'weight') return found(r, read.value, 0, null);
    const grams = r.pricePerKg ? Math.round((read.value * 1000) / r.pricePerKg) : null;
    return found(r, grams, 0, read.value);
  }
  const read = readBoxCode(bare, Number(today(work).slice(0, 4)));
  if (isSaid(read)) throw fieldProblem('code', inWords(read));
  return found(
    rowFor(all, (x) => x.code === read.lot, say('lot', { lot: read.lot ?? '?' })),
    read.grams,
    0,
    null,
  );
}
