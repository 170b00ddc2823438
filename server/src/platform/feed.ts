import type { Tag } from '@ember-slate/contract';
import type { Pool } from 'mysql2/promise';
import { type Asks, rows, run, type Tx } from './db.ts';

/** One change of the shop and what it touched; a screen knows its own changes by their id. */
export interface Change {
  id: number;
  tags: string[];
}

/** Notes in the same transaction what a change touched; returns its place in the feed. */
export const announce = async (tx: Tx, tags: readonly Tag[], now: Date): Promise<number> =>
  (await run(tx, 'INSERT INTO change_feed (at, tags) VALUES (?, ?)', [now, tags.join(',')])).insertId;

/** How far back a slow transaction's older id is still looked for. */
const overlap = 100;

/**
 * The revision the shop's records stand at: every change notes itself in the feed as it commits. The newest ids tell
 * also of one that committed late with an older id, since their sum only grows.
 */
export class Revision {
  private atFirst: Promise<string> | null = null;

  constructor(private readonly tx: Asks) {}

  /** What it was when this request first asked. */
  first(): Promise<string> {
    return (this.atFirst ??= this.current());
  }

  async current(): Promise<string> {
    const [found] = await rows<{ newest: number | null; sum: string | null }>(
      this.tx,
      `SELECT MAX(id) AS newest, CAST(SUM(id) AS CHAR) AS sum
       FROM (SELECT id FROM change_feed ORDER BY id DESC LIMIT ${overlap}) AS latest`,
    );
    return `${found?.newest ?? 0} ${found?.sum ?? 0}`;
  }
}

/**
 * Reads the change feed for every screen of this process: one poll, shared. Other processes' changes arrive the
 * same way, since the feed is a table. A transaction may commit an older id after a newer one, so ids are remembered
 * over an overlap and each is given out once.
 */
export class FeedReader {
  private listeners = new Set<(changes: Change[]) => void>();
  private seen = new Set<number>();
  private beginning: Promise<void> | null = null;
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly pool: Pool,
    private readonly everyMs = 250,
  ) {}

  /** Resolves once every change from now on will be heard. Rejects when the database is away. */
  async subscribe(listener: (changes: Change[]) => void): Promise<() => void> {
    this.beginning ??= this.begin();
    await this.beginning;
    this.listeners.add(listener);
    if (!this.timer) this.schedule();
    return () => {
      this.listeners.delete(listener);
    };
  }

  /** What is there already is no news. */
  private async begin() {
    try {
      const known = await rows<{ id: number }>(
        this.pool,
        `SELECT id FROM change_feed ORDER BY id DESC LIMIT ${overlap}`,
      );
      this.seen = new Set(known.map((k) => k.id));
    } catch (error) {
      this.beginning = null;
      throw error;
    }
  }

  private schedule() {
    const next = () => {
      this.timer = null;
      if (this.listeners.size > 0) this.schedule();
      else this.beginning = null;
    };
    // When the database is away, the next poll tries again.
    this.timer = setTimeout(() => void this.poll().then(next, next), this.everyMs);
    this.timer.unref();
  }

  private async poll() {
    const floor = Math.max(0, ...this.seen) - overlap;
    const found = await rows<{ id: number; tags: string }>(
      this.pool,
      'SELECT id, tags FROM change_feed WHERE id > ? ORDER BY id',
      [floor],
    );
    const fresh = found.filter((f) => !this.seen.has(f.id));
    if (fresh.length === 0) return;
    for (const f of fresh) this.seen.add(f.id);
    for (const id of this.seen) if (id <= floor) this.seen.delete(id);
    const changes = fresh.map((f) => ({ id: f.id, tags: f.tags.split(',') }));
    for (const listener of this.listeners) listener(changes);
  }
}
