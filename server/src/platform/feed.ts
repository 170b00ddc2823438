import type { Tag } from '@ember-slate/contract';
import type { Pool } from 'mysql2/promise';
import { row, rows, run, type Tx } from './db.ts';

/** One change of the shop and what it touched; a screen knows its own changes by their id. */
export interface Change {
  id: number;
  tags: string[];
}

/** Notes in the same transaction what a change touched; returns its place in the feed. */
export const announce = async (tx: Tx, tags: readonly Tag[], now: Date): Promise<number> =>
  (await run(tx, 'INSERT INTO change_feed (at, tags) VALUES (?, ?)', [now, tags.join(',')])).insertId;

/**
 * Reads the change feed for every screen of this process: one poll, shared. Other processes' changes arrive the
 * same way, since the feed is a table.
 */
export class FeedReader {
  private listeners = new Set<(changes: Change[]) => void>();
  private last: number | null = null;
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly pool: Pool,
    private readonly everyMs = 250,
  ) {}

  subscribe(listener: (changes: Change[]) => void): () => void {
    this.listeners.add(listener);
    if (!this.timer) this.schedule();
    return () => {
      this.listeners.delete(listener);
    };
  }

  private schedule() {
    const next = () => {
      this.timer = null;
      if (this.listeners.size > 0) this.schedule();
      else this.last = null;
    };
    // When the database is away, the next poll tries again.
    this.timer = setTimeout(() => void this.poll().then(next, next), this.everyMs);
    this.timer.unref();
  }

  private async poll() {
    if (this.last === null) {
      this.last =
        (await row<{ id: number | null }>(this.pool, 'SELECT MAX(id) AS id FROM change_feed'))?.id ?? 0;
      return;
    }
    const fresh = await rows<{ id: number; tags: string }>(
      this.pool,
      'SELECT id, tags FROM change_feed WHERE id > ? ORDER BY id',
      [this.last],
    );
    if (fresh.length === 0) return;
    this.last = fresh.at(-1)!.id;
    const changes = fresh.map((f) => ({ id: f.id, tags: f.tags.split(',') }));
    for (const listener of this.listeners) listener(changes);
  }
}
