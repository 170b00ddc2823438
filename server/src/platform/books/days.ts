import type { Work } from '../context.ts';
import { row, run } from '../db.ts';
import { problems } from '../problem.ts';

const lockOf = { shared: 'LOCK IN SHARE MODE', alone: 'FOR UPDATE' } as const;

/** Gates of a day: as many can write into it at once without waiting for each other. */
const gates = 16;
const gateRows = Array.from({ length: gates }, (_, gate) => `(?, ${gate})`).join(', ');

/**
 * Holds a trading day until the transaction ends; says whether it is closed. Whoever shares it leaves a mark at one gate,
 * always the same within a connection; whoever takes it alone leaves one at all: on a cluster, where no server waits for
 * the locks of another, the later of two such changes is refused and tried again.
 */
export async function holdDay(work: Work, day: string, how: keyof typeof lockOf): Promise<boolean> {
  const read = () =>
    row<{ closed: number }>(work.tx, `SELECT closed FROM trading_day WHERE day = ? ${lockOf[how]}`, [day]);
  let found = await read();
  if (!found) {
    await run(work.tx, 'INSERT IGNORE INTO trading_day (day) VALUES (?)', [day]);
    await run(
      work.tx,
      `INSERT IGNORE INTO day_gate (day, gate) VALUES ${gateRows}`,
      Array.from({ length: gates }, () => day),
    );
    found = await read();
  }
  await run(
    work.tx,
    `UPDATE day_gate SET passed = (passed + 1) MOD 1000000 WHERE day = ? ${how === 'shared' ? `AND gate = CONNECTION_ID() MOD ${gates}` : ''}`,
    [day],
  );
  return found?.closed === 1;
}

/**
 * Refuses to write into a day that is closed, and holds it open until what is written is committed: a close that comes
 * meanwhile waits and counts it.
 */
export async function refuseClosed(work: Work, day: string, instead: string): Promise<void> {
  if (await holdDay(work, day, 'shared')) throw problems.conflict(`${day} is closed: ${instead}`);
}
