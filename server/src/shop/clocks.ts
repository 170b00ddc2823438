import { dayMs, closingOf, tradingDay } from '@ember-slate/core/calendar';
import {
  freezingProof,
  type FreezingRule,
  groundRefusal,
  histamineAccount,
  type HistamineAccount,
  rawFitness,
  type RawFitness,
  type RowChange,
  type RowClock,
  rowClocks,
  rowLife,
  type RowLife,
  type TemperatureLog,
} from '@ember-slate/core/coldchain';
import type { FormBook } from '@ember-slate/core/forms';
import { cutPace, landedPace, sellBy } from '@ember-slate/core/freshness';
import { isOfKind, lifeFactorOf } from '@ember-slate/core/ledger';
import type { Species } from '@ember-slate/core/species';
import { productOf, trimUses } from '@ember-slate/core/trim';
import { trimOf } from '@ember-slate/core/yields';
import type { Work, Reader } from '../platform/context.ts';
import { placeholders, rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';
import { logsOf, type PlaceRow } from './logs.ts';
import type { LotWithGrade } from './lots.ts';

/** Where one stock row stands: its clock, and what is left where it lies. */
export interface RowState {
  clock: RowClock;
  /** Whether anything still lies there. */
  held: boolean;
  /** Null while the lot is ungraded. */
  life: RowLife | null;
  expected: number;
  sellBy: string | null;
  /** Null unless the species forms histamine. */
  histamine: HistamineAccount | null;
}

/** Days at most, whatever the clock says: of trims and what is made of them. */
const itemDays = (item: string): number | null => {
  const part = trimOf(item);
  return part ? trimUses[part].mostDays : (productOf(item)?.mostDays ?? null);
};

/** How much faster the clock of an item of this lot runs: uncut fish keeps the pace of its guts, a piece that of its cut. */
export const paceOf = (
  species: Species,
  lot: Pick<LotWithGrade, 'condition'>,
  item: string,
  forms: FormBook,
): number => (item === 'whole' ? landedPace(species, lot.condition) : cutPace(lifeFactorOf(item, forms)));

type GradedLot = Pick<LotWithGrade, 'condition' | 'halfWidth' | 'verdict' | 'gradedAt'>;

/** Days at most whatever the clock says, of fish to be planned: thawed, or graded for use today. */
export const mostDaysOf = (lot: GradedLot, state: RowState | null): number | null =>
  state?.clock.thawedAt || lot.verdict === 'use_today' ? (state?.life?.left ?? 0) : null;

/** What an item would have left at a temperature: the clock as it stands, somewhere else. */
export function lifeAt(
  work: Pick<Work, 'now' | 'settings'>,
  species: Species,
  lot: GradedLot,
  clock: RowClock,
  expectedCelsius: number,
): { life: RowLife; sellBy: string | null } | null {
  if (clock.used === null) return null;
  const now = work.now.getTime();
  // Every step of its making keeps its own limit; frozen, time stands still.
  const until = clock.frozenAt ?? now;
  const limits = clock.path.flatMap((s, i) => {
    const most = itemDays(s.item);
    const first = clock.path.findIndex((p) => p.item === s.item) === i;
    return most === null || !first ? [] : [most - Math.max(0, until - s.from) / dayMs];
  });
  // "Use today" holds for the fish and all that is cut of it, until it is graded again; frozen, it goes by the freezer.
  if (lot.verdict === 'use_today' && !clock.frozenAt && !clock.thawedAt) {
    const day = tradingDay(lot.gradedAt!, work.settings);
    limits.push((closingOf(day, work.settings).getTime() - now) / dayMs);
  }
  const life = rowLife({
    species,
    used: clock.used,
    halfWidth: lot.halfWidth ?? 0,
    expectedCelsius,
    pace: paceOf(species, lot, clock.item, formsOf(work.settings)),
    mostDays: limits.length === 0 ? null : Math.min(...limits),
    frozenAt: clock.frozenAt,
    thawedAt: clock.thawedAt,
    now,
  });
  return { life, sellBy: sellBy(work.now, life.cautiousLeft, work.settings) };
}

/** The clocks of some lots at one moment. */
export class Clocks {
  constructor(
    readonly places: readonly PlaceRow[],
    readonly logs: ReadonlyMap<string, TemperatureLog>,
    private readonly states: ReadonlyMap<number, RowState[]>,
    private readonly now: number,
  ) {}

  /** What to expect of a place. */
  expected(account: string): number {
    return this.logs.get(account)?.expected(this.now) ?? 0;
  }

  ofLot(lotId: number): readonly RowState[] {
    return this.states.get(lotId) ?? [];
  }

  row(lotId: number, place: string, item: string, batch: number): RowState | null {
    return (
      this.ofLot(lotId).find(
        (s) => s.clock.place === place && s.clock.item === item && s.clock.batch === batch,
      ) ?? null
    );
  }

  /**
   * The row a lot is known by: what is still there, uncut fish first, in the cold before what lies at the bench for a
   * while, then what has the least left.
   */
  lot(lotId: number): RowState | null {
    const rank = (s: RowState) =>
      (s.held ? 0 : 1e9) +
      (s.clock.item === 'whole' ? 0 : 1e6) +
      (s.clock.place === 'place:bench' ? 1e5 : 0) +
      (s.life?.left ?? 0);
    return [...this.ofLot(lotId)].sort((a, b) => rank(a) - rank(b))[0] ?? null;
  }
}

/** Every movement of stock in and out of places; what takes another back knows which. */
const changesOf = (work: Reader, lotIds: readonly number[]) =>
  rows<RowChange & { lotId: number; kind: string }>(
    work.tx,
    // The few entries of these lots first, whatever the optimiser thinks of a table that has just grown.
    `SELECT STRAIGHT_JOIN e.lot_id AS lotId, ROUND(UNIX_TIMESTAMP(m.at) * 1000) AS at, m.id AS movement, m.kind, e.account AS place, e.item, e.batch, e.grams, m.undoes
     FROM entry e JOIN movement m ON m.id = e.movement_id
     WHERE e.lot_id IN (${placeholders(lotIds.length)}) AND e.account LIKE 'place:%'
     ORDER BY m.id`,
    [...lotIds],
  );

const gradesOf = (work: Reader, lotIds: readonly number[]) =>
  rows<{ lotId: number; at: number; used: number }>(
    work.tx,
    `SELECT lot_id AS lotId, ROUND(UNIX_TIMESTAMP(graded_at) * 1000) AS at, used_days AS used FROM grade
     WHERE lot_id IN (${placeholders(lotIds.length)}) AND void_at IS NULL ORDER BY id`,
    [...lotIds],
  );

/** Core temperatures of lots, oldest first: as they came, then as they were probed, those by themselves with their number. */
export const coresOf = (work: Reader, lotIds: readonly number[]) =>
  rows<{ lotId: number; at: number; celsius: number; probeId: number | null }>(
    work.tx,
    `SELECT lot_id AS lotId, ROUND(UNIX_TIMESTAMP(at) * 1000) AS at, tenths / 10 AS celsius, probe_id AS probeId FROM (
       SELECT l.id AS lot_id, d.arrived_at AS at, d.probe_tenths AS tenths, NULL AS probe_id FROM lot l JOIN delivery d ON d.id = l.delivery_id
         WHERE l.id IN (${placeholders(lotIds.length)}) AND d.probe_tenths IS NOT NULL
       UNION ALL SELECT p.lot_id, p.at, p.tenths, IF(EXISTS (SELECT 1 FROM grade g WHERE g.lot_id = p.lot_id AND g.graded_at = p.at), NULL, p.id)
         FROM lot_probe p WHERE p.lot_id IN (${placeholders(lotIds.length)})) AS cores ORDER BY at`,
    [...lotIds, ...lotIds],
  );

function byLot<T extends { lotId: number }>(found: readonly T[]): Map<number, T[]> {
  const map = new Map<number, T[]>();
  for (const f of found) {
    const had = map.get(f.lotId);
    if (had) had.push(f);
    else map.set(f.lotId, [f]);
  }
  return map;
}

/** What happened to some lots: their movements, grades and probes. */
export interface Histories {
  changes: ReadonlyMap<number, RowChange[]>;
  grades: ReadonlyMap<number, { at: number; used: number }[]>;
  cores: ReadonlyMap<number, { at: number; celsius: number }[]>;
}

export async function historiesOf(
  work: Reader,
  lots: readonly LotWithGrade[],
  book: ReadonlyMap<string, Species>,
): Promise<Histories> {
  const ids = lots.map((l) => l.id);
  const arrived = new Map(lots.map((l) => [l.id, l.arrivedAt.getTime()]));
  const histamine = lots.filter((l) => book.get(l.speciesId)!.histamine).map((l) => l.id);
  return {
    // Fish lies in the shop from when it came, not from when someone had time to weigh it.
    changes: byLot(
      (await changesOf(work, ids)).map((c) =>
        // A part that was split off lay with its lot until then.
        c.kind === 'land' || (c.kind === 'split' && c.grams > 0)
          ? { ...c, at: Math.min(c.at, arrived.get(c.lotId)!) }
          : c,
      ),
    ),
    grades: byLot(await gradesOf(work, ids)),
    cores: histamine.length > 0 ? byLot(await coresOf(work, histamine)) : new Map(),
  };
}

/** Brings the clocks of these lots to now over the logs of the places they lay in: arithmetic only. */
export function clocksFrom(
  work: Pick<Work, 'now' | 'settings'>,
  lots: readonly LotWithGrade[],
  book: ReadonlyMap<string, Species>,
  histories: Histories,
  { places, logs }: { places: readonly PlaceRow[]; logs: ReadonlyMap<string, TemperatureLog> },
): Clocks {
  const now = work.now.getTime();
  const forms = formsOf(work.settings);
  const frozenPlaces = new Set(places.filter((p) => p.setTenths <= -30).map((p) => p.account));
  const expected = new Map([...logs].map(([account, log]) => [account, log.expected(now)]));
  const states = new Map<number, RowState[]>();
  for (const lot of lots) {
    const species = book.get(lot.speciesId)!;
    const clocks = rowClocks({
      changes: histories.changes.get(lot.id) ?? [],
      grades: histories.grades.get(lot.id) ?? [],
      cores: histories.cores.get(lot.id) ?? [],
      logs,
      frozenPlaces,
      paceOf: (item) => paceOf(species, lot, item, forms),
      now,
    });
    const none = !clocks.some((c) => c.grams > 0);
    states.set(
      lot.id,
      clocks.map((clock) => {
        const celsius = expected.get(clock.place) ?? 0;
        const held = clock.grams > 0;
        // Rows that are empty have no life to tell, unless all of the lot is gone.
        const there = held || none ? lifeAt(work, species, lot, clock, celsius) : null;
        return {
          clock,
          held,
          life: there?.life ?? null,
          expected: celsius,
          sellBy: there?.sellBy ?? null,
          histamine: species.histamine ? histamineAccount(clock) : null,
        };
      }),
    );
  }
  return new Clocks(places, logs, states, now);
}

/** The clocks of these lots as they stand now. */
export async function clocksOf(
  work: Reader,
  lots: readonly LotWithGrade[],
  book: ReadonlyMap<string, Species>,
): Promise<Clocks> {
  const oldest = Math.min(work.now.getTime(), ...lots.map((l) => l.arrivedAt.getTime()));
  const kept = await logsOf(work).read(work.tx, oldest);
  return clocksFrom(work, lots, book, await historiesOf(work, lots, book), kept);
}

/** Whether a row may be eaten raw, by the freezer's log or the paper of its lot, as far as the shop's rules know it. */
export const rawOf = (
  work: Reader,
  lot: Pick<LotWithGrade, 'rawGround' | 'rawDocument' | 'production'>,
  item: string,
  state: RowState | null,
  logs: ReadonlyMap<string, TemperatureLog>,
): RawFitness =>
  rawFitness(
    item,
    freezingOf(work, state, logs)?.met === true,
    lot.rawGround === null || groundRefusal(lot.rawGround, lot.production, work.settings.ruleProfile)
      ? null
      : { ground: lot.rawGround, document: lot.rawDocument! },
  );

/** What the freezer's log proves for a row that lay there; null when it never did. */
export function freezingOf(
  work: Reader,
  main: RowState | null,
  logs: ReadonlyMap<string, TemperatureLog>,
): { met: boolean; rule: FreezingRule; hours: number; completeAt: number | null } | null {
  const stay = main?.clock.path.findLast((s) => isOfKind(s.place, 'freezer'));
  const log = stay && logs.get(stay.place);
  if (!main || !stay || !log) return null;
  const proof = freezingProof(log, stay.from, stay.to, work.settings.ruleProfile);
  return {
    met: proof.met !== null,
    ...proof.nearest,
    completeAt: proof.met || main.clock.place === stay.place ? proof.completeAt : null,
  };
}
