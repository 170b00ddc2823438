import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { AnswerOf, contract, ListedPrice } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { costForm, marginOf, markupOf, priceForMargin, withEnding } from '@ember-slate/core/costs';
import { itemName } from '@ember-slate/core/ledger';
import { group } from 'd3-array';
import { today, type Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';
import { choicesFor, lastLots, seenBy } from '../../../shop/costs.ts';
import { pieceGrams, pricesOf } from '../../../shop/prices.ts';
import { speciesById } from '../../../shop/species.ts';

/** The price list: what each form costs now with trim credited and labour in, what it leaves, what it should be. */
export const priceList = remembered(async (work: Reader): Promise<ListedPrice[]> => {
  const book = await speciesById(work.tx);
  const prices = await pricesOf(work);
  const seen = await seenBy(work);
  const last = await lastLots(work);
  const { money } = work.settings;
  const listed = await rows<{
    speciesId: string;
    item: string;
    perKg: number;
    perPiece: number | null;
    changedAt: Date | null;
  }>(
    work.tx,
    `SELECT p.species_id AS speciesId, p.item, p.per_kg AS perKg, p.per_piece AS perPiece,
       (SELECT MAX(c.at) FROM price_change c WHERE c.species_id = p.species_id AND c.item = p.item) AS changedAt FROM price p`,
  );
  const ahead = group(
    await rows<{
      id: number;
      key: string;
      from: string;
      perKg: number;
      perPiece: number | null;
      by: string;
    }>(
      work.tx,
      `SELECT a.id, CONCAT(a.species_id, ' ', a.item) AS \`key\`, a.from_day AS \`from\`, a.per_kg AS perKg, a.per_piece AS perPiece,
         p.name AS \`by\` FROM price_ahead a JOIN staff p ON p.id = a.made_by ORDER BY a.from_day`,
    ),
    (a) => a.key,
  );
  const sold = new Map(
    (
      await rows<{ key: string; grams: number }>(
        work.tx,
        `SELECT CONCAT(species_id, ' ', item) AS \`key\`, CAST(SUM(grams) AS SIGNED) AS grams FROM sale_line
         WHERE sold_on >= ? AND article_id IS NULL GROUP BY species_id, item`,
        [addDays(today(work), -30)],
      )
    ).map((s) => [s.key, s.grams]),
  );
  const found: ListedPrice[] = [];
  for (const [speciesId, own] of group(listed, (l) => l.speciesId)) {
    const species = book.get(speciesId)!;
    const lot = last.get(speciesId);
    const choices = lot ? choicesFor(work, species, lot, prices, seen, new Set(own.map((l) => l.item))) : [];
    for (const l of own) {
      const choice = choices.find((c) => c.form === l.item);
      const cost = choice
        ? costForm(
            {
              paidPerKg: lot!.perKg,
              landingPerKg: money.landingPerKg,
              fishGrams: lot!.fishGrams,
              perHour: money.perHour,
              margin: money.margin,
              keeps: prices.kept('whole'),
            },
            choice,
          )[money.method === 'joint' ? 'joint' : 'full']
        : lot && l.item === 'whole'
          ? lot.perKg + money.landingPerKg
          : null;
      const keeps = prices.kept(l.item);
      found.push({
        speciesId,
        speciesName: species.name,
        item: l.item,
        itemName: inWords(itemName(l.item, lot?.condition ?? species.arrives, formsOf(work.settings))),
        perKg: l.perKg,
        perPiece: l.perPiece,
        pieceGrams: pieceGrams(work, species, l.item),
        cost,
        margin: cost === null ? null : marginOf(cost, l.perKg * keeps),
        markup: cost === null ? null : markupOf(cost, l.perKg * keeps),
        wanted:
          cost === null
            ? null
            : withEnding(priceForMargin(Math.max(0, cost), money.margin) / keeps, money.ending),
        changedAt: l.changedAt?.toISOString() ?? null,
        ahead: (ahead.get(`${speciesId} ${l.item}`) ?? []).map(({ key: _key, ...a }) => a),
        soldGrams: sold.get(`${speciesId} ${l.item}`) ?? 0,
      });
    }
  }
  return found.sort(
    (a, b) =>
      Number(b.soldGrams > 0) - Number(a.soldGrams > 0) ||
      (a.margin ?? 9) - (b.margin ?? 9) ||
      a.speciesName.localeCompare(b.speciesName),
  );
});

export async function priceHistory(
  work: Reader,
  speciesId: string,
  item: string,
): Promise<AnswerOf<typeof contract.prices.history>> {
  const since = addDays(today(work), -730);
  const sold = await rows<{
    at: Date;
    perKg: number;
    perPiece: number | null;
    by: string | null;
    reason: string;
  }>(
    work.tx,
    `SELECT c.at, c.per_kg AS perKg, c.per_piece AS perPiece, p.name AS \`by\`, c.reason FROM price_change c LEFT JOIN staff p ON p.id = c.staff_id
     WHERE c.species_id = ? AND c.item = ? AND c.at >= ? ORDER BY c.at, c.id`,
    [speciesId, item, since],
  );
  const bought = await rows<{ day: string; perKg: number; code: string; supplier: string }>(
    work.tx,
    `SELECT l.landed_on AS day, l.price_per_kg AS perKg, l.code, s.name AS supplier
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     WHERE l.species_id = ? AND l.landed_on >= ? AND l.parent_id IS NULL AND l.pieces > 0 ORDER BY l.landed_on, l.id LIMIT 1000`,
    [speciesId, since],
  );
  return { sold: sold.map((s) => ({ ...s, at: s.at.toISOString() })), bought };
}
