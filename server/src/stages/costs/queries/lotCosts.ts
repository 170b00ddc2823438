import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, contract, LotCost } from '@ember-slate/contract';
import { daysBetween, isDate } from '@ember-slate/core/calendar';
import { jointCost, labourCost, perKgOf, trimCredit } from '@ember-slate/core/costs';
import { itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, shortName, type Species } from '@ember-slate/core/species';
import { productId } from '@ember-slate/core/trim';
import { multiplyRate } from '@ember-slate/core/units';
import { trimOf } from '@ember-slate/core/yields';
import { group, sum } from 'd3-array';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { type Prices, pricesOf } from '../../../shop/prices.ts';
import { speciesById } from '../../../shop/species.ts';
import { sells } from '../../../shop/stock.ts';
import { say } from '../say.ts';

/** The longest stretch lots are costed over, days: longer ones are for the reports. */
const mostDays = 400;

interface LotPaid {
  id: number;
  code: string;
  speciesId: string;
  supplier: string;
  condition: ArrivalCondition;
  landedOn: string;
  grams: number;
  perKg: number;
  claims: number;
}

const landedBetween = (work: Reader, from: string, to: string) =>
  rows<LotPaid>(
    work.tx,
    `SELECT l.id, l.code, l.species_id AS speciesId, s.name AS supplier, l.arrival_condition AS \`condition\`, l.landed_on AS landedOn, l.grams,
       l.price_per_kg AS perKg,
       CAST(COALESCE((SELECT SUM(c.settled_money) FROM claim c WHERE c.lot_id = l.id), 0) AS SIGNED) AS claims
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     WHERE l.landed_on BETWEEN ? AND ? AND l.pieces > 0 ORDER BY l.landed_on DESC, l.id`,
    [from, to],
  );

/** Seconds at the bench that fall to each lot: a ticket's by the weight it gave. */
async function secondsByLot(work: Reader, lotIds: readonly number[]): Promise<Map<number, number>> {
  const found = await rows<{ lotId: number; seconds: number }>(
    work.tx,
    `SELECT i.lot_id AS lotId, SUM(i.grams / t.input_grams * w.seconds) + 0e0 AS seconds
     FROM ticket_input i JOIN ticket t ON t.id = i.ticket_id AND t.state = 'closed' AND t.input_grams > 0
     JOIN (SELECT ticket_id, SUM(seconds) AS seconds FROM ticket_time GROUP BY ticket_id) w ON w.ticket_id = t.id
     WHERE i.lot_id IN (${placeholders(lotIds.length)}) GROUP BY i.lot_id`,
    [...lotIds],
  );
  return new Map(found.map((f) => [f.lotId, f.seconds]));
}

interface Part {
  item: string;
  grams: number;
  soldGrams: number;
  takings: number;
  left: number;
}

/** Everything a lot became that is worth something: sold, still there, or used in the kitchen. */
async function partsByLot(work: Reader, lotIds: readonly number[]): Promise<Map<number, Map<string, Part>>> {
  const parts = new Map<number, Map<string, Part>>();
  const part = (lotId: number, item: string): Part => {
    let lot = parts.get(lotId);
    if (!lot) parts.set(lotId, (lot = new Map<string, Part>()));
    let p = lot.get(item);
    if (!p) lot.set(item, (p = { item, grams: 0, soldGrams: 0, takings: 0, left: 0 }));
    return p;
  };
  const balances = await rows<{ lotId: number; item: string; account: string; grams: number }>(
    work.tx,
    `SELECT lot_id AS lotId, item, account, CAST(SUM(grams) AS SIGNED) AS grams FROM balance
     WHERE lot_id IN (${placeholders(lotIds.length)}) AND (account LIKE 'place:%' OR account IN ('end:kitchen', 'outside:customer'))
     GROUP BY lot_id, item, account HAVING grams <> 0`,
    [...lotIds],
  );
  for (const b of balances) {
    const p = part(b.lotId, b.item);
    p.grams += b.grams;
    if (b.account.startsWith('place:')) p.left += b.grams;
  }
  const sold = await rows<{ lotId: number; item: string; grams: number; money: number }>(
    work.tx,
    `SELECT x.lot_id AS lotId, x.item, CAST(SUM(x.grams) AS SIGNED) AS grams,
       CAST(SUM(x.money - x.tax - COALESCE((SELECT SUM(r.money - r.tax) FROM refund_line r WHERE r.sale_id = x.sale_id AND r.position = x.position), 0)) AS SIGNED) AS money
     FROM sale_line x
     WHERE x.lot_id IN (${placeholders(lotIds.length)}) AND x.way <> 'voided' GROUP BY x.lot_id, x.item`,
    [...lotIds],
  );
  for (const s of sold) {
    const p = part(s.lotId, s.item);
    p.soldGrams += s.grams;
    p.takings += s.money;
  }
  return parts;
}

/** Shares a lot's whole cost over what it became, by the shop's method; sums to the cost to the last minor unit. */
function shareCost(
  work: Reader,
  cost: number,
  parts: readonly Part[],
  priceOf: (p: Part) => number,
): number[] {
  const outputs = parts.map((p) => ({ grams: p.grams, perKg: priceOf(p), ownCost: 0 }));
  if (work.settings.money.method === 'joint') return jointCost(cost, outputs);
  const isTrim = (p: Part) => trimOf(p.item) !== null || productId(p.item) !== null;
  const mains = parts.flatMap((p, i) => (isTrim(p) ? [] : [i]));
  if (mains.length === 0) return jointCost(cost, outputs);
  const rest = parts.flatMap((p, i) => (isTrim(p) ? [i] : []));
  const credit = trimCredit(
    cost,
    mains.map((i) => outputs[i]!),
    rest.map((i) => outputs[i]!),
  );
  const shares = parts.map(() => 0);
  mains.forEach((i, k) => (shares[i] = credit.mains[k]!));
  rest.forEach((i, k) => (shares[i] = credit.trims[k]!));
  return shares;
}

function costLot(
  work: Reader,
  lot: LotPaid,
  species: Species,
  seconds: number,
  parts: readonly Part[],
  prices: Prices,
): LotCost {
  const paid = multiplyRate(lot.grams, lot.perKg);
  const landing = multiplyRate(lot.grams, work.settings.money.landingPerKg);
  const labour = labourCost(seconds / 60, work.settings.money.perHour);
  const cost = Math.max(0, paid + landing + labour - lot.claims);
  const kept = parts.filter((p) => p.grams > 0);
  // What was sold tells its own price; what lies there is worth what the list says.
  const priceOf = (p: Part) =>
    p.soldGrams > 0
      ? Math.round((p.takings * 1000) / p.soldGrams)
      : sells(work, p.item)
        ? (prices.net(species.id, p.item) ?? 0)
        : 0;
  const shares = shareCost(work, cost, kept, priceOf);
  const outputs = kept.map((p, i) => ({
    item: p.item,
    itemName: itemName(p.item, lot.condition, formsOf(work.settings)),
    grams: p.grams,
    cost: shares[i]!,
    perKg: perKgOf(shares[i]!, p.grams),
    soldGrams: p.soldGrams,
    takings: p.takings,
  }));
  const takings = sum(outputs, (o) => o.takings);
  // What still lies there keeps its share of the cost until it is sold or thrown away.
  const lying = sum(kept, (p, i) => (p.grams > 0 ? Math.round((shares[i]! * p.left) / p.grams) : 0));
  const gone = kept.length === 0 ? cost : cost - lying;
  return {
    lotId: lot.id,
    code: lot.code,
    speciesId: species.id,
    speciesName: species.name,
    supplier: lot.supplier,
    landedOn: lot.landedOn,
    grams: lot.grams,
    paid,
    landing,
    claims: lot.claims,
    labour,
    cost,
    outputs: inWords(outputs.sort((a, b) => b.takings - a.takings || b.grams - a.grams)),
    takings,
    left: sum(kept, (p) => p.left),
    profit: takings - gone,
  };
}

/** Costs of lots landed between two days, and of what was sold of them by form and by day. */
export async function lotCosts(
  work: Reader,
  from: string,
  to: string,
): Promise<AnswerOf<typeof contract.costs.lots>> {
  if (!isDate(from) || !isDate(to) || from > to)
    throw fieldProblem('from', say('from_one_day_to_a_later_one'));
  if (daysBetween(from, to) > mostDays)
    throw fieldProblem('from', say('at_most_days_at_a_time_the_reports', { mostDays }));
  const book = await speciesById(work.tx);
  const lots = await landedBetween(work, from, to);
  const ids = lots.map((l) => l.id);
  const seconds = await secondsByLot(work, ids);
  const parts = await partsByLot(work, ids);
  const prices = await pricesOf(work);
  const costed = lots.map((l) =>
    costLot(
      work,
      l,
      book.get(l.speciesId)!,
      seconds.get(l.id) ?? 0,
      [...(parts.get(l.id)?.values() ?? [])],
      prices,
    ),
  );
  const sold = costed.flatMap((l) =>
    l.outputs.map((o) => ({
      ...o,
      name: `${shortName(l.speciesName)}, ${o.itemName}`,
      soldCost: o.grams > 0 ? Math.round((o.cost * Math.min(o.soldGrams, o.grams)) / o.grams) : 0,
    })),
  );
  const forms = [...group(sold, (o) => o.name)].map(([name, own]) => {
    const takings = sum(own, (o) => o.takings);
    const cost = sum(own, (o) => o.soldCost);
    return { itemName: name, grams: sum(own, (o) => o.soldGrams), takings, cost, profit: takings - cost };
  });
  const byDay = await rows<{ day: string; lotId: number; item: string; grams: number; money: number }>(
    work.tx,
    `SELECT x.sold_on AS day, x.lot_id AS lotId, x.item, CAST(SUM(x.grams) AS SIGNED) AS grams, CAST(SUM(x.money - x.tax) AS SIGNED) AS money
     FROM sale_line x
     WHERE x.lot_id IN (${placeholders(ids.length)}) AND x.way <> 'voided' GROUP BY x.sold_on, x.lot_id, x.item`,
    ids,
  );
  const perGram = new Map(
    costed.flatMap((l) => l.outputs.map((o) => [`${l.lotId} ${o.item}`, o.cost / o.grams] as const)),
  );
  const days = [...group(byDay, (d) => d.day)]
    .map(([day, own]) => {
      const takings = sum(own, (d) => d.money);
      const cost = Math.round(sum(own, (d) => d.grams * (perGram.get(`${d.lotId} ${d.item}`) ?? 0)));
      return { day, takings, cost, profit: takings - cost };
    })
    .sort((a, b) => a.day.localeCompare(b.day));
  return {
    lots: costed,
    forms: forms.filter((f) => f.grams > 0).sort((a, b) => b.profit - a.profit),
    days,
  };
}
