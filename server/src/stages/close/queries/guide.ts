import { inWords } from '@ember-slate/words/core';
import { remembered } from '../../../platform/kept.ts';
import type { DayClose } from '@ember-slate/contract';
import { addDays, formatInstant, instantOn } from '@ember-slate/core/calendar';
import { isOfKind, itemName } from '@ember-slate/core/ledger';
import { shortName } from '@ember-slate/core/species';
import { today, type Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';
import { countsOf } from '../../../shop/counts.ts';
import { whatFirst } from '../../../shop/first.ts';
import { places } from '../../../shop/logs.ts';
import { lotsById } from '../../../shop/lots.ts';
import { stockRows } from '../../../shop/onHand.ts';
import { ordersWhere } from '../../../shop/orders.ts';
import { coldPlaces } from '../../../shop/places.ts';
import { spotsOf } from '../../../shop/slab.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** The checks of a day as they were signed, or as the shop's list has them now. */
export const checksOf = remembered(async (work: Reader, day: string): Promise<DayClose['checks']> => {
  const signed = await rows<{ id: string; words: string; note: string; at: Date; by: string }>(
    work.tx,
    `SELECT c.check_id AS id, c.words, c.note, c.signed_at AS at, p.name AS \`by\`
     FROM day_check c JOIN staff p ON p.id = c.signed_by WHERE c.trading_day = ? ORDER BY c.signed_at`,
    [day],
  );
  const of = (id: string) => {
    const s = signed.find((x) => x.id === id);
    return s ? { by: s.by, at: s.at.toISOString(), note: s.note } : null;
  };
  const listed = work.settings.checks.map((c) => ({
    id: c.id,
    words: signed.find((s) => s.id === c.id)?.words ?? c.words,
    signed: of(c.id),
  }));
  // What was signed and has left the list since stays in that day's record.
  const gone = signed.filter((s) => !listed.some((l) => l.id === s.id));
  return [...listed, ...gone.map((s) => ({ id: s.id, words: s.words, signed: of(s.id) }))];
});

/** How cold every place was on a day, and what nobody has answered for. */
export async function temperaturesOf(work: Reader, day: string): Promise<DayClose['temperatures']> {
  const from = instantOn(day, 0, work.settings);
  const to = instantOn(addDays(day, 1), 0, work.settings);
  const found = (await places(work.tx)).filter(
    (p) => p.limitTenths !== null && (p.removedAt === null || p.removedAt > from),
  );
  // A stretch of each place by its number: joined to the places, every reading of ten years would be passed.
  const read = await rows<{ id: number; low: number; high: number }>(
    work.tx,
    `SELECT place_id AS id, MIN(tenths) / 10 + 0e0 AS low, MAX(tenths) / 10 + 0e0 AS high FROM reading FORCE INDEX (PRIMARY)
     WHERE place_id IN (${placeholders(found.length)}) AND at >= ? AND at < ? GROUP BY place_id`,
    [...found.map((p) => p.id), from, to],
  );
  // Episodes are looked through for the last two weeks only: older days were closed with theirs answered.
  const episodesOf = day >= addDays(today(work), -14) ? await coldPlaces(work) : [];
  return found.map(({ id, name, limitTenths }) => ({
    name,
    limit: limitTenths! / 10,
    low: read.find((r) => r.id === id)?.low ?? null,
    high: read.find((r) => r.id === id)?.high ?? null,
    unanswered: (episodesOf.find((c) => c.id === id)?.episodes ?? []).filter(
      (e) => e.answer === null && Date.parse(e.from) < to.getTime() && Date.parse(e.to) >= from.getTime(),
    ).length,
  }));
}

/** Orders of this day or before that nobody has collected. */
export async function ordersLeft(work: Reader, day: string): Promise<DayClose['ordersLeft']> {
  const left = await ordersWhere(work.tx, "o.state IN ('open', 'ready') AND o.due_at < ?", [
    instantOn(addDays(day, 1), 0, work.settings),
  ]);
  return left.map((o) => ({
    id: o.id,
    number: o.number,
    customer: o.customer,
    dueAt: o.dueAt.toISOString(),
    ready: o.state === 'ready',
  }));
}

/** What still lies where customers see it; nothing of it is asked for days that are over. */
export async function onSlab(work: Reader, day: string): Promise<DayClose['onSlab']> {
  if (day !== today(work)) return [];
  const lying = (await stockRows(work.tx)).filter(
    (r) => r.account === 'place:slab' || isOfKind(r.account, 'display'),
  );
  const lots = new Map(
    (
      await lotsById(
        work.tx,
        lying.map((r) => r.lotId),
      )
    ).map((l) => [l.id, l]),
  );
  const names = await speciesById(work.tx);
  const spots = await spotsOf(work);
  const called = new Map((await places(work.tx)).map((p) => [p.account, p.name]));
  return lying.map((r) => {
    const lot = lots.get(r.lotId)!;
    return {
      name: `${shortName(names.get(lot.speciesId)!.name)}, ${inWords(itemName(r.item, lot.condition, formsOf(work.settings)))}`,
      code: lot.code,
      place: spots.of(r) ?? called.get(r.account)!,
      grams: r.grams,
    };
  });
}

export async function countedOn(work: Reader, day: string): Promise<DayClose['counts']> {
  const counts = await countsOf(work, day);
  const worst = [...counts].sort(
    (a, b) => Math.abs(b.grams - b.bookGrams) - Math.abs(a.grams - a.bookGrams),
  )[0];
  return {
    rows: counts.length,
    grams: counts.reduce((s, c) => s + c.grams - c.bookGrams, 0),
    largest:
      worst && worst.grams !== worst.bookGrams
        ? `${worst.name}: ${worst.reason || say('within_what_the_scale_explains')}`
        : null,
  };
}

/** What the morning begins with: what must be decided, what ends first, and the first orders. */
export async function tomorrowFirst(work: Reader, day: string): Promise<DayClose['tomorrow']> {
  if (day !== today(work)) return [];
  const next = addDays(day, 1);
  const first = (await whatFirst(work))
    .filter((f) => f.decide || f.sellBy === null || f.sellBy <= next)
    .slice(0, 6)
    .map((f) => ({ what: `${shortName(f.speciesName)}, ${f.itemName} (${f.code})`, why: f.reason }));
  const orders = await ordersWhere(
    work.tx,
    "o.state IN ('open', 'ready') AND o.due_at >= ? AND o.due_at < ?",
    [instantOn(next, 0, work.settings), instantOn(next, 11 * 60, work.settings)],
  );
  return [
    ...first,
    ...orders.slice(0, 5).map((o) => ({
      what: say('order', { number: o.number, customer: o.customer }),
      why: say('collected_at', { dueAt: formatInstant(o.dueAt, 'clock', work.settings.timeZone) }),
    })),
  ];
}
