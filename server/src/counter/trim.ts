import type { AnswerOf, BodyOf, TrimBook, contract } from '@ember-slate/contract';
import { isDate } from '@ember-slate/core/calendar';
import type { Entry } from '@ember-slate/core/ledger';
import { shortName, type Species } from '@ember-slate/core/species';
import {
  madeBatch,
  madeItem,
  productIds,
  productRefusal,
  products,
  trimUses,
  trimWorth,
  type ProductId,
  type TrimEnd,
} from '@ember-slate/core/trim';
import { apportion, massText } from '@ember-slate/core/units';
import { trimOf, trims, type TrimId } from '@ember-slate/core/yields';
import { clocksOf } from '../cold/clocks.ts';
import { lotsById } from '../grading/queries.ts';
import { today, type Work } from '../platform/context.ts';
import { marks, rows, run } from '../platform/db.ts';
import { post } from '../platform/ledger.ts';
import { lies, lyingBalance } from '../platform/lying.ts';
import { fieldProblem } from '../platform/problem.ts';
import { lockLots, stockRows, take } from '../platform/stock.ts';
import { speciesById } from '../species/queries.ts';
import { accountKey } from './keys.ts';
import { pricesOf } from './prices.ts';
import { blockedBecause } from './stock.ts';
import { isProduct, ruleOf } from './trimRules.ts';

type Part = TrimBook['parts'][number];

const refusalOf = (work: Work, product: ProductId, part: TrimId, species: Species) =>
  productRefusal(product, {
    trim: part,
    species,
    customs: work.settings.customs,
    methods: work.settings.methods,
  });

/** Trim that lies there now, and why each may not go into a product. */
export async function lying(work: Work): Promise<AnswerOf<typeof contract.trim.lying>> {
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
    const stopped = unfitBecause(blockedBecause(work, lot, species, h.item, state));
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
    products: productIds.map((id) => ({
      id,
      name: products[id].name,
      how: products[id].how,
      food: products[id].food,
      soakMinutes: products[id].soakMinutes,
      perKg: work.settings.productPrices[id] ?? null,
    })),
    rows: rowsThere.sort((a, b) => (a.sellBy ?? '').localeCompare(b.sellBy ?? '') || b.grams - a.grams),
  };
}

/** What blocks a sale blocks food as well, but that a shop does not sell a trim as it is. */
const unfitBecause = (blocked: string | null) => (blocked === 'Not for sale' ? null : blocked);

/** The least a batch may weigh of what went in (our choice): less is waste, and waste has its reason. */
const leastShare = 0.6;

/** Makes a batch of trim: every parent keeps its grams in it, what is lost in the making is drip. */
export async function make(work: Work, body: BodyOf<typeof contract.trim.make>): Promise<{ id: number }> {
  if (!isProduct(body.product)) throw fieldProblem('product', 'Choose what is made');
  const lotIds = body.inputs.map((i) => i.lotId);
  await lockLots(work.tx, lotIds);
  const lots = new Map((await lotsById(work.tx, lotIds)).map((l) => [l.id, l]));
  const book = await speciesById(work.tx);
  const clocks = await clocksOf(work, [...lots.values()], book);
  const product = products[body.product];
  const seen = new Set<string>();
  const out: Entry[] = [];
  for (const [i, input] of body.inputs.entries()) {
    const lot = lots.get(input.lotId);
    const part = trimOf(input.item);
    if (!lot || !part) throw fieldProblem(`inputs.${i}`, 'That is no trim of this shop');
    const key = `${input.place} ${input.lotId} ${input.item} ${input.batch}`;
    if (seen.has(key)) throw fieldProblem(`inputs.${i}`, 'The same tub is named twice');
    seen.add(key);
    const species = book.get(lot.speciesId)!;
    const state = clocks.row(lot.id, input.place, input.item, input.batch);
    const stopped = product.food ? unfitBecause(blockedBecause(work, lot, species, input.item, state)) : null;
    const why = stopped ?? refusalOf(work, body.product, part, species);
    if (why) throw fieldProblem(`inputs.${i}`, `${lot.code}, ${trims[part].name}: ${why}`);
    // Weighed from here: the residue of the tub stays to be counted.
    out.push(...(await take(work, accountKey(input), { grams: input.grams, pieces: 0 }, 'place:cold_room')));
  }
  const gramsIn = body.inputs.reduce((s, i) => s + i.grams, 0);
  if (body.grams > gramsIn)
    throw fieldProblem(
      'grams',
      `More than the ${massText(gramsIn, work.units)} of fish in it: weigh the fish before anything is added`,
    );
  if (body.grams < gramsIn * leastShare)
    throw fieldProblem(
      'grams',
      'Less than 60 % of what went in: bin what is thrown away with its reason first',
    );
  const number = await run(
    work.tx,
    'INSERT INTO made (product, movement_id, grams_in, grams_out, remarks, made_at, made_on, made_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [body.product, null, gramsIn, body.grams, body.remarks, work.now, today(work), work.actor.id],
  );
  const batch = madeBatch(number.insertId);
  const byLot = new Map<number, number>();
  for (const i of body.inputs) byLot.set(i.lotId, (byLot.get(i.lotId) ?? 0) + i.grams);
  const ids = [...byLot.keys()];
  const shares = apportion(
    body.grams,
    ids.map((id) => byLot.get(id)!),
  );
  const entries: Entry[] = out.filter((e) => e.grams < 0 || e.account === 'end:unaccounted');
  ids.forEach((lotId, i) => {
    const what = { lotId, item: madeItem(body.product as ProductId), batch, pieces: 0 };
    entries.push({ ...what, account: 'place:cold_room', grams: shares[i]! });
    const lost = byLot.get(lotId)! - shares[i]!;
    if (lost > 0) entries.push({ ...what, account: 'end:drip', grams: lost });
  });
  const movement = await post(work, 'make', entries, product.name);
  await run(work.tx, 'UPDATE made SET movement_id = ? WHERE id = ?', [movement, number.insertId]);
  return { id: number.insertId };
}

interface Moved {
  item: string;
  kind: string;
  account: string;
  lotId: number;
  grams: number;
}

/** Every movement of trim between two days, by what it was and where it went. */
const movedBetween = (work: Work, from: string, to: string) =>
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
export async function trimBook(work: Work, from: string, to: string): Promise<TrimBook> {
  if (!isDate(from) || !isDate(to) || from > to) throw fieldProblem('from', 'From one day to a later one');
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
    `SELECT b.item, CAST(SUM(b.grams) AS SIGNED) AS grams FROM ${lyingBalance}
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
      name: trims[part].name,
      uses: [...trimUses[part].uses],
      rule: trimUses[part].rule,
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

const lotNames = (work: Work, ids: readonly number[]) =>
  rows<{ id: number; code: string; speciesId: string; speciesName: string }>(
    work.tx,
    `SELECT l.id, l.code, l.species_id AS speciesId, s.name AS speciesName FROM lot l JOIN species s ON s.id = l.species_id
     WHERE l.id IN (${marks(ids.length)})`,
    [...ids],
  );

async function madeBetween(work: Work, from: string, to: string): Promise<TrimBook['made']> {
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
     FROM made m JOIN staff p ON p.id = m.made_by WHERE m.made_on BETWEEN ? AND ? ORDER BY m.id DESC LIMIT 200`,
    [from, to],
  );
  const parents = await rows<{ movementId: number; code: string; speciesName: string; grams: number }>(
    work.tx,
    `SELECT e.movement_id AS movementId, l.code, s.name AS speciesName, CAST(-SUM(e.grams) AS SIGNED) AS grams
     FROM entry e JOIN lot l ON l.id = e.lot_id JOIN species s ON s.id = l.species_id
     WHERE e.movement_id IN (${marks(made.length)}) AND e.item LIKE 'trim:%' AND e.grams < 0 GROUP BY e.movement_id, l.id`,
    made.map((m) => m.movementId),
  );
  const left = await rows<{ batch: number; grams: number }>(
    work.tx,
    `SELECT b.batch, CAST(SUM(b.grams) AS SIGNED) AS grams FROM ${lyingBalance}
     WHERE ${lies} AND b.batch IN (${marks(made.length)}) GROUP BY b.batch`,
    made.map((m) => madeBatch(m.id)),
  );
  return made.map(({ product, movementId, at, ...m }) => ({
    ...m,
    name: products[product].name,
    at: at.toISOString(),
    left: left.find((l) => l.batch === madeBatch(m.id))?.grams ?? 0,
    parents: parents
      .filter((p) => p.movementId === movementId)
      .map(({ code, speciesName, grams }) => ({ code, speciesName: shortName(speciesName), grams })),
  }));
}
