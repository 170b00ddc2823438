import { type Word } from '@ember-slate/words/said';
import { inWords } from '@ember-slate/words/core';
import type { PlanSpecies } from '@ember-slate/contract';
import { expectedCut, type Packing, usualPacking } from '@ember-slate/core/board';
import { dayMs, tradingDay } from '@ember-slate/core/calendar';
import {
  type CounterClass,
  type CounterClassId,
  counterClassIds,
  defaultSettings,
  fitRefusal,
  lotDays,
  type OffTrim,
  type PlanProblem,
  type Stock,
  type Want,
} from '@ember-slate/core/cutplan';
import { type Form, formOf, formRefusal } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import { takeFree, thickToleranceMm, whiteFishFor, wholeFish } from '@ember-slate/core/orders';
import { shortName, type Species } from '@ember-slate/core/species';
import { trimOf } from '@ember-slate/core/yields';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';
import { type ShopLot, shopLots, wantOf } from '../../../shop/available.ts';
import { balanceOnHand } from '../../../shop/onHand.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** Fish of one lot that the planner looks at, at most: a box of sardines needs no more. */
const maxFish = 80;

/** Days of sales the counter's demand is learned from. */
const demandDays = 28;

export interface WaitingLine {
  id: number;
  version: number;
  orderNumber: number;
  customer: string;
  dueAt: Date;
  speciesId: string;
  form: string;
  use: Use;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  options: string;
  thickMm: number | null;
  packing: Packing;
  partAllowed: number;
  anyWhite: number;
  letGoBy: string | null;
  state: 'open' | 'planned' | 'cutting';
}

/**
 * Lines that still want fish: what tickets of the shop's own making hold or have weighed out is taken off them.
 * Tickets of a plan that wait are free to be planned again.
 */
export async function linesWaiting(work: Reader): Promise<WaitingLine[]> {
  const found = await rows<
    WaitingLine & { heldPieces: number | null; heldGrams: number | null; gotPieces: number; gotGrams: number }
  >(
    work.tx,
    `SELECT l.id, l.version, o.number AS orderNumber, k.name AS customer, o.due_at AS dueAt, l.species_id AS speciesId, l.form,
       l.intended_use AS \`use\`, l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options,
       l.thick_mm AS thickMm, l.packing, l.part_allowed AS partAllowed, l.any_white AS anyWhite, l.state,
       (SELECT p.name FROM staff p WHERE p.id = l.let_go_by) AS letGoBy,
       (SELECT SUM(COALESCE(c.pieces, 0)) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id
          AND (t.state = 'cutting' OR (t.state = 'waiting' AND t.plan_id IS NULL))) AS heldPieces,
       (SELECT SUM(COALESCE(c.total_grams, c.pieces * c.piece_grams, 0)) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id
          AND (t.state = 'cutting' OR (t.state = 'waiting' AND t.plan_id IS NULL))) AS heldGrams,
       (SELECT COALESCE(SUM(w.pieces), 0) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id JOIN weigh_out w ON w.cut_id = c.id
          WHERE c.line_id = l.id AND t.state = 'closed' AND w.struck_at IS NULL) AS gotPieces,
       (SELECT COALESCE(SUM(w.grams), 0) FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id JOIN weigh_out w ON w.cut_id = c.id
          WHERE c.line_id = l.id AND t.state = 'closed' AND w.struck_at IS NULL) AS gotGrams
     FROM order_line l JOIN customer_order o ON o.id = l.order_id JOIN customer k ON k.id = o.customer_id
     WHERE l.state IN ('open', 'planned', 'cutting') ORDER BY o.due_at, l.id`,
  );
  return found.flatMap(({ heldPieces, heldGrams, gotPieces, gotGrams, ...line }): WaitingLine[] => {
    if (line.pieces !== null) {
      const left = line.pieces - Number(heldPieces ?? 0) - Number(gotPieces);
      return left > 0 ? [{ ...line, pieces: left }] : [];
    }
    const left = line.totalGrams! - Number(heldGrams ?? 0) - Number(gotGrams);
    // A few grams under what was asked for are no new fish.
    return left > line.totalGrams! * 0.1 ? [{ ...line, totalGrams: left }] : [];
  });
}

/** Tickets of a plan that nobody has begun, and the fish they hold. */
export const plannedTickets = (work: Reader) =>
  rows<{ id: number; version: number; lotId: number; pieces: number }>(
    work.tx,
    `SELECT t.id, t.version, i.lot_id AS lotId, i.pieces FROM ticket t JOIN ticket_input i ON i.ticket_id = t.id
     WHERE t.state = 'waiting' AND t.plan_id IS NOT NULL ORDER BY t.id`,
  );

const counterForms: Record<CounterClassId, readonly string[]> = {
  fillet: ['fillet_skin_on', 'fillet_skinless', 'wing', 'wing_fillet', 'monk_fillets'],
  belly: ['fillet_skin_on'],
  joint: ['boneless_joint'],
  steak: ['steaks', 'troncon'],
  tail: ['butterflied_tail'],
};

/** Prices of forms by species, the counter's usual sales a day of each, and what of them lies there already. */
async function tradeOf(work: Reader) {
  const prices = await rows<{ speciesId: string; item: string; perKg: number }>(
    work.tx,
    'SELECT species_id AS speciesId, item, per_kg AS perKg FROM price',
  );
  const since = new Date(work.now.getTime() - demandDays * dayMs);
  const sold = await rows<{ speciesId: string; item: string; grams: number; days: number }>(
    work.tx,
    `SELECT l.species_id AS speciesId, l.item, SUM(l.grams) AS grams,
       (SELECT COUNT(DISTINCT sold_on) FROM sale WHERE sold_at >= ?) AS days
     FROM sale_line l JOIN sale s ON s.id = l.sale_id WHERE s.sold_at >= ? AND s.order_id IS NULL AND s.void_movement_id IS NULL
     GROUP BY l.species_id, l.item`,
    [since, since],
  );
  const lying = await rows<{ speciesId: string; item: string; grams: number }>(
    work.tx,
    `SELECT lot.species_id AS speciesId, b.item, SUM(b.grams) AS grams FROM ${balanceOnHand} JOIN lot ON lot.id = b.lot_id
     WHERE b.account IN ('place:cold_room', 'place:slab', 'place:display') AND b.grams > 0 AND b.item <> 'whole' GROUP BY lot.species_id, b.item`,
  );
  const at = <T extends { speciesId: string; item: string }>(
    list: readonly T[],
    species: string,
    item: string,
  ) => list.find((r) => r.speciesId === species && r.item === item);
  return {
    price: (species: string, item: string) => at(prices, species, item)?.perKg ?? null,
    perDay: (species: string, item: string) => {
      const r = at(sold, species, item);
      return r ? Number(r.grams) / Math.max(1, Number(r.days)) : 0;
    },
    lying: (species: string, item: string) => Number(at(lying, species, item)?.grams ?? 0),
    trims: (species: string) =>
      Object.fromEntries(
        prices
          .filter((p) => p.speciesId === species)
          .flatMap((p) => {
            const part = trimOf(p.item);
            return part ? [[part, p.perKg]] : [];
          }),
      ),
  };
}
type Trade = Awaited<ReturnType<typeof tradeOf>>;

/** What fillets must fetch when no price is set: half as much again as they cost (our choice). */
const usualMarkup = 1.5;

/** Price per kg of a form: the shop's, or what the fillet's price or the cost makes of it by yield. */
function priceOf(
  species: Species,
  form: Form,
  lots: readonly ShopLot[],
  trade: Trade,
  month: number,
): number {
  const own = trade.price(species.id, form.id);
  if (own !== null) return own;
  const lot = lots[0]?.lot;
  const condition = lot?.condition ?? 'gutted';
  const yieldOf = (f: Form) =>
    expectedCut({
      species,
      condition,
      form: f,
      fishGrams: species.typicalG,
      month: lot?.production === 'farmed' ? null : month,
    }).yield;
  const cost = lot?.pricePerKg ?? 800;
  return Math.round((cost / Math.max(0.1, yieldOf(form))) * usualMarkup);
}

function counterOf(
  species: Species,
  book: ReadonlyMap<string, Form>,
  lots: readonly ShopLot[],
  trade: Trade,
  month: number,
  days: number,
): CounterClass[] {
  return counterClassIds.flatMap((id): CounterClass[] => {
    const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
    const form = (id === 'fillet' && flat ? ['quarter_cut'] : counterForms[id])
      .map((f) => book.get(f))
      .find(
        (f) => f !== undefined && !f.off && formRefusal(species, lots[0]?.lot.condition ?? null, f) === null,
      );
    if (!form) return [];
    if (id === 'belly') {
      const belly = trade.price(species.id, 'trim:belly');
      return belly === null
        ? []
        : [{ id, form: form.id, perKg: belly, demandGrams: 1000, markdownPerKg: Math.round(belly / 2) }];
    }
    if (id !== 'fillet' && trade.price(species.id, form.id) === null) return [];
    const perKg = priceOf(species, form, lots, trade, month);
    const usual = [...book.values()]
      .filter((f) => sectionClass(f) === id)
      .reduce((s, f) => s + trade.perDay(species.id, f.id) * days - trade.lying(species.id, f.id), 0);
    return [
      {
        id,
        form: form.id,
        perKg,
        demandGrams: Math.max(0, Math.round(usual)),
        markdownPerKg: Math.round(perKg / 2),
      },
    ];
  });
}

const sectionClass = (form: Form): CounterClassId | null =>
  (({ sides: 'fillet', cavity: 'joint', middle: 'steak', tail: 'tail', fish: null, trim: null }) as const)[
    form.section
  ];

/** Days of counter sales the fish cut now are for (our choice). */
const saleDays = { today: 1, tomorrow: 2, all: 3 } as const;

/** Taken off for each fish opened, minor units: the hand's time for it (our choice). */
const openingCostMinor = 60;

/** Share of a line's value that leaving it unfilled costs beside it: the customer's trust (our choice). */
const penaltyShare = 0.5;

/** When the fish of a run must be needed at the latest. */
function horizonEnd(at: Date, horizon: 'today' | 'tomorrow' | 'all'): Date {
  const hours = { today: 14, tomorrow: 38, all: 24 * 366 }[horizon];
  return new Date(at.getTime() + hours * 3_600_000);
}

/**
 * Every species with a line to fill or fish to cut, as the planner sees it now; the horizon is counted `from` a time.
 * Lines for any white fish keep the fish a plan made `before` gave them.
 */
export async function dayProblems(
  work: Reader,
  horizon: 'today' | 'tomorrow' | 'all',
  from: Date = work.now,
  before: readonly PlanSpecies[] = [],
): Promise<PlanSpecies[]> {
  const book = await speciesById(work.tx);
  const forms = formsOf(work.settings);
  const lots = await shopLots(work, book);
  const trade = await tradeOf(work);
  const month = Number(tradingDay(work.now, work.settings).slice(5, 7));
  const end = horizonEnd(from, horizon);
  // A line of a form no book knows any more is for a person to change.
  const waiting = (await linesWaiting(work)).filter((l) => l.dueAt <= end && forms.has(l.form));
  const lines = whiteLines(work, book, lots, waiting, before);
  const sure = surePromises(work, book, lots, lines);
  const packing = new Map(waiting.map((l) => [l.id, l.packing]));
  const held = new Map<number, number>();
  for (const t of await plannedTickets(work)) held.set(t.lotId, (held.get(t.lotId) ?? 0) + t.pieces);
  const weighed = await weighedFish(
    work,
    [...lots.values()].flat().map((l) => l.lot.id),
  );
  const ids = new Set([...lots.keys(), ...lines.map((l) => l.speciesId)]);
  return [...ids]
    .map((id): PlanSpecies => {
      const species = book.get(id)!;
      const mine = lots.get(id) ?? [];
      const wanted = lines.filter((l) => l.speciesId === id);
      const planLines = wanted.map((l): PlanSpecies['lines'][number] => {
        const form = formOf(forms, l.form);
        const grams = l.totalGrams ?? l.pieces! * l.pieceGrams!;
        // What is of the trim opens no fish: it takes what comes off, and adds nothing to the plan's worth.
        const value =
          form.section === 'trim'
            ? 0
            : Math.round((grams * priceOf(species, form, mine, trade, month)) / 1000);
        return {
          id: String(l.id),
          form: l.form,
          options: JSON.parse(l.options) as string[],
          pieces: l.pieces,
          pieceGrams: l.pieceGrams,
          totalGrams: l.totalGrams,
          // By thickness a slice weighs what it weighs.
          window: l.thickMm === null ? null : [1, 100_000],
          thickMm: l.thickMm === null ? null : [l.thickMm - thickToleranceMm, l.thickMm + thickToleranceMm],
          dueDays: Math.max(0, (l.dueAt.getTime() - work.now.getTime()) / dayMs),
          raw: l.use === 'raw',
          value,
          penalty: l.letGoBy === null ? Math.round(value * penaltyShare) : 0,
          partAllowed: l.partAllowed === 1,
          lineId: l.id,
          version: l.version,
          orderNumber: l.orderNumber,
          customer: l.customer,
          dueAt: l.dueAt.toISOString(),
          use: l.use,
          anyWhite: l.because,
          letGoBy: l.letGoBy,
        };
      });
      const counter = counterOf(species, forms, mine, trade, month, saleDays[horizon]);
      const fish = mine.flatMap((l) =>
        fishOf(
          species,
          forms,
          l,
          held.get(l.lot.id) ?? 0,
          weighed.get(l.lot.id) ?? [],
          planLines,
          packing,
          counter,
        ),
      );
      const trimsPerKg = trade.trims(id);
      return {
        speciesId: id,
        speciesName: shortName(species.name),
        fish,
        lines: planLines.map((l) =>
          l.letGoBy === null
            ? { ...l, keep: keepOf(l, fish, counter) * (sure.has(l.lineId) ? sureWeight : 1) }
            : l,
        ),
        counter,
        methods: { ...work.settings.methods },
        // A gram off the weight asked for costs what it would fetch: nobody shaves an order for the counter's sake.
        settings: {
          ...defaultSettings,
          deviationPerKg: Math.max(0, ...counter.map((k) => k.perKg)),
          perFish: openingCostMinor,
          neat: 0.005,
          month,
          trimsPerKg,
          offcutsPerKg: trimsPerKg.offcuts ?? 0,
        },
      };
    })
    .filter((s) => s.fish.length > 0 || s.lines.length > 0)
    .sort((a, b) => b.lines.length - a.lines.length || a.speciesName.localeCompare(b.speciesName));
}

/**
 * Lines with the fish they are planned of. Each for any white fish goes, in order of due time, to the one that serves
 * it best with what the lines before it leave.
 */
function whiteLines(
  work: Reader,
  book: ReadonlyMap<string, Species>,
  lots: ReadonlyMap<string, readonly ShopLot[]>,
  lines: readonly WaitingLine[],
  before: readonly PlanSpecies[],
): (WaitingLine & { because: string | null })[] {
  const free = new Map(
    [...book.values()].map((species): [string, Stock] => [
      species.id,
      { species, lots: (lots.get(species.id) ?? []).map((l) => l.available) },
    ]),
  );
  const take = (speciesId: string, want: Want) => {
    const stock = free.get(speciesId)!;
    free.set(speciesId, { ...stock, lots: takeFree(stock, want).left });
  };
  const loose = (l: WaitingLine) => l.anyWhite === 1 && l.state === 'open';
  if (!lines.some(loose)) return lines.map((l) => ({ ...l, because: null }));
  for (const l of lines) if (!loose(l)) take(l.speciesId, wantOf(work, l, l.dueAt));
  return inWords(
    lines.map((l) => {
      if (!loose(l)) return { ...l, because: null };
      const want = wantOf(work, l, l.dueAt);
      const kept = before.find((s) => s.lines.some((x) => x.lineId === l.id));
      const chosen = kept
        ? { speciesId: kept.speciesId, because: kept.lines.find((x) => x.lineId === l.id)!.anyWhite }
        : whiteChoice([...free.values()], want, l.speciesId);
      take(chosen.speciesId, want);
      return { ...l, ...chosen };
    }),
  );
}

function whiteChoice(stocks: readonly Stock[], want: Want, otherwise: string) {
  const best = whiteFishFor(stocks, want);
  return best
    ? { speciesId: best.species.id, because: best.because }
    : { speciesId: otherwise, because: say('no_white_fish_in_the_shop_serves') };
}

/** Fish weighed and measured one by one, by lot. */
async function weighedFish(work: Reader, lotIds: readonly number[]) {
  const found = await rows<{ lotId: number; grams: number; lengthMm: number | null }>(
    work.tx,
    `SELECT lot_id AS lotId, grams, length_mm AS lengthMm FROM lot_fish WHERE lot_id IN (${placeholders(lotIds.length)}) ORDER BY id`,
    [...lotIds],
  );
  const byLot = new Map<number, { grams: number; lengthMm: number | null }[]>();
  for (const f of found) byLot.set(f.lotId, [...(byLot.get(f.lotId) ?? []), f]);
  return byLot;
}

/** A line that was promised without a doubt weighs so many times what one weighs that was taken in spite of it (our choice). */
const sureWeight = 8;

/**
 * Lines the fish there are enough for, each in the order it was taken: of them the shop said yes. A line whose fish are
 * begun by others was taken in spite of a doubt.
 */
function surePromises(
  work: Reader,
  book: ReadonlyMap<string, Species>,
  lots: ReadonlyMap<string, readonly ShopLot[]>,
  lines: readonly WaitingLine[],
): Set<number> {
  const free = new Map(
    [...lots].map(([id, mine]): [string, Stock] => [
      id,
      { species: book.get(id)!, lots: mine.map((l) => l.available) },
    ]),
  );
  const sure = new Set<number>();
  for (const l of lines.toSorted((a, b) => a.id - b.id)) {
    const stock = free.get(l.speciesId);
    if (!stock || l.letGoBy !== null) continue;
    const want = wantOf(work, l, l.dueAt);
    if (takeFree({ ...stock, lots: wholeFish(stock.lots) }, want).missing === 0) sure.add(l.id);
    free.set(l.speciesId, { ...stock, lots: takeFree(stock, want).left });
  }
  return sure;
}

/** A gram that is asked for takes so much of a fish at least (our choice). */
const leastYield = 0.25;

/**
 * What filling a line can cost at the most, minor units: the fish for it at the dearest, one more of which the rest is
 * left over, and what its grams would fetch at the counter. So an accepted order comes before the counter.
 */
function keepOf(
  line: PlanSpecies['lines'][number],
  fish: PlanSpecies['fish'],
  counter: readonly CounterClass[],
): number {
  if (line.value === 0) return 0;
  const grams = line.totalGrams ?? line.pieces! * line.pieceGrams!;
  const perKg = Math.max(0, ...fish.map((f) => f.costPerKg));
  const whole = Math.max(0, ...fish.map((f) => (f.grams / 1000) * f.costPerKg));
  const sold = Math.max(0, ...counter.map((k) => k.perKg));
  return Math.round(whole + (grams / 1000) * (perKg / leastYield + sold) + line.value);
}

function fishOf(
  species: Species,
  forms: ReadonlyMap<string, Form>,
  { lot, inRoom, available }: ShopLot,
  held: number,
  weighed: readonly { grams: number; lengthMm: number | null }[],
  lines: readonly PlanSpecies['lines'][number][],
  packing: ReadonlyMap<number, Packing>,
  counter: readonly CounterClass[],
): PlanSpecies['fish'] {
  const free = Math.min(inRoom.pieces, available.freePieces + held);
  if (
    free === 0 ||
    available.verdict === null ||
    available.verdict === 'hold' ||
    available.verdict === 'reject'
  )
    return [];
  const mean = inRoom.grams / inRoom.pieces;
  // Each known by its own weight only while none has gone.
  const own = weighed.length === inRoom.pieces && free === inRoom.pieces;
  const refuses: Record<string, Word> = {};
  for (const l of lines) {
    const want = {
      form: forms.get(l.form)!,
      use: l.use,
      packing: packing.get(l.lineId) ?? usualPacking,
      dueInDays: l.dueDays,
    };
    const refusal =
      l.letGoBy === null
        ? fitRefusal(species, available, want, mean)
        : say('let_go_on_the_plan_by', { name: l.letGoBy });
    if (refusal) refuses[l.id] = refusal;
  }
  for (const k of counter) {
    const want = { form: forms.get(k.form)!, use: 'fry' as const, dueInDays: 0 };
    const refusal = fitRefusal(species, available, want, mean);
    if (refusal) refuses[`counter:${k.id}`] = refusal;
  }
  return inWords(
    Array.from({ length: Math.min(free, maxFish) }, (_, i) => ({
      id: `${lot.id}/${i + 1}`,
      grams: own ? weighed[i]!.grams : Math.round(mean),
      lengthMm: own ? weighed[i]!.lengthMm : null,
      condition: lot.condition,
      farmed: lot.production === 'farmed',
      roe: lot.roe,
      costPerKg: lot.pricePerKg,
      daysLeft: lotDays(species, available),
      rawFit: available.rawFit,
      refuses,
      lotId: lot.id,
      code: lot.code,
      measured: own,
    })),
  );
}

/** Grams off the trim by line, whatever fish they come from. */
export const gramsOff = (off: Record<string, readonly OffTrim[]>): Record<string, number> =>
  Object.fromEntries(
    Object.entries(off).map(([line, from]) => [line, from.reduce((s, f) => s + f.grams, 0)]),
  );

/** Reasons of lines that are not served in another way. */
export const withoutServed = (why: Record<string, string>, served: Record<string, number>) =>
  Object.fromEntries(Object.entries(why).filter(([line]) => served[line] === undefined));

/** What the planner takes of a species as the shop stores it. */
export const problemOf = (
  stored: PlanSpecies,
  species: Species,
  forms: ReadonlyMap<string, Form>,
): PlanProblem => ({
  species,
  forms,
  methods: stored.methods,
  flesh: null,
  fish: stored.fish,
  lines: stored.lines,
  counter: stored.counter,
  settings: stored.settings,
});
