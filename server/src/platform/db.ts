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

/** Every connection: UTC, strict mode, each statement sees what is committed (rows that matter are locked). */
const sessionStart = [
  "SET SESSION time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'",
  'SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED',
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
  });
  pool.pool.on('connection', (connection) => {
    // A failure here closes the connection, which the next statement reports.
    for (const statement of sessionStart)
      connection.query(statement, (error) => error && connection.destroy());
  });
  return pool;
}

/** The same server's database of another name. */
export function databaseNamed(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
}

/** Rows of a prepared SELECT. */
export async function rows<T>(tx: Pick<Tx, 'execute'>, sql: string, values: Values = []): Promise<T[]> {
  const [result] = await tx.execute<RowDataPacket[]>(sql, values);
  return result as T[];
}

/** The first row of a prepared SELECT, or undefined. */
export const row = async <T>(
  tx: Pick<Tx, 'execute'>,
  sql: string,
  values: Values = [],
): Promise<T | undefined> => (await rows<T>(tx, sql, values))[0];

/** Runs a prepared INSERT, UPDATE or DELETE. */
export async function run(
  tx: Pick<Tx, 'execute'>,
  sql: string,
  values: Values = [],
): Promise<ResultSetHeader> {
  const [result] = await tx.execute<ResultSetHeader>(sql, values);
  return result;
}

/** A list of `?` for an IN clause of `n` values (at least one, so an empty list matches nothing). */
export const marks = (n: number) => (n === 0 ? 'NULL' : Array(n).fill('?').join(', '));

const retryable = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);
export const errorCode = (error: unknown): string => (error as { code?: string } | null)?.code ?? '';

/**
 * Runs `work` in one transaction; rolled back on any error, tried again up to three times when the database
 * ended it to break a deadlock (a Galera cluster reports a lost race the same way).
 */
export async function transaction<T>(pool: Pool, work: (tx: Tx) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    const tx = await pool.getConnection();
    let broken = false;
    try {
      await tx.beginTransaction();
      const result = await work(tx);
      await tx.commit();
      return result;
    } catch (error) {
      await tx.rollback().catch(() => {
        broken = true;
      });
      if (!retryable.has(errorCode(error)) || attempt === 3) throw error;
    } finally {
      if (broken) tx.destroy();
      else tx.release();
    }
  }
}

/**
 * Runs a read on one connection. Each statement sees what is committed when it begins, exactly as in a transaction of
 * this isolation level, so the two trips to begin and end one are saved.
 */
export async function reading<T>(pool: Pool, work: (tx: Tx) => Promise<T>): Promise<T> {
  const tx = await pool.getConnection();
  try {
    return await work(tx);
  } finally {
    tx.release();
  }
}
