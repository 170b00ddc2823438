import { dayMs } from '@ember-slate/core/calendar';
import type { ColdPlace } from '@ember-slate/contract';
import { TemperatureLog } from '@ember-slate/core/coldchain';
import type { Reader } from '../platform/context.ts';
import { type Asks, rows, type Tx } from '../platform/db.ts';

export type ReadingSource = NonNullable<ColdPlace['last']>['source'];

export interface PlaceRow {
  id: number;
  account: string;
  name: string;
  setTenths: number;
  limitTenths: number | null;
  sensor: string | null;
  revision: number;
  /** How often a reading of it was put right. */
  righted: number;
  version: number;
  /** Since when the shop has it no more. */
  removedAt: Date | null;
}

export const places = (tx: Asks): Promise<PlaceRow[]> =>
  rows<PlaceRow>(
    tx,
    `SELECT id, account, name, set_tenths AS setTenths, limit_tenths AS limitTenths, sensor, revision, righted, version, removed_at AS removedAt
     FROM place ORDER BY id`,
  );

/** Who read a place: how its last reading came, and when anything but a person's probe last spoke. */
export interface Said {
  at: number;
  source: ReadingSource;
  sensorAt: number | null;
}

interface Kept {
  revision: number;
  righted: number;
  setTenths: number;
  since: number;
  log: TemperatureLog;
  said: Said;
}

/**
 * Temperature logs of the shop, kept in this process and brought up to date from what the database has since: a new
 * reading costs one row. Never asked inside a transaction that writes readings, so it holds committed ones only.
 */
export class Logs {
  private kept = new Map<number, Kept>();

  /** Places, their logs and who read them, by account, reaching back to `since` at least. */
  async read(
    tx: Tx,
    since: number,
  ): Promise<{ places: PlaceRow[]; logs: Map<string, TemperatureLog>; said: Map<string, Said> }> {
    const found = await places(tx);
    const logs = new Map<string, TemperatureLog>();
    const said = new Map<string, Said>();
    for (const place of found) {
      const kept = await this.one(tx, place, since);
      logs.set(place.account, kept.log);
      said.set(place.account, kept.said);
    }
    return { places: found, logs, said };
  }

  private async one(tx: Tx, place: PlaceRow, since: number): Promise<Kept> {
    let kept = this.kept.get(place.id);
    if (!kept || kept.setTenths !== place.setTenths || kept.righted !== place.righted || kept.since > since) {
      // Two weeks at least, so that alarms and young lots share one reading of the table.
      const from = Math.min(since, kept?.since ?? Infinity) - 15 * dayMs;
      kept = {
        revision: 0,
        righted: place.righted,
        setTenths: place.setTenths,
        since: Math.max(0, from),
        log: new TemperatureLog(place.setTenths / 10),
        said: { at: 0, source: 'probe', sensorAt: null },
      };
    }
    if (kept.revision < place.revision) {
      const news = await rows<{ at: number; tenths: number; revision: number; source: ReadingSource }>(
        tx,
        // A probe at the same instant as the sensor counts.
        `SELECT ROUND(UNIX_TIMESTAMP(r.at) * 1000) AS at, r.tenths, r.revision, r.source FROM reading r
         WHERE r.place_id = ? AND r.revision > ? AND r.at >= ? AND (r.source = 'probe' OR NOT EXISTS
           (SELECT 1 FROM reading p WHERE p.place_id = r.place_id AND p.at = r.at AND p.source = 'probe'))
         ORDER BY r.at`,
        [place.id, kept.revision, new Date(kept.since)],
      );
      kept.log.add(news.map((r) => ({ at: r.at, celsius: r.tenths / 10 })));
      for (const { at, source } of news) {
        if (at >= kept.said.at) kept.said = { ...kept.said, at, source };
        if (source !== 'probe') kept.said = { ...kept.said, sensorAt: Math.max(at, kept.said.sensorAt ?? 0) };
      }
      kept.revision = Math.max(place.revision, ...news.slice(-1).map((r) => r.revision));
    }
    this.kept.set(place.id, kept);
    return kept;
  }
}

const newLogs = () => new Logs();

/** The temperature logs this process keeps at hand. */
export const logsOf = (work: Pick<Reader, 'kept'>): Logs => work.kept.of(newLogs);
