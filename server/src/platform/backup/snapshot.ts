import { createConnection, type Connection } from 'mysql2';
import type { RowDataPacket } from 'mysql2/promise';
import { leftOut, type TableHead } from './format.ts';

/** A connection that hands every value on as the database writes it: times in UTC, JSON and large numbers as text. */
export const connectAsWritten = (databaseUrl: string): Connection =>
  createConnection({
    uri: databaseUrl,
    timezone: 'Z',
    charset: 'utf8mb4',
    dateStrings: true,
    jsonStrings: true,
    supportBigNumbers: true,
  });

/** From here on the connection sees the shop as it is now, whatever is written meanwhile; the newest step it had. */
export async function beginSnapshot(db: Connection): Promise<number> {
  await db.promise().query("SET SESSION time_zone = '+00:00', max_statement_time = 0");
  await db.promise().query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
  await db.promise().query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
  const [newest] = (
    await db.promise().query<RowDataPacket[]>('SELECT MAX(version) AS version FROM schemaversion')
  )[0];
  return Number(newest!.version);
}

/** Every table with its columns, those worked out by the database left out. */
export async function tablesOf(db: Connection): Promise<TableHead[]> {
  const ask = async <T>(sql: string) => (await db.promise().query<RowDataPacket[]>(sql))[0] as T[];
  const columns = await ask<{ table: string; name: string; type: string }>(
    `SELECT table_name AS \`table\`, column_name AS name, data_type AS type FROM information_schema.columns
     WHERE table_schema = DATABASE() AND is_generated = 'NEVER' ORDER BY table_name, ordinal_position`,
  );
  const tables = await ask<{ name: string; next: number | null }>(
    `SELECT table_name AS name, auto_increment AS next FROM information_schema.tables
     WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY table_name`,
  );
  return tables
    .filter((t) => !leftOut.includes(t.name))
    .map((t) => {
      const mine = columns.filter((c) => c.table === t.name);
      return {
        table: t.name,
        columns: mine.map((c) => c.name),
        bytes: mine.filter((c) => /blob|binary/.test(c.type)).map((c) => c.name),
        next: t.next,
      };
    });
}

/** The rows of a table one after another, never all of them in memory; bytes in base 64. */
export async function* rowsOf(db: Connection, head: TableHead): AsyncGenerator<unknown[]> {
  const names = head.columns.map((c) => `\`${c}\``).join(', ');
  // By prepared statement: a number comes as it is kept, not as it is printed.
  const found = db.execute({ sql: `SELECT ${names} FROM \`${head.table}\``, rowsAsArray: true }).stream();
  for await (const row of found as AsyncIterable<unknown[]>)
    yield row.map((v) => (Buffer.isBuffer(v) ? v.toString('base64') : v));
}
