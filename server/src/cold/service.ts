import type {
  AnswerOf,
  BodyOf,
  ColdPlace,
  FirstRow,
  FrozenRow,
  LotLife,
  contract,
} from '@ember-slate/contract';
import {
  episodes,
  histamineSource,
  longestGapMs,
  type Episode,
  type Reading,
} from '@ember-slate/core/coldchain';
import { landedPace, spoilageRate } from '@ember-slate/core/freshness';
import { itemName } from '@ember-slate/core/ledger';
import type { Species } from '@ember-slate/core/species';
import { trimOf } from '@ember-slate/core/yields';
import { gradesOfLot, lotsById, lotsInShop } from '../grading/queries.ts';
import { today, type Work } from '../platform/context.ts';
import { row, rows, run, type Tx } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { lies, lyingBalance } from '../platform/lying.ts';
import { formsOf } from '../platform/settings.ts';
import { stockRows } from '../platform/stock.ts';
import { oneSpecies, speciesById } from '../species/queries.ts';
import { clocksOf, coresOf, freezingOf, lifeAt, paceOf, rawOf, type RowState } from './clocks.ts';
import { firstRank } from './first.ts';
import { places, type PlaceRow, type ReadingSource } from './logs.ts';

const dayMs = 86_400_000;
const alarmDays = 14;
/** An answer covers a stretch until it has gone on for two hours more (our choice). */
const answerCoversMs = 2 * 3_600_000;

interface Answer {
  placeId: number;
  kind: 'warm' | 'silent';
  from: number;
  upto: number;
  by: string;
  at: Date;
  done: string;
}

const answersSince = (tx: Tx, since: Date): Promise<Answer[]> =>
  rows<Answer>(
    tx,
    `SELECT a.place_id AS placeId, a.kind, ROUND(UNIX_TIMESTAMP(a.from_at) * 1000) AS \`from\`,
       ROUND(UNIX_TIMESTAMP(a.upto_at) * 1000) AS upto, p.name AS \`by\`, a.answered_at AS at, a.done
     FROM alarm_answer a JOIN staff p ON p.id = a.answered_by WHERE a.upto_at >= ? ORDER BY a.id DESC`,
    [since],
  );

const answerTo = (e: Episode, answers: readonly Answer[]): Answer | undefined =>
  answers.find(
    (a) => a.kind === e.kind && a.from <= e.to && a.upto >= e.from && e.to - a.upto <= answerCoversMs,
  );

/** Every place with what was warm or silent in the last two weeks. */
export async function coldPlaces(work: Work): Promise<ColdPlace[]> {
  const now = work.now.getTime();
  const since = now - alarmDays * dayMs;
  const { places: found, logs, said } = await work.logs.read(work.tx, since);
  const answers = await answersSince(work.tx, new Date(since));
  const counts = await rows<{ account: string; lots: number }>(
    work.tx,
    `SELECT b.account, COUNT(DISTINCT b.lot_id) AS lots FROM ${lyingBalance} WHERE ${lies} GROUP BY b.account`,
  );
  const lots = new Map(counts.map((c) => [c.account, c.lots]));
  return found.map(({ revision: _revision, ...place }): ColdPlace => {
    const log = logs.get(place.account)!;
    const mine = answers.filter((a) => a.placeId === place.id);
    // Before its first reading a sensor was not there yet.
    const first = log.readings(since, now)[0]?.at ?? now;
    const last = log.last;
    const { source, sensorAt } = said.get(place.account)!;
    // A sensor that never spoke here is none: a shop that reads by hand has no silent ones.
    const watched = sensorAt !== null && sensorAt >= since;
    return {
      ...place,
      last: last && {
        at: new Date(last.at).toISOString(),
        celsius: last.celsius,
        source,
      },
      watched,
      expected: log.expected(now),
      lots: lots.get(place.account) ?? 0,
      episodes: episodes(
        log,
        place.limitTenths === null ? null : place.limitTenths / 10,
        watched && last !== null,
        Math.max(since, first),
        now,
      )
        .reverse()
        .map((e) => {
          const answer = answerTo(e, mine);
          return {
            kind: e.kind,
            from: new Date(e.from).toISOString(),
            to: new Date(e.to).toISOString(),
            lasts: e.lasts,
            peak: e.peak,
            answer: answer ? { by: answer.by, at: answer.at.toISOString(), done: answer.done } : null,
          };
        }),
    };
  });
}

/** How many stretches nobody has answered for. */
export async function unanswered(work: Work): Promise<number> {
  return (await coldPlaces(work)).reduce((n, p) => n + p.episodes.filter((e) => e.answer === null).length, 0);
}

async function onePlace(tx: Tx, id: number): Promise<PlaceRow> {
  const place = (await places(tx)).find((p) => p.id === id);
  if (!place) throw problems.notFound('No such place');
  return place;
}

/** At most `n` readings: of each bucket its lowest and its highest, so that no peak is lost. */
function thin(readings: readonly Reading[], n: number): Reading[] {
  if (readings.length <= n) return [...readings];
  const size = Math.ceil((readings.length / n) * 2);
  const kept: Reading[] = [];
  for (let i = 0; i < readings.length; i += size) {
    const bucket = readings.slice(i, i + size);
    const low = bucket.reduce((a, b) => (b.celsius < a.celsius ? b : a));
    const high = bucket.reduce((a, b) => (b.celsius > a.celsius ? b : a));
    kept.push(...(low.at <= high.at ? [low, high] : [high, low]).slice(low === high ? 1 : 0));
  }
  return kept;
}

export async function placeLog(
  work: Work,
  id: number,
  days: number,
): Promise<AnswerOf<typeof contract.cold.log>> {
  const place = await onePlace(work.tx, id);
  const since = work.now.getTime() - days * dayMs;
  const { logs } = await work.logs.read(work.tx, since);
  const readings = logs.get(place.account)!.readings(since, work.now.getTime());
  return { readings: thin(readings, 1000).map((r) => [r.at, r.celsius]), total: readings.length };
}

/** Readings of one place: written once each, and counted so that every process hears of them. */
export async function writeReadings(
  tx: Tx,
  place: Pick<PlaceRow, 'id'>,
  readings: readonly { at: Date; tenths: number }[],
  source: ReadingSource,
  staffId: number | null,
): Promise<number> {
  if (readings.length === 0) return 0;
  await run(tx, 'UPDATE place SET revision = revision + 1 WHERE id = ?', [place.id]);
  const { revision } = (await row<{ revision: number }>(tx, 'SELECT revision FROM place WHERE id = ?', [
    place.id,
  ]))!;
  let written = 0;
  for (let i = 0; i < readings.length; i += 500) {
    const some = readings.slice(i, i + 500);
    const made = await run(
      tx,
      `INSERT IGNORE INTO reading (place_id, at, source, tenths, revision, staff_id) VALUES ${some.map(() => '(?, ?, ?, ?, ?, ?)').join(', ')}`,
      some.flatMap((r) => [place.id, r.at, source, r.tenths, revision, staffId]),
    );
    written += made.affectedRows;
  }
  return written;
}

/**
 * A round through the places with the thermometer: all readings at once, by whom and when. One that is warmer than its
 * limit asks what was done about it, and that is kept as the answer to it.
 */
export async function readRound(
  work: Work,
  body: BodyOf<typeof contract.cold.round>,
): Promise<{ read: number }> {
  const all = await places(work.tx);
  if (new Set(body.readings.map((r) => r.id)).size < body.readings.length)
    throw fieldProblem('readings', 'A place is there twice');
  for (const [i, r] of body.readings.entries()) {
    const place = all.find((p) => p.id === r.id);
    if (!place) throw fieldProblem(`readings.${i}.id`, 'No such place');
    const warm = place.limitTenths !== null && r.tenths > place.limitTenths;
    if (warm && r.done === '')
      throw fieldProblem(
        `readings.${i}.done`,
        `${place.name} is warmer than its limit: say what was done about it`,
      );
    const written = await writeReadings(
      work.tx,
      place,
      [{ at: work.now, tenths: r.tenths }],
      'probe',
      work.actor.id,
    );
    if (written === 0) throw problems.conflict(`${place.name} was read this moment already`);
    if (r.done !== '')
      await run(
        work.tx,
        `INSERT INTO alarm_answer (place_id, kind, from_at, upto_at, done, answered_by, answered_at)
         VALUES (?, 'warm', ?, ?, ?, ?, ?)`,
        [place.id, work.now, work.now, r.done, work.actor.id, work.now],
      );
  }
  return { read: body.readings.length };
}

/** A probe reading of a place, by hand; it may come late. */
export async function readPlace(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.read>,
): Promise<{ id: number }> {
  const place = await onePlace(work.tx, id);
  const at = new Date(body.at);
  if (at.getTime() > work.now.getTime() + 60_000)
    throw fieldProblem('at', 'That is in the future: check the time of the reading');
  if (at.getTime() < work.now.getTime() - 60 * dayMs)
    throw fieldProblem('at', 'More than 60 days ago: check the date');
  const written = await writeReadings(work.tx, place, [{ at, tenths: body.tenths }], 'probe', work.actor.id);
  if (written === 0) throw problems.conflict('A probe of this place at this time is written down already');
  return { id };
}

export async function answerAlarm(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.answer>,
): Promise<{ id: number }> {
  const place = (await coldPlaces(work)).find((p) => p.id === id);
  if (!place) throw problems.notFound('No such place');
  const episode = place.episodes.find((e) => e.kind === body.kind && e.from === body.from);
  if (!episode)
    throw problems.conflict('That stretch looks different now: a reading came late. Look at it again');
  if (episode.answer) throw problems.conflict(`${episode.answer.by} has answered for it already`);
  const made = await run(
    work.tx,
    'INSERT INTO alarm_answer (place_id, kind, from_at, upto_at, done, answered_by, answered_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [id, body.kind, new Date(episode.from), new Date(episode.to), body.done, work.actor.id, work.now],
  );
  return { id: made.insertId };
}

export async function editPlace(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.edit>,
): Promise<{ id: number }> {
  const place = await row<{ version: number }>(work.tx, 'SELECT version FROM place WHERE id = ? FOR UPDATE', [
    id,
  ]);
  if (!place) throw problems.notFound('No such place');
  if (place.version !== body.version)
    throw problems.stale(
      'Someone changed this place meanwhile: look at it again',
      await onePlace(work.tx, id),
    );
  if (body.limitTenths !== null && body.limitTenths <= body.setTenths)
    throw fieldProblem('limitTenths', 'The limit lies above the set point, or it would always be warm');
  await run(
    work.tx,
    'UPDATE place SET name = ?, set_tenths = ?, limit_tenths = ?, version = version + 1 WHERE id = ?',
    [body.name, body.setTenths, body.limitTenths, id],
  );
  return { id };
}

/** What to use first: what needs a decision, then what ends first, each with its reason. */
export async function whatFirst(work: Work): Promise<FirstRow[]> {
  const book = await speciesById(work.tx);
  const lots = await lotsInShop(work.tx);
  const byId = new Map(lots.map((l) => [l.id, l]));
  const clocks = await clocksOf(work, lots, book);
  const names = new Map(clocks.places.map((p) => [p.account, p.name]));
  const ranked = (await stockRows(work.tx))
    .filter((r) => r.grams > 0 && trimOf(r.item) === null)
    .map((r) => {
      const lot = byId.get(r.lotId)!;
      const species = book.get(lot.speciesId)!;
      const state = clocks.row(r.lotId, r.account, r.item, r.batch);
      const { rank, reason } = firstRank(work, species, lot, r.item, state);
      return {
        rank,
        ends: state?.sellBy ?? '',
        gutsOut: Number(!(r.item === 'whole' && lot.condition === 'whole')),
        cautious: state?.life?.cautiousLeft ?? 0,
        row: {
          lotId: lot.id,
          code: lot.code,
          speciesName: species.name,
          itemName: itemName(r.item, lot.condition, formsOf(work.settings)),
          placeName: names.get(r.account)!,
          grams: r.grams,
          pieces: r.pieces,
          daysLeft: state?.life?.left ?? null,
          sellBy: state?.sellBy ?? null,
          assumed: (state?.clock.assumedMs ?? 0) > longestGapMs,
          decide: rank === 0,
          reason,
        },
      };
    });
  return ranked
    .sort(
      (a, b) =>
        a.rank - b.rank ||
        a.ends.localeCompare(b.ends) ||
        a.gutsOut - b.gutsOut ||
        a.cautious - b.cautious ||
        a.row.lotId - b.row.lotId,
    )
    .map((r) => r.row);
}

const iso = (ms: number | null) => (ms === null ? null : new Date(ms).toISOString());

/** Everything about the life of one lot. */
export async function lotLife(work: Work, id: number): Promise<LotLife> {
  const [lot] = await lotsById(work.tx, [id]);
  if (!lot) throw problems.notFound('No such lot');
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
    condition: lot.condition,
    landedAt: lot.arrivedAt.toISOString(),
    verdict: lot.verdict,
    halfWidth: lot.halfWidth,
    pace: landedPace(species, lot.condition),
    rows: held.map((r) => {
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
    path: (main?.clock.path ?? []).map((s) => ({
      placeName: names.get(s.place) ?? s.place,
      item: itemName(s.item, lot.condition, formsOf(work.settings)),
      from: new Date(s.from).toISOString(),
      to: new Date(s.to).toISOString(),
    })),
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
    cores: cores.map((c) => ({ at: new Date(c.at).toISOString(), celsius: c.celsius })),
    whatIf: held.length === 0 ? [] : whatIf(work, species, lot, main, clocks),
    histamine: main?.histamine
      ? { ...main.histamine, source: histamineSource, clearance: lot.histamineClearance }
      : null,
    freezing: freezingFace(freezingOf(work, main, clocks.logs)),
    rawPaper: lot.rawGround === null ? null : { ground: lot.rawGround, document: lot.rawDocument! },
  };
}

const freezingFace = (f: ReturnType<typeof freezingOf>) => f && { ...f, completeAt: iso(f.completeAt) };

/** What lies frozen, or was frozen and has thawed: what must be used soonest first. */
export async function frozenRows(work: Work): Promise<FrozenRow[]> {
  const book = await speciesById(work.tx);
  const lots = new Map((await lotsInShop(work.tx)).map((l) => [l.id, l]));
  const clocks = await clocksOf(work, [...lots.values()], book);
  const names = new Map(clocks.places.map((p) => [p.account, p.name]));
  return (await stockRows(work.tx))
    .flatMap((r): FrozenRow[] => {
      const state = clocks.row(r.lotId, r.account, r.item, r.batch);
      if (r.grams <= 0 || !state || (state.clock.frozenAt === null && state.clock.thawedAt === null))
        return [];
      const lot = lots.get(r.lotId)!;
      return [
        {
          lotId: lot.id,
          code: lot.code,
          speciesName: book.get(lot.speciesId)!.name,
          itemName: itemName(r.item, lot.condition, formsOf(work.settings)),
          placeName: names.get(r.account)!,
          grams: r.grams,
          pieces: r.pieces,
          frozenAt: iso(
            state.clock.frozenAt ??
              state.clock.path.findLast((p) => p.place === 'place:freezer')?.from ??
              null,
          ),
          thawedAt: iso(state.clock.thawedAt),
          freezing: freezingFace(freezingOf(work, state, clocks.logs)),
          raw: rawOf(work, lot, r.item, state, clocks.logs).fit,
          useBy: state.sellBy,
        },
      ];
    })
    .sort(
      (a, b) =>
        (a.useBy ?? '').localeCompare(b.useBy ?? '') ||
        (a.frozenAt ?? '').localeCompare(b.frozenAt ?? '') ||
        a.lotId - b.lotId,
    );
}

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
  work: Work,
  species: Species,
  lot: Parameters<typeof lifeAt>[2],
  main: RowState | null,
  clocks: Awaited<ReturnType<typeof clocksOf>>,
): LotLife['whatIf'] {
  if (!main || main.clock.used === null) return [];
  const tried = [
    { name: 'Re-iced now', celsius: 0, frozen: false },
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

async function lockLot(work: Work, id: number) {
  const lot = await row<{ species_id: string }>(
    work.tx,
    'SELECT species_id FROM lot WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!lot) throw problems.notFound('No such lot');
  return lot;
}

export async function probeLot(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.probe>,
): Promise<{ id: number }> {
  await lockLot(work, id);
  const made = await run(
    work.tx,
    'INSERT INTO lot_probe (lot_id, at, tenths, staff_id) VALUES (?, ?, ?, ?)',
    [id, work.now, body.tenths, work.actor.id],
  );
  return { id: made.insertId };
}

/** A test clears a lot whose account is full; it is kept with who said so. */
export async function clearHistamine(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.clear>,
): Promise<{ id: number }> {
  const { species_id: speciesId } = await lockLot(work, id);
  if (!(await oneSpecies(work.tx, speciesId))!.histamine)
    throw problems.conflict('This species has no histamine account');
  await run(
    work.tx,
    'UPDATE lot SET histamine_clearance = ?, cleared_by = ?, version = version + 1 WHERE id = ?',
    [`${today(work)}: ${body.reason}`.slice(0, 500), work.actor.id, id],
  );
  return { id };
}
