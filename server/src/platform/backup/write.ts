import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { createConnection, type Connection } from 'mysql2';
import type { RowDataPacket } from 'mysql2/promise';
import { programVersion } from '../config.ts';
import { type BackupEnd, type BackupHead, leftOut, type TableHead } from './format.ts';

/** Rows handed on together: a row at a time is slow, all at once is large. */
const together = 200;

export interface Written {
  file: string;
  bytes: number;
  rows: number;
}

/** Every table with its columns, those worked out by the database left out. */
async function tablesOf(db: Connection): Promise<TableHead[]> {
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

/** The lines of a backup, of one moment: whatever is written meanwhile is not in it. */
async function* linesOf(db: Connection, now: Date, done: (end: BackupEnd) => void): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const line = (value: object) => {
    const text = `${JSON.stringify(value)}\n`;
    hash.update(text);
    return text;
  };
  await db.promise().query("SET SESSION time_zone = '+00:00', max_statement_time = 0");
  await db.promise().query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
  await db.promise().query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
  const [newest] = (
    await db.promise().query<RowDataPacket[]>('SELECT MAX(version) AS version FROM schemaversion')
  )[0];
  yield line({
    format: 'ember-slate-backup',
    program: programVersion,
    schema: Number(newest!.version),
    made: now.toISOString(),
  } satisfies BackupHead);
  let rows = 0;
  for (const head of await tablesOf(db)) {
    yield line(head);
    const names = head.columns.map((c) => `\`${c}\``).join(', ');
    // By prepared statement: a number comes as it is kept, not as it is printed.
    const found = db.execute({ sql: `SELECT ${names} FROM \`${head.table}\``, rowsAsArray: true }).stream();
    let batch = '';
    let n = 0;
    for await (const row of found as AsyncIterable<unknown[]>) {
      batch += line(row.map((v) => (Buffer.isBuffer(v) ? v.toString('base64') : v)));
      rows++;
      if (++n % together > 0) continue;
      yield batch;
      batch = '';
    }
    if (batch !== '') yield batch;
  }
  const end = { rows, sha256: hash.digest('hex') };
  done(end);
  yield `${JSON.stringify(end)}\n`;
}

/**
 * Writes a backup of the whole shop into a folder, as one file; `why` stands in its name. It is there whole or not at
 * all. Throws what the disk or the database says.
 */
export async function writeBackup(
  databaseUrl: string,
  folder: string,
  now: Date,
  why: string,
): Promise<Written> {
  // Only the last folder of the path is made: a stick that is not plugged in must not turn into a folder of this disk.
  await mkdir(folder, { mode: 0o700 }).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EEXIST') throw error;
  });
  const stamp = now.toISOString().slice(0, 19).replaceAll(':', '');
  const file = join(folder, `ember-slate-${stamp}Z-${why}.gz`);
  const part = `${file}.part`;
  const db = createConnection({
    uri: databaseUrl,
    timezone: 'Z',
    charset: 'utf8mb4',
    dateStrings: true,
    jsonStrings: true,
    supportBigNumbers: true,
  });
  let rows = 0;
  try {
    const lines = linesOf(db, now, (end) => (rows = end.rows));
    await pipeline(Readable.from(lines), createGzip(), createWriteStream(part, { mode: 0o600 }));
    const written = await open(part);
    await written.sync();
    await written.close();
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    db.destroy();
  }
  return { file, bytes: (await stat(file)).size, rows };
}
