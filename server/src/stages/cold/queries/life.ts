import { inWords } from '@ember-slate/words/core';
import type { LotLife } from '@ember-slate/contract';
import { histamineSource } from '@ember-slate/core/coldchain';
import { landedPace, spoilageRate } from '@ember-slate/core/freshness';
import { itemName } from '@ember-slate/core/ledger';
import type { Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { clocksOf, coresOf, freezingOf, lifeAt, paceOf, type RowState } from '../../../shop/clocks.ts';
import { gradesOfLot, lotsById } from '../../../shop/lots.ts';
import { stockRows } from '../../../shop/onHand.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

export const iso = (ms: number | null) => (ms === null ? null : new Date(ms).toISOString());

/** Everything about the life of one lot. */
export async function lotLife(work: Reader, id: number): Promise<LotLife> {
  const [lot] = await lotsById(work.tx, [id]);
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const species = (await oneSpecies(work.tx, lot.speciesId))!;
  const held = (await stockRows(work.tx)).filter((r) => r.lotId === id && r.grams > 0);
  // A lot that is gone has its picture up to when it went.
  const went = await row<{ at: Date | null }>(
    work.tx,
    'SELECT MAX(m.at) AS at FROM entry e JOIN movement m ON m.id = e.movement_id WHERE e.lot_id = ?',
    [id],
  );
  const then = held.length > 0 ? work.now : (went?.at ?? work.now);
  const clocks = await clocksOf({ ...work, now: then }, [lot], new Map([[species.id, species]]));
  const names = new Map(clocks.places.map((p) => [p.account, p.name]));
  const main = clocks.lot(id);
  const grades = await gradesOfLot(work.tx, id);
  const cores = await coresOf(work, [id]);
  return {
    id,
    code: lot.code,
    speciesId: species.id,
    speciesName: species.name,
    iceDays: species.iceDays,
    supplier: lot.supplier,
    boat: lot.boat,
    condition: lot.condition,
    landedAt: lot.arrivedAt.toISOString(),
    verdict: lot.verdict,
    halfWidth: lot.halfWidth,
    pace: landedPace(species, lot.condition),
    rows: inWords(
      held.map((r) => {
        const state = clocks.row(id, r.account, r.item, r.batch);
        return {
          place: r.account,
          placeName: names.get(r.account)!,
          item: r.item,
          itemName: itemName(r.item, lot.condition, formsOf(work.settings)),
          batch: r.batch,
          grams: r.grams,
          pieces: r.pieces,
          ...rowFace(species, lot.halfWidth, state),
        };
      }),
    ),
    path: inWords(
      (main?.clock.path ?? []).map((s) => ({
        placeName: names.get(s.place) ?? s.place,
        item: itemName(s.item, lot.condition, formsOf(work.settings)),
        from: new Date(s.from).toISOString(),
        to: new Date(s.to).toISOString(),
      })),
    ),
    curve: main
      ? curveOf(clocks.logs, main, grades, (item) => paceOf(species, lot, item, formsOf(work.settings)))
      : [],
    grades: grades
      .map((g) => ({
        id: g.id,
        at: g.gradedAt.toISOString(),
        used: g.used,
        halfWidth: g.halfWidth,
        verdict: g.verdict,
      }))
      .reverse(),
    cores: cores.map((c) => ({
      at: new Date(c.at).toISOString(),
      celsius: c.celsius,
      probeId: c.probeId,
    })),
    whatIf: held.length === 0 ? [] : whatIf(work, species, lot, main, clocks),
    histamine: inWords(
      main?.histamine
        ? { ...main.histamine, source: histamineSource, clearance: lot.histamineClearance }
        : null,
    ),
    freezing: inWords(freezingFace(freezingOf(work, main, clocks.logs))),
    rawPaper: lot.rawGround === null ? null : { ground: lot.rawGround, document: lot.rawDocument! },
  };
}

export const freezingFace = (f: ReturnType<typeof freezingOf>) =>
  f && { ...f, completeAt: iso(f.completeAt) };

function rowFace(species: Species, halfWidth: number | null, state: RowState | null) {
  const life = state?.life ?? null;
  const rate = state ? (life?.rate ?? spoilageRate(state.expected)) : 1;
  const half = halfWidth ?? 0;
  const spread = rate === 0 ? 0 : half / rate;
  return {
    used: life?.used ?? null,
    daysLeft: life?.left ?? null,
    daysLeftRange: life
      ? ([
          Math.max(0, life.left - spread),
          life.left === 0
            ? Math.max(0, (species.iceDays - life.used + half) / (rate || 1))
            : life.left + spread,
        ] as [number, number])
      : null,
    sellBy: state?.sellBy ?? null,
    rate,
    expected: state?.expected ?? 0,
    assumedHours: (state?.clock.assumedMs ?? 0) / 3_600_000,
    frozenAt: iso(state?.clock.frozenAt ?? null),
    thawedAt: iso(state?.clock.thawedAt ?? null),
  };
}

/** Temperature and used days along the path of a row: some hundred points, its grades among them. */
function curveOf(
  logs: RowStateLogs,
  state: RowState,
  grades: Awaited<ReturnType<typeof gradesOfLot>>,
  pace: (item: string) => number,
): LotLife['curve'] {
  const { path } = state.clock;
  const [from, to] = [path[0]?.from ?? 0, path.at(-1)?.to ?? 0];
  const step = Math.max(5 * 60_000, (to - from) / 160);
  const marks = grades.map((g) => ({ at: g.gradedAt.getTime(), used: g.used })).sort((a, b) => a.at - b.at);
  const times = new Set<number>();
  for (const stay of path) for (let t = stay.from; t < stay.to; t += step) times.add(Math.round(t));
  for (const m of marks) if (m.at >= from && m.at <= to) times.add(m.at);
  times.add(to);
  const curve: LotLife['curve'] = [];
  let used: number | null = null;
  let last = from;
  for (const at of [...times].sort((a, b) => a - b)) {
    const stay = path.findLast((s) => s.from <= at) ?? path[0]!;
    const log = logs.get(stay.place);
    const before = path.findLast((s) => s.from <= last) ?? path[0]!;
    if (used !== null) {
      used += (logs.get(before.place)?.span(last, at).iceDays ?? 0) * pace(before.item);
    }
    used = marks.findLast((m) => m.at === at)?.used ?? used;
    const value = log?.valueAt(at) ?? { celsius: 0, assumed: true };
    curve.push({ at: new Date(at).toISOString(), ...value, used });
    last = at;
  }
  return curve;
}
type RowStateLogs = Awaited<ReturnType<typeof clocksOf>>['logs'];

/** The same clock in other places, and in fresh ice. */
function whatIf(
  work: Reader,
  species: Species,
  lot: Parameters<typeof lifeAt>[2],
  main: RowState | null,
  clocks: Awaited<ReturnType<typeof clocksOf>>,
): LotLife['whatIf'] {
  if (!main || main.clock.used === null) return [];
  const tried = [
    { name: say('re_iced_now'), celsius: 0, frozen: false },
    ...clocks.places
      .filter((p) => p.account !== main.clock.place && p.account !== 'place:bench')
      .map((p) => ({ name: p.name, celsius: clocks.expected(p.account), frozen: p.setTenths <= -30 })),
  ];
  return tried.map(({ name, celsius, frozen }) => {
    const clock = frozen ? { ...main.clock, frozenAt: work.now.getTime() } : main.clock;
    const there = lifeAt(work, species, lot, clock, celsius)!;
    return { name, celsius, daysLeft: there.life.left, sellBy: there.sellBy };
  });
}
