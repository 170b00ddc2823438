import type { AnswerOf, BodyOf, CostChoices, ListedPrice, contract } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { costForm, marginOf, markupOf, priceForMargin, withEnding } from '@ember-slate/core/costing';
import { expectedCut, plainCut, workOf } from '@ember-slate/core/board';
import { formRefusal, offered } from '@ember-slate/core/forms';
import { itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, type Species } from '@ember-slate/core/species';
import { learnedYield, trims, type TrimId, type YieldSeen } from '@ember-slate/core/yields';
import { group, rollup } from 'd3-array';
import { pricesOf, type Prices } from '../counter/prices.ts';
import { sells } from '../counter/stock.ts';
import { today, type Work } from '../platform/context.ts';
import { marks, rows } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { changeSetting, formsOf } from '../platform/settings.ts';
import { speciesById } from '../species/queries.ts';

/** Fish a ticket cuts at a time, usually (our choice). */
const usualBatch = 6;

interface LastLot {
  speciesId: string;
  code: string;
  landedOn: string;
  supplier: string;
  condition: ArrivalCondition;
  perKg: number;
  fishGrams: number;
  farmed: number;
}

/** The last lot of each species: what its fish cost and weigh now. */
async function lastLots(work: Work): Promise<Map<string, LastLot>> {
  const ids = (
    await rows<{ id: number | null }>(
      work.tx,
      `SELECT (SELECT x.id FROM lot x WHERE x.species_id = p.id ORDER BY x.landed_on DESC, x.id DESC LIMIT 1) AS id FROM species p`,
    )
  ).flatMap((r) => (r.id === null ? [] : [r.id]));
  const found = await rows<LastLot>(
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
  last: { condition: ArrivalCondition; fishGrams: number; farmed: number } | undefined,
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
    const of = { species, condition, fishGrams, month: last?.farmed ? null : month, shop: settings.methods };
    const cut = expectedCut({ ...of, form });
    const own = seen.get(`${species.id} ${condition} ${form.id}`) ?? [];
    const learned = learnedYield(cut.yield, own);
    const { minutes } = workOf({ ...of, scaled: 'no', cuts: [plainCut(form)], fish: usualBatch });
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
        minutes: form.id === 'whole' ? 0 : minutes / usualBatch,
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
): Promise<AnswerOf<typeof contract.costs.history>> {
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

export async function setMoney(
  work: Work,
  { version, ...body }: BodyOf<typeof contract.costs.setSettings>,
): Promise<{ version: number }> {
  const book = formsOf(work.settings);
  const unknown = Object.keys(body.elasticity).find((f) => f !== 'whole' && !book.has(f));
  if (unknown) throw fieldProblem('elasticity', `${unknown} is no form of this shop`);
  return changeSetting(
    work,
    'money',
    version,
    () => body,
    (money) => money,
  );
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
