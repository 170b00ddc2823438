import { placesOfKind } from '@ember-slate/core/ledger';
import type { MarkdownOffer, StockRow } from '@ember-slate/contract';
import { addDays, closingOf, isTradingDay } from '@ember-slate/core/calendar';
import { markdown, usualElasticity, usualTraffic } from '@ember-slate/core/prices';
import { shortName } from '@ember-slate/core/species';
import { today, type Reader } from '../../../platform/context.ts';
import { demandOf } from '../../../shop/demand.ts';
import { stock } from '../../../shop/stock.ts';

/** Hours a counter sells in a day, up to closing time (our choice). */
const sellingHours = 9;

/** Share of today's sales still to come. */
function leftOfToday(work: Reader): number {
  const closes = closingOf(today(work), work.settings).getTime();
  const left = (closes - work.now.getTime()) / (sellingHours * 3_600_000);
  return Math.max(0, Math.min(1, left));
}

/** Trading days from today up to a day, at most two weeks. */
function tradingDays(work: Reader, upTo: string): string[] {
  const days = [];
  for (let day = today(work); day <= upTo && days.length < 14; day = addDays(day, 1))
    if (isTradingDay(day, work.settings)) days.push(day);
  return days;
}

/** Uncut fish behind the slab is there to be cut: it is marked down only when it ends by tomorrow (our choice). */
const forCutting = (work: Reader, r: StockRow) =>
  r.item === 'whole' && r.batch === 0 && r.place === 'place:cold_room' && r.sellBy! > addDays(today(work), 1);

const mayBeMarked = (r: StockRow): r is StockRow & { sellBy: string; fullPerKg: number } =>
  r.saleable &&
  r.blocked === null &&
  !r.frozen &&
  r.sellBy !== null &&
  r.fullPerKg !== null &&
  r.freeGrams > 0 &&
  placesOfKind('slab', 'display', 'cold_room').includes(r.place);

/**
 * Rows with less life than buyers at full price, each with the path of prices that brings most. What ends sooner of the
 * same fish and form is sold first and takes its part of the demand.
 */
export async function markdowns(work: Reader): Promise<MarkdownOffer[]> {
  const demand = await demandOf(work);
  const { money } = work.settings;
  const offers: MarkdownOffer[] = [];
  const groups = new Map<string, (StockRow & { sellBy: string; fullPerKg: number })[]>();
  for (const r of (await stock(work)).filter(mayBeMarked)) {
    const key = `${r.speciesId} ${r.item}`;
    groups.set(key, [...(groups.get(key) ?? []), r]);
  }
  const share = leftOfToday(work);
  for (const rows of groups.values()) {
    let ahead = 0;
    for (const r of rows) {
      const days = tradingDays(work, r.sellBy);
      let before = ahead;
      const expected = days.map((day, i) => {
        const mean =
          (demand.on(r.speciesId, r.item, day)?.mean ?? 0) * (i === 0 && day === today(work) ? share : 1);
        const first = Math.min(before, mean);
        before -= first;
        return { day, grams: Math.round(mean - first) };
      });
      const model = demand.models.get(`${r.speciesId} ${r.item}`);
      const inputs = {
        grams: r.freeGrams,
        perKg: r.fullPerKg,
        demand: expected.map((d) => d.grams),
        elasticity: money.elasticity[r.item] ?? usualElasticity,
        traffic: Math.round((model?.level ?? 0) * usualTraffic),
        floorPerKg: Math.round(r.fullPerKg * money.floorShare),
        salvagePerKg: 0,
      };
      ahead += r.freeGrams;
      if (days.length === 0 || !model || forCutting(work, r)) continue;
      const best = markdown(inputs);
      const first = best.path[0]!;
      if (best.atFullPrice.left === 0 || best.path.every((p) => p.step === 0)) continue;
      offers.push({
        place: r.place,
        lotId: r.lotId,
        item: r.item,
        batch: r.batch,
        name: `${shortName(r.speciesName)}, ${r.itemName}`,
        code: r.code,
        spot: r.spot,
        grams: r.freeGrams,
        sellBy: r.sellBy,
        fullPerKg: r.fullPerKg,
        perKg: first.perKg,
        path: best.path.map((p, i) => ({ day: days[i]!, ...p })),
        takings: best.takings,
        atFullPrice: best.atFullPrice,
        left: best.left,
        working: {
          demand: expected,
          ahead: ahead - r.freeGrams,
          days: model.days,
          elasticity: inputs.elasticity,
          traffic: inputs.traffic,
          floorPerKg: inputs.floorPerKg,
          salvagePerKg: inputs.salvagePerKg,
        },
      });
    }
  }
  // What wins most by its path first; a cut that waits for another day after those of today.
  const won = (o: MarkdownOffer) => o.takings - o.atFullPrice.takings;
  return offers.sort(
    (a, b) => Number(a.path[0]!.step === 0) - Number(b.path[0]!.step === 0) || won(b) - won(a),
  );
}
