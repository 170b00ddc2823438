import { nth, sure } from '../found.ts';
import { hotC, warmC, type Reading, type TemperatureLog } from './log.ts';
import { said } from './say.ts';

/** One movement of a lot, seen from its stock rows: grams out of (-) and into (+) a row. */
export interface RowChange {
  at: number;
  movement: number;
  place: string;
  item: string;
  batch: number;
  grams: number;
  /** The movement this one takes back, if it takes one back. */
  undoes?: number | null;
}

/** A stretch of time a row lay in one place. */
export interface Stay {
  place: string;
  item: string;
  from: number;
  to: number;
}

/** Where the clock of one stock row stands. */
export interface RowClock {
  place: string;
  item: string;
  batch: number;
  /** What its movements leave there: the row's balance. */
  grams: number;
  /** Ice days used; null while the lot is ungraded. */
  used: number | null;
  warmMs: number;
  hot: boolean;
  assumedMs: number;
  /** When it was put into a frozen place, and when it was taken out again. */
  frozenAt: number | null;
  thawedAt: number | null;
  path: readonly Stay[];
}

export interface LotPath {
  changes: readonly RowChange[];
  grades: readonly { at: number; used: number }[];
  /** Core temperatures by probe, oldest first: a fish that came warm counts as warm until it was probed cold. */
  cores: readonly Reading[];
  logs: ReadonlyMap<string, TemperatureLog>;
  frozenPlaces: ReadonlySet<string>;
  /** How much faster the clock of this item runs: guts in, or cut. */
  paceOf: (item: string) => number;
  now: number;
}

type State = Omit<RowClock, 'grams'> & { at: number };

/** A stay in the freezer shorter than this does not freeze a fish (our choice). */
const freezesAfterMs = 2 * 3_600_000;

/** Times the core was above the histamine limit, by straight lines between probes and on after the last warm one. */
function warmCores(cores: readonly Reading[], now: number): [from: number, to: number][] {
  const found: [number, number][] = [];
  for (const [i, core] of cores.entries()) {
    const next = cores[i + 1];
    if (!next) {
      if (core.celsius > warmC && now > core.at) found.push([core.at, now]);
      continue;
    }
    const share = (c: number) => (c - core.celsius) / (next.celsius - core.celsius);
    const at = (c: number) => core.at + share(c) * (next.at - core.at);
    if (core.celsius > warmC) found.push([core.at, next.celsius > warmC ? next.at : at(warmC)]);
    else if (next.celsius > warmC) found.push([at(warmC), next.at]);
  }
  return found;
}

/**
 * The clock of every stock row of a lot, brought to `now`: replays its movements over the temperature logs of the
 * places it lay in. A moved part takes its clock along; where parts meet, the older clock counts; a row that was emptied
 * forgets its fish; what a movement takes back goes on with the clock it left with; a grade sets the clock of all of
 * the lot to what was seen.
 */
export function rowClocks(lot: LotPath): RowClock[] {
  const rows = new Map<string, { state: State; grams: number }>();
  const keyOf = (c: { place: string; item: string; batch: number }) => `${c.place} ${c.item} ${c.batch}`;
  const warm = warmCores(lot.cores, lot.now);
  const hotCore = lot.cores.some((c) => c.celsius > hotC);

  const advance = (s: State, to: number): State => {
    if (to <= s.at) return s;
    const log = lot.logs.get(s.place);
    const stay = sure(s.path.at(-1));
    const path = [...s.path.slice(0, -1), { ...stay, to }];
    if (!log) return { ...s, at: to, path };
    const span = log.span(s.at, to);
    let warmMs = span.warmMs;
    for (const [a, b] of warm) {
      const from = Math.max(a, s.at);
      const until = Math.min(b, to);
      // The core was warm whatever the place was: that stretch counts once.
      if (until > from) warmMs += until - from - log.span(from, until).warmMs;
    }
    return {
      ...s,
      at: to,
      path,
      used: s.used === null ? null : s.used + span.iceDays * lot.paceOf(s.item),
      warmMs: s.warmMs + warmMs,
      hot: s.hot || span.hot || hotCore,
      assumedMs: s.assumedMs + span.assumedMs,
    };
  };

  const enter = (from: State | null, c: RowChange): State => {
    const frozen = lot.frozenPlaces.has(c.place);
    const wasFrozen = from !== null && from.frozenAt !== null && c.at - from.frozenAt >= freezesAfterMs;
    return {
      place: c.place,
      item: c.item,
      batch: c.batch,
      at: c.at,
      used: from?.used ?? null,
      warmMs: from?.warmMs ?? 0,
      hot: from?.hot ?? hotCore,
      assumedMs: from?.assumedMs ?? 0,
      frozenAt: frozen ? (from?.frozenAt ?? c.at) : null,
      thawedAt: from?.thawedAt ?? (wasFrozen && !frozen ? c.at : null),
      path: [...(from?.path ?? []), { place: c.place, item: c.item, from: c.at, to: c.at }],
    };
  };

  const frozenFrom = (s: State) => s.path.findLast((p) => lot.frozenPlaces.has(p.place))?.from ?? Infinity;
  const older = (a: State, b: State): State => {
    const first = (b.used ?? 0) > (a.used ?? 0) ? b : a;
    // What was frozen last, or never, says what the freezer proves of all.
    const [one, two] = [frozenFrom(a), frozenFrom(b)];
    return {
      ...first,
      path: one === two ? first.path : one > two ? a.path : b.path,
      warmMs: Math.max(a.warmMs, b.warmMs),
      hot: a.hot || b.hot,
      assumedMs: Math.max(a.assumedMs, b.assumedMs),
      thawedAt: a.thawedAt ?? b.thawedAt,
    };
  };

  const gradeUpTo = (pending: { at: number; used: number }[], at: number) => {
    while (pending[0] && pending[0].at < at) {
      const grade = sure(pending.shift());
      for (const [key, row] of rows)
        rows.set(key, { ...row, state: { ...advance(row.state, grade.at), used: grade.used } });
    }
  };

  // States that left with a movement which was taken back later.
  const undone = new Set(lot.changes.map((c) => c.undoes).filter((id) => id !== undefined && id !== null));
  const left = new Map<string, State>();

  /** The clock of what comes into a row: of what it came from in the shop, or the one it left the shop with. */
  const cameFrom = (c: RowChange, sources: readonly State[], kept: State | null): State => {
    const back = left.get(`${c.undoes} ${keyOf(c)}`);
    if (back) return advance(back, c.at);
    // A count or a correction finds more of what lies there already.
    if (sources.length === 0 && kept) return advance(kept, c.at);
    const same = sources.filter((s) => s.item === c.item && s.batch === c.batch);
    const near = same.length > 0 ? same : sources;
    const from = near.length > 0 ? near : [...rows.values()].map((r) => advance(r.state, c.at));
    return enter(
      from.reduce<State | null>((a, b) => (a === null ? b : older(a, b)), null),
      c,
    );
  };

  const grades = [...lot.grades].sort((a, b) => a.at - b.at);
  const movements = new Map<number, RowChange[]>();
  for (const c of lot.changes) movements.set(c.movement, [...(movements.get(c.movement) ?? []), c]);
  for (const changes of [...movements.values()].sort(
    (a, b) => nth(a, 0).at - nth(b, 0).at || nth(a, 0).movement - nth(b, 0).movement,
  )) {
    const at = nth(changes, 0).at;
    gradeUpTo(grades, at);
    const sources: State[] = [];
    for (const c of changes.filter((x) => x.grams < 0)) {
      const row = rows.get(keyOf(c));
      if (!row) continue;
      const state = advance(row.state, at);
      sources.push(state);
      if (undone.has(c.movement)) left.set(`${c.movement} ${keyOf(c)}`, state);
      rows.set(keyOf(c), { state: row.state, grams: row.grams + c.grams });
    }
    for (const c of changes.filter((x) => x.grams > 0)) {
      const had = rows.get(keyOf(c));
      const state = cameFrom(c, sources, had?.state ?? null);
      rows.set(
        keyOf(c),
        had && had.grams > 0
          ? { state: older(advance(had.state, at), state), grams: had.grams + c.grams }
          : { state, grams: (had?.grams ?? 0) + c.grams },
      );
    }
  }
  gradeUpTo(grades, Infinity);
  return [...rows.values()].map(({ state, grams }) => ({ ...advance(state, lot.now), grams }));
}

/** Where a lot stands with histamine: hours above 4.4 C since landing against its limit. */
export interface HistamineAccount {
  hours: number;
  /** 4 h in all when any of it was above 21 C, else 8 h. */
  limitHours: number;
  state: 'open' | 'half' | 'full';
}

/** Where the limits of the account come from; their values are from memory. */
export const histamineSource = said('cumulative_exposure_after_fda_fish');

/** The account from its warm time: `half` from half the limit, `full` at the limit. Source: `histamineSource`. */
export function histamineAccount(clock: Pick<RowClock, 'warmMs' | 'hot'>): HistamineAccount {
  const hours = clock.warmMs / 3_600_000;
  const limitHours = clock.hot ? 4 : 8;
  return {
    hours,
    limitHours,
    state: hours >= limitHours ? 'full' : hours >= limitHours / 2 ? 'half' : 'open',
  };
}
