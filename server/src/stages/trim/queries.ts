import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract, TrimBook, TrimRule } from '@ember-slate/contract';
import { isDate } from '@ember-slate/core/calendar';
import { shortName, type Species } from '@ember-slate/core/species';
import {
  madeBatch,
  type ProductId,
  productIds,
  productRefusal,
  products,
  type TrimEnd,
  trimUses,
  trimWorth,
} from '@ember-slate/core/trim';
import { type TrimId, trimOf, trims } from '@ember-slate/core/yields';
import type { Reader } from '../../platform/context.ts';
import { placeholders, rows } from '../../platform/db.ts';
import { fieldProblem } from '../../platform/problem.ts';
import type { ShopSettings } from '../../platform/settings.ts';
import { clocksOf } from '../../shop/clocks.ts';
import { lotsById } from '../../shop/lots.ts';
import { lies, balanceOnHand, stockRows } from '../../shop/onHand.ts';
import { pricesOf } from '../../shop/prices.ts';
import { speciesById } from '../../shop/species.ts';
import { unfitBecause } from '../../shop/stock.ts';
import { say } from './say.ts';

export const isProduct = (id: string): id is ProductId => productIds.includes(id as ProductId);

/** What the shop does with a kind of trim: its own rule, or the usual one. */
export const ruleOf = (rules: ShopSettings['trimRules'], part: TrimId): TrimRule =>
  rules[part] ?? {
    keep: trims[part].keep,
    perKg: null,
    demandGrams: 0,
    goesTo: trims[part].keep ? 'counter' : 'bin',
  };

type Part = TrimBook['parts'][number];

export const refusalOf = (work: Reader, product: ProductId, part: TrimId, species: Species) =>
  productRefusal(product, {
    trim: part,
    species,
    customs: work.settings.customs,
    methods: work.settings.methods,
  });

/** Trim that lies there now, and why each may not go into a product. */
export async function trimOnHand(work: Reader): Promise<AnswerOf<typeof contract.trim.onHand>> {
  const held = (await stockRows(work.tx)).flatMap((h) => {
    const part = trimOf(h.item);
    return part && h.grams > 0 ? [{ ...h, part }] : [];
  });
  const book = await speciesById(work.tx);
  const lots = new Map(
    (await lotsById(work.tx, [...new Set(held.map((h) => h.lotId))])).map((l) => [l.id, l]),
  );
  const clocks = await clocksOf(work, [...lots.values()], book);
  const rowsThere = held.map((h) => {
    const lot = lots.get(h.lotId)!;
    const species = book.get(lot.speciesId)!;
    const { part } = h;
    const state = clocks.row(h.lotId, h.account, h.item, h.batch);
    const stopped = unfitBecause(work, lot, species, h.item, state);
    return {
      place: h.account,
      lotId: h.lotId,
      item: h.item,
      batch: h.batch,
      part,
      name: trims[part].name,
      code: lot.code,
      speciesName: species.name,
      grams: h.grams,
      sellBy: state?.sellBy ?? null,
      refused: Object.fromEntries(
        productIds.flatMap((id) => {
          const why = (products[id].food ? stopped : null) ?? refusalOf(work, id, part, species);
          return why === null ? [] : [[id, why]];
        }),
      ),
    };
  });
  return {
    version: work.settings.versionOf('productPrices'),
    products: inWords(
      productIds.map((id) => ({
        id,
        name: products[id].name,
        how: products[id].how,
        food: products[id].food,
        soakMinutes: products[id].soakMinutes,
        perKg: work.settings.productPrices[id] ?? null,
      })),
    ),
    rows: inWords(
      rowsThere.sort((a, b) => (a.sellBy ?? '').localeCompare(b.sellBy ?? '') || b.grams - a.grams),
    ),
  };
}

/** The least a batch may weigh of what went in (our choice): less is waste, and waste has its reason. */
export const leastShare = 0.6;

interface Moved {
  item: string;
  kind: string;
  account: string;
  lotId: number;
  grams: number;
}

/** Every movement of trim between two days, by what it was and where it went. */
const movedBetween = (work: Reader, from: string, to: string) =>
  rows<Moved>(
    work.tx,
    `SELECT e.item, m.kind, e.account, e.lot_id AS lotId, CAST(SUM(e.grams) AS SIGNED) AS grams
     FROM movement m JOIN entry e ON e.movement_id = m.id
     WHERE m.trading_day BETWEEN ? AND ? AND e.item LIKE 'trim:%' AND m.kind NOT IN ('move', 'to_bench', 'split')
     GROUP BY e.item, m.kind, e.account, e.lot_id`,
    [from, to],
  );

const endOf = (m: Moved): TrimEnd | null => {
  if (m.account === 'outside:customer') return 'sold';
  if (m.account === 'end:kitchen') return 'kitchen';
  if (m.account === 'end:waste') return 'binned';
  // What is made leaves its place and comes back as another item.
  return m.kind === 'make' && m.account.startsWith('place:') && m.grams < 0 ? 'made' : null;
};

/** Where every trim went between two days, and what it brought. */
export async function trimBook(work: Reader, from: string, to: string): Promise<TrimBook> {
  if (!isDate(from) || !isDate(to) || from > to)
    throw fieldProblem('from', say('from_one_day_to_a_later_one'));
  const moved = await movedBetween(work, from, to);
  const money = await rows<{ item: string; lotId: number; speciesId: string; money: number }>(
    work.tx,
    `SELECT x.item, x.lot_id AS lotId, x.species_id AS speciesId, CAST(SUM(x.money) AS SIGNED) AS money
     FROM sale_line x
     WHERE x.sold_on BETWEEN ? AND ? AND x.way <> 'voided' AND (x.item LIKE 'trim:%' OR x.item LIKE 'made:%')
     GROUP BY x.item, x.lot_id, x.species_id`,
    [from, to],
  );
  const there = await rows<{ item: string; grams: number }>(
    work.tx,
    `SELECT b.item, CAST(SUM(b.grams) AS SIGNED) AS grams FROM ${balanceOnHand}
     WHERE ${lies} AND b.item LIKE 'trim:%' GROUP BY b.item`,
  );
  const lotIds = [...new Set([...moved.map((m) => m.lotId), ...money.map((m) => m.lotId)])];
  const lots = new Map((await lotNames(work, lotIds)).map((l) => [l.id, l]));
  const prices = await pricesOf(work);
  const grams = moved.flatMap((m) => {
    const end = endOf(m);
    return end === null ? [] : [{ trim: m.item, end, grams: Math.abs(m.grams), money: 0, lotId: m.lotId }];
  });
  const worthOf = (own: typeof grams, ownMoney: readonly { money: number }[]) => {
    const sum = { recoveredGrams: 0, recoveredMoney: 0, binnedGrams: 0, missedMoney: 0 };
    for (const [lotId, list] of byLot(own)) {
      const species = lots.get(lotId)!.speciesId;
      const w = trimWorth(list, (item) => {
        const part = trimOf(item);
        return part && ruleOf(work.settings.trimRules, part).keep ? prices.full(species, item) : null;
      });
      for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += w[k];
    }
    return { ...sum, recoveredMoney: ownMoney.reduce((s, m) => s + m.money, 0) };
  };
  const parts = (Object.keys(trims) as TrimId[]).map((part): Part => {
    const own = grams.filter((g) => g.trim === `trim:${part}`);
    const sumOf = (end: TrimEnd) => own.filter((g) => g.end === end).reduce((s, g) => s + g.grams, 0);
    const came = moved
      .filter((m) => m.item === `trim:${part}` && m.kind === 'cut' && m.account !== 'place:bench')
      .reduce((s, m) => s + m.grams, 0);
    const worth = worthOf(
      own,
      money.filter((m) => m.item === `trim:${part}`),
    );
    return {
      part,
      name: inWords(trims[part].name),
      uses: inWords([...trimUses[part].uses]),
      rule: inWords(trimUses[part].rule) ?? '',
      mostDays: trimUses[part].mostDays,
      setting: ruleOf(work.settings.trimRules, part),
      customs: part === 'roe' || part === 'liver' ? [...work.settings.customs[part]] : null,
      came,
      ends: {
        sold: sumOf('sold'),
        made: sumOf('made'),
        kitchen: sumOf('kitchen'),
        binned: sumOf('binned'),
        there: there.find((t) => t.item === `trim:${part}`)?.grams ?? 0,
      },
      money: worth.recoveredMoney,
      missed: worth.missedMoney,
    };
  });
  const all = worthOf(grams, money);
  const perLot = lotIds.map((id) => {
    const { binnedGrams: _binned, ...worth } = worthOf(
      grams.filter((g) => g.lotId === id),
      money.filter((m) => m.lotId === id),
    );
    const lot = lots.get(id)!;
    return { lotId: id, code: lot.code, speciesName: lot.speciesName, ...worth };
  });
  return {
    from,
    to,
    versions: { rules: work.settings.versionOf('trimRules'), customs: work.settings.versionOf('customs') },
    parts,
    ...all,
    lots: perLot
      .filter((l) => l.recoveredGrams > 0 || l.missedMoney > 0)
      .sort((a, b) => b.missedMoney - a.missedMoney || b.recoveredMoney - a.recoveredMoney)
      .slice(0, 60),
    made: await madeBetween(work, from, to),
  };
}

function byLot<T extends { lotId: number }>(list: readonly T[]): Map<number, T[]> {
  const map = new Map<number, T[]>();
  for (const x of list) map.set(x.lotId, [...(map.get(x.lotId) ?? []), x]);
  return map;
}

const lotNames = (work: Reader, ids: readonly number[]) =>
  rows<{ id: number; code: string; speciesId: string; speciesName: string }>(
    work.tx,
    `SELECT l.id, l.code, l.species_id AS speciesId, s.name AS speciesName FROM lot l JOIN species s ON s.id = l.species_id
     WHERE l.id IN (${placeholders(ids.length)})`,
    [...ids],
  );

async function madeBetween(work: Reader, from: string, to: string): Promise<TrimBook['made']> {
  const made = await rows<{
    id: number;
    product: ProductId;
    at: Date;
    by: string;
    gramsIn: number;
    gramsOut: number;
    movementId: number;
  }>(
    work.tx,
    `SELECT m.id, m.product, m.made_at AS at, p.name AS \`by\`, m.grams_in AS gramsIn, m.grams_out AS gramsOut, m.movement_id AS movementId
     FROM made m JOIN staff p ON p.id = m.made_by WHERE m.made_on BETWEEN ? AND ? AND m.void_at IS NULL ORDER BY m.id DESC LIMIT 200`,
    [from, to],
  );
  const parents = await rows<{ movementId: number; code: string; speciesName: string; grams: number }>(
    work.tx,
    `SELECT e.movement_id AS movementId, l.code, s.name AS speciesName, CAST(-SUM(e.grams) AS SIGNED) AS grams
     FROM entry e JOIN lot l ON l.id = e.lot_id JOIN species s ON s.id = l.species_id
     WHERE e.movement_id IN (${placeholders(made.length)}) AND e.item LIKE 'trim:%' AND e.grams < 0 GROUP BY e.movement_id, l.id`,
    made.map((m) => m.movementId),
  );
  const left = await rows<{ batch: number; grams: number }>(
    work.tx,
    `SELECT b.batch, CAST(SUM(b.grams) AS SIGNED) AS grams FROM ${balanceOnHand}
     WHERE ${lies} AND b.batch IN (${placeholders(made.length)}) GROUP BY b.batch`,
    made.map((m) => madeBatch(m.id)),
  );
  return inWords(
    made.map(({ product, movementId, at, ...m }) => ({
      ...m,
      name: products[product].name,
      at: at.toISOString(),
      left: left.find((l) => l.batch === madeBatch(m.id))?.grams ?? 0,
      parents: parents
        .filter((p) => p.movementId === movementId)
        .map(({ code, speciesName, grams }) => ({ code, speciesName: shortName(speciesName), grams })),
    })),
  );
}
