import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { createGunzip } from 'node:zlib';
import { createConnection, type Connection } from 'mysql2/promise';
import { migrate, steps } from '../migrate.ts';
import type { BackupEnd, BackupHead, TableHead } from './format.ts';

/** Rows written in one statement, and about how many characters of them at the most. */
const together = 400;
const mostCharacters = 4_000_000;

/** A file that is no backup, or not a whole one: said as a person reads it. */
export class DamagedBackup extends Error {}

const damaged = (why: string) => new DamagedBackup(`This backup cannot be used: ${why}. Nothing was changed`);

/** The lines of a file that was packed; a file cut short or changed is found by its packing or by its checksum. */
async function* linesOf(file: string): AsyncGenerator<string> {
  const source = createReadStream(file);
  const unpacked = createGunzip();
  source.on('error', (error) => unpacked.destroy(error));
  try {
    yield* createInterface({ input: source.pipe(unpacked), crlfDelay: Infinity });
    if (unpacked.errored) throw unpacked.errored;
  } finally {
    source.destroy();
  }
}

/** What went wrong while a packed file was read. */
function unpacking(error: unknown): Error {
  const code = (error as NodeJS.ErrnoException).code ?? '';
  if (code === 'ENOENT') return damaged('there is no such file');
  if (code === 'EISDIR') return damaged('it is a folder');
  if (code.startsWith('Z_') || code === 'ERR_STREAM_PREMATURE_CLOSE')
    return damaged('it is cut short or changed');
  return error as Error;
}

/** Reads a backup to its end and holds it against its checksum. Throws `DamagedBackup`. */
export async function checkBackup(file: string): Promise<BackupHead & BackupEnd> {
  const hash = createHash('sha256');
  let head: BackupHead | null = null;
  let last: string | null = null;
  try {
    for await (const line of linesOf(file)) {
      if (last !== null) hash.update(`${last}\n`);
      last = line;
      if (head !== null) continue;
      head = JSON.parse(line) as BackupHead;
      if (head.format !== 'ember-slate-backup') throw damaged('it is another kind of file');
    }
  } catch (error) {
    if (error instanceof SyntaxError) throw damaged('it is another kind of file');
    throw error instanceof DamagedBackup ? error : unpacking(error);
  }
  let end: Partial<BackupEnd> = {};
  try {
    end = JSON.parse(last ?? '') as BackupEnd;
  } catch {
    // A file whose last line is none is cut short.
  }
  if (head === null || end.sha256 !== hash.digest('hex')) throw damaged('it is cut short or changed');
  const newest = Math.max(...steps().keys());
  if (head.schema > newest) throw damaged(`it was made by a newer version of the program (${head.program})`);
  return { ...head, ...(end as BackupEnd) };
}

/** What a shop is made of, in order: the head of a table, then its rows. */
export type ShopRecord = unknown[] | TableHead;

async function* recordsOf(file: string): AsyncGenerator<ShopRecord> {
  for await (const line of linesOf(file)) {
    const value = JSON.parse(line) as ShopRecord | BackupHead | BackupEnd;
    if (Array.isArray(value) || 'table' in value) yield value;
  }
}

/** About how long a row is, in characters. */
const lengthOf = (row: readonly unknown[]) =>
  row.reduce<number>((n, v) => n + (typeof v === 'string' ? v.length : 8), 0);

async function fill(db: Connection, records: AsyncIterable<ShopRecord>): Promise<void> {
  const next: [table: string, number: number][] = [];
  let table: TableHead | null = null;
  let waiting: unknown[][] = [];
  let characters = 0;
  const flush = async () => {
    if (!table || waiting.length === 0) return;
    const names = table.columns.map((c) => `\`${c}\``).join(', ');
    await db.query(`INSERT INTO \`${table.table}\` (${names}) VALUES ?`, [waiting]);
    waiting = [];
    characters = 0;
  };
  await db.beginTransaction();
  for await (const value of records) {
    if (Array.isArray(value)) {
      const { columns, bytes } = table!;
      const length = lengthOf(value);
      if (waiting.length >= together || characters + length > mostCharacters) await flush();
      characters += length;
      waiting.push(
        value.map((v, i) =>
          v !== null && bytes.includes(columns[i] ?? '') ? Buffer.from(v as string, 'base64') : v,
        ),
      );
    } else {
      await flush();
      await db.commit();
      await db.beginTransaction();
      table = value;
      if (value.next !== null) next.push([value.table, value.next]);
    }
  }
  await flush();
  await db.commit();
  for (const [name, number] of next) await db.query(`ALTER TABLE \`${name}\` AUTO_INCREMENT = ${number}`);
}

/**
 * Fills an empty database with a shop of some step's shape, and brings it up to today's. `databaseUrl` is written over:
 * whoever calls has seen that nothing is lost.
 */
export async function fillShop(
  databaseUrl: string,
  schema: number,
  records: AsyncIterable<ShopRecord>,
): Promise<void> {
  await migrate(databaseUrl, schema);
  const db = await createConnection({ uri: databaseUrl, timezone: 'Z', charset: 'utf8mb4' });
  try {
    await db.query(
      "SET SESSION time_zone = '+00:00', sql_mode = 'STRICT_ALL_TABLES,NO_AUTO_VALUE_ON_ZERO', foreign_key_checks = 0, unique_checks = 0",
    );
    const [tables] = await db.query(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' AND table_name NOT LIKE 'schema%'",
    );
    for (const { name } of tables as { name: string }[]) await db.query(`TRUNCATE TABLE \`${name}\``);
    await fill(db, records);
  } finally {
    await db.end();
  }
  await migrate(databaseUrl);
}

/** Fills an empty database from a backup that was checked. */
export const readBackup = (file: string, head: BackupHead, databaseUrl: string): Promise<void> =>
  fillShop(databaseUrl, head.schema, recordsOf(file));
