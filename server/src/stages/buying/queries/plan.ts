import { keptOf } from '@ember-slate/core/prices';
import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BuyingLine, BuyingPlan, contract } from '@ember-slate/contract';
import { type Demand, newsvendor, riskOf, together, wholeFishFor } from '@ember-slate/core/buying';
import {
  addDays,
  daysBetween,
  isDate,
  isTradingDay,
  weekdayName,
  weekdayOf,
} from '@ember-slate/core/calendar';
import { costForm } from '@ember-slate/core/costs';
import { itemName } from '@ember-slate/core/ledger';
import { shortName, type Species } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import { spentMultiplier } from '@ember-slate/core/yields';
import { group, sum } from 'd3-array';
import { today, type Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { costNow } from '../../../shop/costs.ts';
import { demandOf, soldByDay } from '../../../shop/demand.ts';
import { buyingList } from '../../../shop/promises.ts';
import { speciesById } from '../../../shop/species.ts';
import { stock } from '../../../shop/stock.ts';
import { say } from '../say.ts';

/** What a kilogram left over is worth, share of its cost: with life beyond the days bought for, and without (our choice). */
const leftWorth = { lives: 0.7, ends: 0.2 } as const;

/** Share of ice days a fish has used when it comes, usually (our choice). */
const usedOnArrival = 0.25;

/** Fillets under this share of the usual say a fish is spent (our choice). */
const thin = 0.97;

/** Demand for less than this on a day is left to chance (our choice), grams. */
const leastDemand = 30;

function nextTradingDay(work: Reader, after: string): string {
  let day = addDays(after, 1);
  for (let i = 0; i < 14 && !isTradingDay(day, work.settings); i++) day = addDays(day, 1);
  return day;
}

interface SupplierDays {
  name: string;
  landingDays: string;
  boxGrams: number | null;
}

/** Whether fish of a supplier comes on a day; one whose days nobody has said comes on any. */
const comes = (s: SupplierDays | undefined, day: string) =>
  !s || s.landingDays === '' || s.landingDays.includes(String(weekdayOf(day)));

/** The day its fish was landed that is bought for a day. */
function landedFor(s: SupplierDays | undefined, day: string): string {
  for (let back = 0; back < 7; back++) if (comes(s, addDays(day, -back))) return addDays(day, -back);
  return day;
}

/** Trading days fish bought for a day must last: up to the day before the supplier comes again, a week at most. */
function coverOf(work: Reader, s: SupplierDays | undefined, day: string): string[] {
  const days = [];
  for (let d = day; days.length < 7; d = addDays(d, 1)) {
    if (d !== day && comes(s, d) && isTradingDay(d, work.settings)) break;
    if (isTradingDay(d, work.settings)) days.push(d);
    if (daysBetween(day, d) > 7) break;
  }
  return days.length > 0 ? days : [day];
}

/** Sellable stock that will still be sellable on a day: by form, and whole fish by species. */
async function stockOn(work: Reader, day: string) {
  const forms = new Map<string, number>();
  for (const r of await stock(work)) {
    if (r.blocked !== null || r.frozen || r.sellBy === null || r.sellBy < day) continue;
    const key = `${r.speciesId} ${r.item}`;
    forms.set(key, (forms.get(key) ?? 0) + r.freeGrams);
  }
  return forms;
}

/** What to buy for a day, supplier by supplier. */
export async function buyingPlan(work: Reader, asked?: string): Promise<BuyingPlan> {
  const day = asked ?? nextTradingDay(work, today(work));
  if (!isDate(day)) throw fieldProblem('day', say('give_a_date'));
  const book = await speciesById(work.tx);
  const demand = await demandOf(work);
  const cost = await costNow(work);
  const there = await stockOn(work, day);
  const short = await buyingList(work);
  const suppliers = new Map(
    (
      await rows<SupplierDays>(
        work.tx,
        'SELECT name, landing_days AS landingDays, box_grams AS boxGrams FROM supplier',
      )
    ).map((s) => [s.name, s]),
  );
  const wanted = group([...demand.models.keys()], (key) => key.split(' ')[0]!);
  const ids = new Set([...wanted.keys(), ...short.map((s) => s.speciesId)]);
  const month = Number(day.slice(5, 7));
  const lines: BuyingLine[] = [];
  let until = day;
  for (const id of ids) {
    const species = book.get(id)!;
    const items = (wanted.get(id) ?? []).map((key) => key.slice(id.length + 1));
    const { lot, choices } = cost.of(species, new Set(items));
    const supplier = lot ? suppliers.get(lot.supplier) : undefined;
    const cover = coverOf(work, supplier, day);
    if (cover.at(-1)! > until) until = cover.at(-1)!;
    const fishGrams = Math.round(lot?.fishGrams ?? species.typicalG);
    const paidPerKg = lot?.perKg ?? 0;
    const lives = species.iceDays * (1 - usedOnArrival) - cover.length >= 1;
    const forms = items.flatMap((item) => {
      const choice =
        item === 'whole'
          ? {
              form: 'whole',
              name: say('whole'),
              yield: 1,
              perKg: cost.prices.full(id, 'whole'),
              trims: [],
              minutes: 0,
            }
          : choices.find((c) => c.form === item);
      if (!choice || choice.perKg === null) return [];
      const over = together(cover.map((d) => demand.on(id, item, d) ?? { mean: 0, sd: 0 }));
      if (over.mean < leastDemand) return [];
      return [formWanted(work, species, item, choice, { ...over }, { paidPerKg, fishGrams, lives }, there)];
    });
    const needed = forms.map((f) => ({ form: f.form, grams: f.quantity, yield: f.yield }));
    const own = new Map(forms.filter((f) => f.form !== 'whole').map((f) => [f.form, f.stock]));
    const lack = wholeFishFor(needed, own, fishGrams, null);
    // Uncut fish that lies there still becomes what is asked for.
    const uncut = there.get(`${id} whole`) ?? 0;
    const order = short.find((s) => s.speciesId === id);
    const forCounter = Math.max(0, lack.fish * fishGrams - uncut);
    const grams = forCounter + (order?.grams ?? 0);
    if (grams <= 0) continue;
    // Fish for orders may be of another size than usual: they are bought as they are wanted.
    const meanGrams = Math.round(grams / (Math.ceil(forCounter / fishGrams - 1e-9) + (order?.fish ?? 0)));
    const box = supplier?.boxGrams ?? null;
    const bought = wholeFishFor([{ form: 'fish', grams, yield: 1 }], new Map(), meanGrams, box);
    const landed = landedFor(supplier, day);
    const age = daysBetween(landed, day);
    lines.push({
      speciesId: id,
      speciesName: species.name,
      supplier: lot?.supplier ?? null,
      forOrders: { fish: order?.fish ?? 0, grams: order?.grams ?? 0, orders: order?.for.length ?? 0 },
      forms,
      fishGrams: meanGrams,
      paidPerKg,
      ...bought,
      money: multiplyRate(bought.grams, paidPerKg),
      runOut: forms.length === 0 ? 0 : Math.max(...forms.map((f) => f.runOut)),
      wasteGrams: sum(forms, (f) => f.over),
      age:
        age > 0
          ? say('landed_days_from_the_sea', { weekday: weekdayName(weekdayOf(landed)), age })
          : supplier && supplier.landingDays !== ''
            ? say('landed_that_day_or_the_night')
            : null,
      // Farmed fish is killed before it spawns.
      spent: !lot?.farmed && spentMultiplier(species, month) < thin,
    });
  }
  lines.sort((a, b) => (a.supplier ?? '~').localeCompare(b.supplier ?? '~') || b.money - a.money);
  return {
    day,
    until,
    lines,
    money: sum(lines, (l) => l.money),
  };
}

function formWanted(
  work: Reader,
  species: Species,
  item: string,
  choice: Parameters<typeof costForm>[1] & { name: string },
  demand: Demand,
  o: { paidPerKg: number; fishGrams: number; lives: boolean },
  there: ReadonlyMap<string, number>,
): BuyingLine['forms'][number] {
  const { money } = work.settings;
  const perKg = choice.perKg!;
  const keeps = keptOf(work.settings.tax, 'fish');
  const costPerKg = Math.max(
    1,
    costForm(
      {
        paidPerKg: o.paidPerKg,
        landingPerKg: money.landingPerKg,
        fishGrams: o.fishGrams,
        perHour: money.perHour,
        margin: money.margin,
        keeps,
      },
      choice,
    ).full ?? o.paidPerKg,
  );
  const salvage = costPerKg * (o.lives ? leftWorth.lives : leftWorth.ends);
  const { quantile, quantity } = newsvendor(demand, perKg * keeps, costPerKg, salvage);
  const stockGrams = there.get(`${species.id} ${item}`) ?? 0;
  // Uncut fish is there to be cut as well: it is not left over whole.
  const risk = riskOf(demand, item === 'whole' ? quantity : Math.max(quantity, stockGrams));
  return {
    form: item,
    formName: inWords(itemName(item, species.arrives, formsOf(work.settings))),
    mean: demand.mean,
    sd: demand.sd,
    perKg,
    costPerKg,
    quantile,
    quantity,
    stock: stockGrams,
    yield: choice.yield,
    runOut: risk.runOut,
    over: risk.over,
  };
}

/** The last full week: what was expected before it began, against what came. */
export async function forecastCheck(work: Reader): Promise<AnswerOf<typeof contract.buying.forecast>> {
  const to = addDays(today(work), -1);
  const from = addDays(to, -6);
  const book = await speciesById(work.tx);
  const model = await demandOf(work, addDays(from, -1));
  const { sold } = await soldByDay(work, to);
  const week = sold.filter((s) => s.day >= from);
  const days = Array.from({ length: 7 }, (_, i) => addDays(from, i));
  const keys = new Set([...model.models.keys(), ...week.map((s) => `${s.speciesId} ${s.item}`)]);
  const found = [...keys].flatMap((key) => {
    const [speciesId, ...rest] = key.split(' ') as [string, ...string[]];
    const item = rest.join(' ');
    const came = sum(
      week.filter((s) => s.speciesId === speciesId && s.item === item),
      (s) => s.grams,
    );
    const { mean, sd } = together(days.map((d) => model.on(speciesId, item, d) ?? { mean: 0, sd: 0 }));
    if (mean < 200 && came < 200) return [];
    const species = book.get(speciesId)!;
    return [
      {
        name: `${shortName(species.name)}, ${inWords(itemName(item, species.arrives, formsOf(work.settings)))}`,
        expected: mean,
        sd,
        sold: came,
        // Nine of ten weeks lie within 1.645 standard deviations.
        within: Math.abs(came - mean) <= 1.645 * sd,
      },
    ];
  });
  const all = sum(found, (f) => f.sold);
  return {
    from,
    to,
    rows: found.sort((a, b) => Math.abs(b.sold - b.expected) - Math.abs(a.sold - a.expected)),
    error: all > 0 ? sum(found, (f) => Math.abs(f.sold - f.expected)) / all : null,
    bias: all > 0 ? sum(found, (f) => f.expected) / all : null,
  };
}

export async function demandFor(
  work: Reader,
  speciesId: string,
): Promise<AnswerOf<typeof contract.buying.demand>> {
  const species = (await speciesById(work.tx)).get(speciesId);
  if (!species) throw problems.notFound(say('not_in_the_species_book'));
  const { models } = await demandOf(work);
  return inWords(
    [...models]
      .filter(([key]) => key.startsWith(`${speciesId} `))
      .map(([key, m]) => {
        const item = key.slice(speciesId.length + 1);
        return {
          item,
          itemName: itemName(item, species.arrives, formsOf(work.settings)),
          level: m.level,
          sd: m.sd,
          days: m.days,
          weekdays: m.weekdays.map((w) => w * m.level),
        };
      })
      .sort((a, b) => b.level - a.level),
  );
}

export async function suppliersOf(work: Reader): Promise<AnswerOf<typeof contract.buying.suppliers>> {
  const found = await rows<SupplierDays & { id: number; version: number }>(
    work.tx,
    'SELECT id, name, version, landing_days AS landingDays, box_grams AS boxGrams FROM supplier ORDER BY name',
  );
  return found.map(({ landingDays, ...s }) => ({ ...s, days: [...landingDays].map(Number) }));
}
