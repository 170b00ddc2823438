import type { PlanSpecies } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import type { Word } from '@ember-slate/words/said';
import { counterOf, priceOf, tradeOf } from './trade.ts';
import { dayMs, tradingDay } from '@ember-slate/core/calendar';
import { formsOf } from '../../../platform/settings.ts';
import { inWords } from '@ember-slate/words/core';
import { keepOf, surePromises, sureWeight } from './weights.ts';
import { linesWaiting, plannedTickets, type WaitingLine } from './waiting.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { say } from '../say.ts';
import { shortName, type Species } from '@ember-slate/core/species';
import { speciesById } from '../../../shop/species.ts';
import { pickFree, thickToleranceMm, whiteFishFor } from '@ember-slate/core/orders';
import {
  type CounterClass,
  defaultSettings,
  edgeShare,
  fitRefusal,
  type OffTrim,
  type PlanProblem,
  type Stock,
  type Want,
} from '@ember-slate/core/cutplan';
import { type Form, formOf } from '@ember-slate/core/forms';
import { type Packing, usualPacking } from '@ember-slate/core/board';
import { type ShopLot, shopLots, wantOf } from '../../../shop/available.ts';

/** Fish of one lot that the planner looks at, at most: a box of sardines needs no more. */
const maxFish = 80;

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
      const dearest = Math.max(0, ...counter.map((k) => k.perKg));
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
          deviationPerKg: dearest,
          edgePerKg: dearest * edgeShare,
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
  const reserve = (speciesId: string, want: Want) => {
    const stock = free.get(speciesId)!;
    free.set(speciesId, { ...stock, lots: pickFree(stock, want).left });
  };
  const loose = (l: WaitingLine) => l.anyWhite === 1 && l.state === 'open';
  if (!lines.some(loose)) return lines.map((l) => ({ ...l, because: null }));
  for (const l of lines) if (!loose(l)) reserve(l.speciesId, wantOf(work, l, l.dueAt));
  return inWords(
    lines.map((l) => {
      if (!loose(l)) return { ...l, because: null };
      const want = wantOf(work, l, l.dueAt);
      const kept = before.find((s) => s.lines.some((x) => x.lineId === l.id));
      const chosen = kept
        ? { speciesId: kept.speciesId, because: kept.lines.find((x) => x.lineId === l.id)!.anyWhite }
        : whiteChoice([...free.values()], want, l.speciesId);
      reserve(chosen.speciesId, want);
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

function fishOf(
  species: Species,
  forms: ReadonlyMap<string, Form>,
  { lot, inRoom, available, daysLeft }: ShopLot,
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
      daysLeft,
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
  Object.fromEntries(Object.entries(why).filter(([line]) => !Object.hasOwn(served, line)));

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
  // A plan of before pieces were kept from the edge of their window says nothing of it.
  settings: { ...defaultSettings, ...stored.settings },
});
