import type { Work } from './context.ts';
import { row, run } from './db.ts';
import { problems } from './problem.ts';

const lockOf = { shared: 'LOCK IN SHARE MODE', alone: 'FOR UPDATE' } as const;

/** Holds a trading day until the transaction ends; says whether it is closed. */
export async function holdDay(work: Work, day: string, how: keyof typeof lockOf): Promise<boolean> {
  const read = () =>
    row<{ closed: number }>(work.tx, `SELECT closed FROM trading_day WHERE day = ? ${lockOf[how]}`, [day]);
  const found = await read();
  if (found) return found.closed === 1;
  await run(work.tx, 'INSERT IGNORE INTO trading_day (day) VALUES (?)', [day]);
  return (await read())?.closed === 1;
}

/**
 * Refuses to write into a day that is closed, and holds it open until what is written is committed: a close that comes
 * meanwhile waits and counts it.
 */
export async function refuseClosed(work: Work, day: string, instead: string): Promise<void> {
  if (await holdDay(work, day, 'shared')) throw problems.conflict(`${day} is closed: ${instead}`);
}
