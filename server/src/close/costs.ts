import type { AnswerOf, BodyOf, CostChoices, ListedPrice, LotCost, contract } from '@ember-slate/contract';
import { addDays, daysBetween, isDate } from '@ember-slate/core/calendar';
import {
  costForm,
  jointCost,
  labourCost,
  marginOf,
  markupOf,
  perKgOf,
  priceForMargin,
  trimCredit,
  withEnding,
} from '@ember-slate/core/costing';
import { compose, formRefusal, offered, ticketMinutes } from '@ember-slate/core/forms';
import { itemName } from '@ember-slate/core/ledger';
import { shortName, type ArrivalCondition, type Species } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import { expectedCut, learnedYield, trims, type TrimId, type YieldSeen } from '@ember-slate/core/yields';
import { group, rollup, sum } from 'd3-array';
import { pricesOf, type Prices } from '../counter/prices.ts';
import { sells } from '../counter/stock.ts';
import { today, type Work } from '../platform/context.ts';
import { marks, rows } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf, lockSetting, writeSettings } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';

type Rooms = typeof contract.costs;

/** Fish a ticket cuts at a time, usually (our choice). */
const usualBatch = 6;
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

const landedBetween = (work: Work, from: string, to: string) =>
  rows<LotPaid>(
    work.tx,
    `SELECT l.id, l.code, l.species_id AS speciesId, s.name AS supplier, l.arrival_condition AS \`condition\`, l.landed_on AS landedOn, l.grams,
       l.price_per_kg AS perKg,
       CAST(COALESCE((SELECT SUM(c.settled_money) FROM claim c WHERE c.lot_id = l.id), 0) AS SIGNED) AS claims
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     WHERE l.landed_on BETWEEN ? AND ? ORDER BY l.landed_on DESC, l.id`,
    [from, to],
  );

/** Seconds at the bench that fall to each lot: a ticket's by the weight it gave. */
async function secondsByLot(work: Work, lotIds: readonly number[]): Promise<Map<number, number>> {
  const found = await rows<{ lotId: number; seconds: number }>(
    work.tx,
    `SELECT i.lot_id AS lotId, SUM(i.grams / t.input_grams * w.seconds) + 0e0 AS seconds
     FROM ticket_input i JOIN ticket t ON t.id = i.ticket_id AND t.state = 'closed' AND t.input_grams > 0
     JOIN (SELECT ticket_id, SUM(seconds) AS seconds FROM ticket_time GROUP BY ticket_id) w ON w.ticket_id = t.id
     WHERE i.lot_id IN (${marks(lotIds.length)}) GROUP BY i.lot_id`,
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
async function partsByLot(work: Work, lotIds: readonly number[]): Promise<Map<number, Map<string, Part>>> {
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
     WHERE lot_id IN (${marks(lotIds.length)}) AND (account LIKE 'place:%' OR account IN ('end:kitchen', 'outside:customer'))
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
       CAST(SUM(x.money - COALESCE((SELECT SUM(r.money) FROM refund_line r WHERE r.sale_id = x.sale_id AND r.position = x.position), 0)) AS SIGNED) AS money
     FROM sale_line x
     WHERE x.lot_id IN (${marks(lotIds.length)}) AND x.way <> 'voided' GROUP BY x.lot_id, x.item`,
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
function shareCost(work: Work, cost: number, parts: readonly Part[], priceOf: (p: Part) => number): number[] {
  const outputs = parts.map((p) => ({ grams: p.grams, perKg: priceOf(p), ownCost: 0 }));
  if (work.settings.money.method === 'joint') return jointCost(cost, outputs);
  const isTrim = (p: Part) => p.item.startsWith('trim:') || p.item.startsWith('made:');
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
  work: Work,
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
        ? (prices.full(species.id, p.item) ?? 0)
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
    outputs: outputs.sort((a, b) => b.takings - a.takings || b.grams - a.grams),
    takings,
    left: sum(kept, (p) => p.left),
    profit: takings - gone,
  };
}

/** Costs of lots landed between two days, and of what was sold of them by form and by day. */
export async function lotCosts(work: Work, from: string, to: string): Promise<AnswerOf<Rooms['lots']>> {
  if (!isDate(from) || !isDate(to) || from > to) throw fieldProblem('from', 'From one day to a later one');
  if (daysBetween(from, to) > mostDays)
    throw fieldProblem('from', `At most ${mostDays} days at a time: the reports go further`);
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
    `SELECT x.sold_on AS day, x.lot_id AS lotId, x.item, CAST(SUM(x.grams) AS SIGNED) AS grams, CAST(SUM(x.money) AS SIGNED) AS money
     FROM sale_line x
     WHERE x.lot_id IN (${marks(ids.length)}) AND x.way <> 'voided' GROUP BY x.sold_on, x.lot_id, x.item`,
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

/** The last lot of each species: what its fish cost and weigh now. */
async function lastLots(work: Work): Promise<
  Map<
    string,
    {
      speciesId: string;
      code: string;
      landedOn: string;
      supplier: string;
      condition: ArrivalCondition;
      perKg: number;
      fishGrams: number;
      farmed: number;
    }
  >
> {
  const ids = (
    await rows<{ id: number | null }>(
      work.tx,
      `SELECT (SELECT x.id FROM lot x WHERE x.species_id = p.id ORDER BY x.landed_on DESC, x.id DESC LIMIT 1) AS id FROM species p`,
    )
  ).flatMap((r) => (r.id === null ? [] : [r.id]));
  const found = await rows<{
    speciesId: string;
    code: string;
    landedOn: string;
    supplier: string;
    condition: ArrivalCondition;
    perKg: number;
    fishGrams: number;
    farmed: number;
  }>(
    work.tx,
    `SELECT l.species_id AS speciesId, l.code, l.landed_on AS landedOn, s.name AS supplier, l.arrival_condition AS \`condition\`,
       l.price_per_kg AS perKg, l.grams / l.pieces + 0e0 AS fishGrams,
       l.production = 'farmed' AS farmed
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id WHERE l.id IN (${marks(ids.length)})`,
    ids,
  );
  return new Map(found.map((f) => [f.speciesId, f]));
}

/** Tickets of the last 60 days by species, condition and form: what yields are learned from. */
async function seenBy(work: Work): Promise<Map<string, YieldSeen[]>> {
  const found = await rows<YieldSeen & { key: string }>(
    work.tx,
    `SELECT CONCAT(species_id, ' ', arrival_condition, ' ', form) AS \`key\`, fish, input_grams AS inputGrams, main_grams / input_grams + 0e0 AS yield
     FROM yield_point WHERE closed_on >= ?`,
    [addDays(today(work), -60)],
  );
  return rollup(
    found,
    (own) => own,
    (f) => f.key,
  );
}

function choicesFor(
  work: Work,
  species: Species,
  last: { condition: ArrivalCondition; fishGrams: number } | undefined,
  prices: Prices,
  seen: ReadonlyMap<string, YieldSeen[]>,
  only: ReadonlySet<string> | null = null,
): CostChoices['forms'] {
  const condition = last?.condition ?? species.arrives;
  const fishGrams = Math.round(last?.fishGrams ?? species.typicalG);
  const month = Number(today(work).slice(5, 7));
  const { settings } = work;
  return offered(formsOf(settings)).flatMap((form) => {
    if (only && !only.has(form.id)) return [];
    if (form.section === 'trim' || formRefusal(species, condition, form) !== null) return [];
    const cut = expectedCut(species, condition, form, fishGrams, month);
    const own = seen.get(`${species.id} ${condition} ${form.id}`) ?? [];
    const learned = learnedYield(cut.yield, own);
    const { steps } = compose({
      species,
      condition,
      scaled: 'no',
      forms: [form],
      fishGrams,
      options: [],
      shop: settings.schools,
    });
    return [
      {
        form: form.id,
        name: form.name,
        yield: learned.mean,
        learnedFrom: learned.fish,
        perKg: prices.full(species.id, form.id),
        trims: (Object.entries(cut.trims) as [TrimId, number][])
          .filter(([t]) => sells(work, `trim:${t}`))
          .map(([t, share]) => ({
            item: `trim:${t}`,
            name: trims[t].name,
            share,
            perKg: prices.full(species.id, `trim:${t}`) ?? 0,
          })),
        // A ticket is set up once for several fish.
        minutes: form.id === 'whole' ? 0 : ticketMinutes(steps, usualBatch, species) / usualBatch,
      },
    ];
  });
}

/** What one fish of a species could become, for the what-if: the screen does the sums with the same core. */
export async function costChoices(work: Work, speciesId: string): Promise<CostChoices> {
  const species = (await speciesById(work.tx)).get(speciesId);
  if (!species) throw problems.notFound('Not in the species book');
  const last = (await lastLots(work)).get(speciesId);
  return {
    speciesId,
    speciesName: species.name,
    condition: last?.condition ?? species.arrives,
    lot: last ? { code: last.code, landedOn: last.landedOn, supplier: last.supplier } : null,
    paidPerKg: last?.perKg ?? 0,
    fishGrams: Math.round(last?.fishGrams ?? species.typicalG),
    settings: work.settings.money,
    forms: choicesFor(work, species, last, await pricesOf(work), await seenBy(work)),
  };
}

/** The price list: what each form costs now with trim credited and labour in, what it leaves, what it should be. */
export async function priceList(work: Work): Promise<ListedPrice[]> {
  const book = await speciesById(work.tx);
  const prices = await pricesOf(work);
  const seen = await seenBy(work);
  const last = await lastLots(work);
  const { money } = work.settings;
  const listed = await rows<{ speciesId: string; item: string; perKg: number; changedAt: Date | null }>(
    work.tx,
    `SELECT p.species_id AS speciesId, p.item, p.per_kg AS perKg,
       (SELECT MAX(c.at) FROM price_change c WHERE c.species_id = p.species_id AND c.item = p.item) AS changedAt FROM price p`,
  );
  const sold = new Map(
    (
      await rows<{ key: string; grams: number }>(
        work.tx,
        `SELECT CONCAT(species_id, ' ', item) AS \`key\`, CAST(SUM(grams) AS SIGNED) AS grams FROM sale_line
         WHERE sold_on >= ? GROUP BY species_id, item`,
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
            },
            choice,
          )[money.method === 'joint' ? 'joint' : 'full']
        : lot && l.item === 'whole'
          ? lot.perKg + money.landingPerKg
          : null;
      found.push({
        speciesId,
        speciesName: species.name,
        item: l.item,
        itemName: itemName(l.item, lot?.condition ?? species.arrives, formsOf(work.settings)),
        perKg: l.perKg,
        cost,
        margin: cost === null ? null : marginOf(cost, l.perKg),
        markup: cost === null ? null : markupOf(cost, l.perKg),
        wanted:
          cost === null ? null : withEnding(priceForMargin(Math.max(0, cost), money.margin), money.ending),
        changedAt: l.changedAt?.toISOString() ?? null,
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
}

export async function priceHistory(
  work: Work,
  speciesId: string,
  item: string,
): Promise<AnswerOf<Rooms['history']>> {
  const since = addDays(today(work), -730);
  const sold = await rows<{ at: Date; perKg: number; by: string | null; reason: string }>(
    work.tx,
    `SELECT c.at, c.per_kg AS perKg, p.name AS \`by\`, c.reason FROM price_change c LEFT JOIN staff p ON p.id = c.staff_id
     WHERE c.species_id = ? AND c.item = ? AND c.at >= ? ORDER BY c.at, c.id`,
    [speciesId, item, since],
  );
  const bought = await rows<{ day: string; perKg: number; code: string; supplier: string }>(
    work.tx,
    `SELECT l.landed_on AS day, l.price_per_kg AS perKg, l.code, s.name AS supplier
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     WHERE l.species_id = ? AND l.landed_on >= ? AND l.parent_id IS NULL ORDER BY l.landed_on, l.id LIMIT 1000`,
    [speciesId, since],
  );
  return { sold: sold.map((s) => ({ ...s, at: s.at.toISOString() })), bought };
}

export async function setMoney(work: Work, body: BodyOf<Rooms['setSettings']>): Promise<{ id: number }> {
  const book = formsOf(work.settings);
  const unknown = Object.keys(body.elasticity).find((f) => f !== 'whole' && !book.has(f));
  if (unknown) throw fieldProblem('elasticity', `${unknown} is no form of this shop`);
  await lockSetting(work.tx, 'money', work.settings.money);
  await writeSettings(work.tx, { money: body });
  return { id: 0 };
}

/** What a kilogram of each form costs now, by species: for buying. */
export async function costNow(work: Work) {
  const prices = await pricesOf(work);
  const seen = await seenBy(work);
  const last = await lastLots(work);
  return {
    last,
    prices,
    of: (species: Species, forms: ReadonlySet<string>) => {
      const lot = last.get(species.id);
      return { lot, choices: choicesFor(work, species, lot, prices, seen, forms) };
    },
  };
}
