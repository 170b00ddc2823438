import type { Pool } from 'mysql2/promise';
import { run } from './db.ts';
import { log } from './log.ts';

/** Rows thrown away in one statement: none of them holds a lock for long. */
const step = 500;
/** Statements a look at one table takes at most; the next look goes on. */
const mostSteps = 40;
const everyMs = 3_600_000;

/**
 * What only grows, and how many days of it are of use. A request's key outlives whatever a screen may still hold and
 * send again; who signed in is shown for two weeks and tells a known screen for thirty days.
 */
const kept = [
  { table: 'idempotency', age: 'created_at', days: 60, also: '' },
  { table: 'change_feed', age: 'at', days: 2, also: '' },
  { table: 'sign_in', age: 'at', days: 90, also: '' },
  { table: 'sign_in_wait', age: 'last_at', days: 30, also: '' },
  { table: 'session', age: 'created_at', days: 2, also: '' },
  { table: 'job', age: 'made_at', days: 30, also: "AND state IN ('done', 'dropped')" },
] as const;

/** Throws away what is too old to be of use, in small steps; records of the shop's work are never among it. */
export async function prune(pool: Pool, now: Date): Promise<Readonly<Record<string, number>>> {
  const gone: Record<string, number> = {};
  for (const { table, age, days, also } of kept) {
    const before = new Date(now.getTime() - days * 24 * 3_600_000);
    gone[table] = 0;
    for (let i = 0; i < mostSteps; i++) {
      const { affectedRows } = await run(
        pool,
        `DELETE FROM ${table} WHERE ${age} < ? ${also} ORDER BY ${age} LIMIT ${step}`,
        [before],
      );
      gone[table] += affectedRows;
      if (affectedRows < step) break;
    }
  }
  return gone;
}

/** Prunes now and then; returns what stops it. */
export function keepPruned(pool: Pool, clock: () => Date): () => void {
  const look = () =>
    void prune(pool, clock()).catch((error: unknown) => log.warn({ err: error }, 'old rows were not pruned'));
  look();
  const timer = setInterval(look, everyMs);
  return () => clearInterval(timer);
}
