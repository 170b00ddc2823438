import { setTimeout as sleep } from 'node:timers/promises';
import {
  createPool,
  type Pool,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
} from 'mysql2/promise';

/** What services read and write through: one transaction's connection. */
export type Tx = PoolConnection;
type Values = (string | number | boolean | Date | null | Buffer)[];
export type Asks = Pick<Tx, 'execute' | 'query'>;

/** How long one statement may run and wait for a row, s: longer is a fault, and somebody stands at the counter. */
const statementSeconds = 20;
const rowWaitSeconds = 8;
/** Statements a connection keeps prepared; the server has room for 16 382 over all connections of all processes. */
const keptStatements = 250;

/** Every connection: UTC, strict mode, each statement sees what is committed (rows that matter are locked). */
const sessionStart = [
  "SET SESSION time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'",
  'SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED',
  `SET SESSION max_statement_time = ${statementSeconds}, innodb_lock_wait_timeout = ${rowWaitSeconds}`,
];

export function openPool(url: string, connections = 10): Pool {
  const pool = createPool({
    uri: url,
    connectionLimit: connections,
    timezone: 'Z',
    dateStrings: ['DATE'],
    jsonStrings: true,
    charset: 'utf8mb4',
    decimalNumbers: true,
    connectTimeout: 5000,
    maxPreparedStatements: keptStatements,
  });
  pool.pool.on('connection', (connection) => {
    // A failure here closes the connection, which the next statement reports.
    for (const statement of sessionStart)
      connection.query(statement, (error) => error && connection.destroy());
  });
  return pool;
}

/** Runs what may take as long as it needs: a proof of ten years, which nobody at the counter waits for. */
export async function unhurried<T>(tx: Tx, work: (tx: Tx) => Promise<T>): Promise<T> {
  await tx.query('SET SESSION max_statement_time = 0');
  try {
    return await work(tx);
  } finally {
    await tx.query(`SET SESSION max_statement_time = ${statementSeconds}`);
  }
}

/** Written in one go: the database counts its tables anew before it chooses how to look things up in them. */
export async function countTables(pool: Pool): Promise<void> {
  const [tables] = await pool.query('SHOW TABLES');
  for (const [table] of (tables as object[]).map((t) => Object.values(t) as [string]))
    await pool.query(`ANALYZE TABLE \`${table}\``);
}

/** The same server's database of another name. */
export function databaseNamed(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
}

/** Stands before a list whose length varies: each length would be a statement of its own to keep prepared. */
const listMark = '/* list */';

/** A list of `?` for an IN clause of `n` values (at least one, so an empty list matches nothing). */
export const placeholders = (n: number) => (n === 0 ? 'NULL' : `${listMark}${Array(n).fill('?').join(', ')}`);

/** Sends a statement: prepared, or with its values quoted by the driver where it holds a list. */
const ask = <R extends RowDataPacket[] | ResultSetHeader>(tx: Asks, sql: string, values: Values) =>
  sql.includes(listMark) ? tx.query<R>(sql, values) : tx.execute<R>(sql, values);

/** Rows of a SELECT. */
export async function rows<T>(tx: Asks, sql: string, values: Values = []): Promise<T[]> {
  const [result] = await ask<RowDataPacket[]>(tx, sql, values);
  return result as T[];
}

/** The first row of a SELECT, or undefined. */
export const row = async <T>(tx: Asks, sql: string, values: Values = []): Promise<T | undefined> =>
  (await rows<T>(tx, sql, values))[0];

/** Runs an INSERT, UPDATE or DELETE. */
export async function run(tx: Asks, sql: string, values: Values = []): Promise<ResultSetHeader> {
  const [result] = await ask<ResultSetHeader>(tx, sql, values);
  return result;
}

export const errorCode = (error: unknown): string => (error as { code?: string } | null)?.code ?? '';

/** Two wanted the same rows, and the database ended one of them (a Galera cluster reports a lost race the same way). */
const contended = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);
export const isContended = (error: unknown): boolean => contended.has(errorCode(error));
/** The transaction was undone on its way, and is to be tried again. */
export const undone = () => Object.assign(new Error('undone on its way'), { code: 'ER_LOCK_DEADLOCK' });

/** Deadlocks are tried again at once; who waited for a row already waited long enough. */
const retryable = (error: unknown) => isContended(error) && errorCode(error) !== 'ER_LOCK_WAIT_TIMEOUT';
const mostAttempts = 6;

/** How long a request waits for the records, ms: a frozen database is said, not waited for. */
export const patienceMs = 15_000;

/** The records did not answer in time; whether a change got in is for its key to tell. */
export class NoAnswer extends Error {
  readonly code = 'NO_ANSWER';
}

/** Waits for an answer so long, ms; then throws NoAnswer and lets `late` clear up what still comes. */
async function within<T>(ms: number, asked: Promise<T>, late: () => void): Promise<T> {
  if (ms === Infinity) return asked;
  let timer: NodeJS.Timeout | undefined;
  const tooLate = new Promise<never>((_done, fail) => {
    timer = setTimeout(() => {
      late();
      fail(new NoAnswer('The database did not answer in time'));
    }, ms);
  });
  asked.catch(() => undefined);
  return Promise.race([asked, tooLate]).finally(() => clearTimeout(timer));
}

/** Works on one connection of the pool and puts it back; one that broke or did not answer is thrown away. */
async function onConnection<T>(pool: Pool, patienceMs: number, work: (tx: Tx) => Promise<T>): Promise<T> {
  const begun = Date.now();
  const asked = pool.getConnection();
  const tx = await within(
    patienceMs,
    asked,
    () =>
      void asked.then(
        (c) => c.release(),
        () => undefined,
      ),
  );
  let broken = false;
  try {
    return await within(patienceMs - (Date.now() - begun), work(tx), () => (broken = true));
  } catch (error) {
    broken ||= (error as { fatal?: boolean } | null)?.fatal === true;
    throw error;
  } finally {
    if (broken) tx.destroy();
    else tx.release();
  }
}

/**
 * Runs `work` in one transaction; rolled back on any error, tried again a few times when the database ended it to break
 * a deadlock. `work` may run more than once: what must happen once only waits until after (`jobs.ts`). Throws NoAnswer
 * when the records do not answer within `patienceMs`.
 */
export async function transaction<T>(
  pool: Pool,
  work: (tx: Tx) => Promise<T>,
  patienceMs = Infinity,
): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await onConnection(pool, patienceMs, async (tx) => {
        // Not a mere BEGIN: a cluster may undo what a transaction did so far, and what comes after must not count alone.
        await tx.query('SET autocommit = 0');
        try {
          const result = await work(tx);
          await tx.commit();
          return result;
        } catch (error) {
          await tx.rollback().catch(() => Object.assign(error as object, { fatal: true }));
          throw error;
        } finally {
          await tx.query('SET autocommit = 1').catch(() => tx.destroy());
        }
      });
    } catch (error) {
      if (!retryable(error) || attempt === mostAttempts) throw error;
      // Those who met once would meet again, were they all to come back at once.
      await sleep(Math.random() * 15 * attempt);
    }
  }
}

/**
 * Runs a read on one connection. Each statement sees what is committed when it begins, exactly as in a transaction of
 * this isolation level, so the two trips to begin and end one are saved.
 */
export const reading = <T>(pool: Pool, work: (tx: Tx) => Promise<T>, patienceMs = Infinity): Promise<T> =>
  onConnection(pool, patienceMs, work);
