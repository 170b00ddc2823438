import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { open, rename, rm, stat } from 'node:fs/promises';
import { Readable, type Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { stringify } from 'csv-stringify';
import { stringify as stringifyAll } from 'csv-stringify/sync';
import type { Connection } from 'mysql2';
import type { RowDataPacket } from 'mysql2/promise';
import { ZipFile } from 'yazl';
import { programVersion } from '../config.ts';
import { hashPin } from '../sessions.ts';
import { beginSnapshot, connectAsWritten, rowsOf, tablesOf } from '../backup/snapshot.ts';
import type { TableHead } from '../backup/format.ts';
import { type Kind, kindOf, type Place, writings } from './columns.ts';

/** Text is quoted, so that an empty text and nothing at all are not the same; spreadsheets read numbers either way. */
const csv = { record_delimiter: 'windows', quoted_string: true } as const;

interface Column {
  table: string;
  name: string;
  type: string;
  nullable: string;
  kind: Kind;
}

async function columnsOf(db: Connection): Promise<Column[]> {
  const [found] = await db.promise().query<RowDataPacket[]>(
    `SELECT table_name AS \`table\`, column_name AS name, column_type AS type, data_type AS plainType, is_nullable AS nullable
     FROM information_schema.columns WHERE table_schema = DATABASE() AND is_generated = 'NEVER' ORDER BY table_name, ordinal_position`,
  );
  return (found as (Omit<Column, 'kind'> & { plainType: string })[]).map(({ plainType, ...c }) => ({
    ...c,
    kind: kindOf(c.name, plainType),
  }));
}

async function placeOf(db: Connection): Promise<Place> {
  const [found] = await db
    .promise()
    .query<RowDataPacket[]>("SELECT name, value FROM setting WHERE name IN ('currency', 'timeZone')");
  const set = new Map(
    (found as { name: string; value: string }[]).map((s) => [s.name, JSON.parse(s.value) as string]),
  );
  return { currency: set.get('currency') ?? 'EUR', timeZone: set.get('timeZone') ?? 'UTC' };
}

interface Written {
  tables: number;
  rows: number;
}
export interface Exported extends Written {
  file: string;
  bytes: number;
}

/** Stands for every PIN where they are left out: no PIN opens it. */
const noPin = () => hashPin(randomBytes(32).toString('hex'));

/**
 * Writes everything a shop knows into one ZIP of CSV files, of one moment: a table a file, `columns.csv` with what each
 * column holds, `shop.csv` with currency, zone and version. Money has a decimal point, temperatures are degrees Celsius,
 * times stand in the shop's zone. Never more than some rows are in memory. `pins`: whether what proves a PIN is in it,
 * as it is where the file stays with whoever keeps the server. Throws what the disk, the line or the database says.
 */
export async function writeExport(
  databaseUrl: string,
  out: Writable,
  now: Date,
  { pins }: { pins: boolean },
): Promise<Written> {
  const db = connectAsWritten(databaseUrl);
  const at: { reading: Readable | null } = { reading: null };
  try {
    const schema = await beginSnapshot(db);
    const columns = await columnsOf(db);
    const place = await placeOf(db);
    const how = writings(place);
    const tables = await tablesOf(db);
    const instead = pins ? null : await noPin();
    let rows = 0;
    async function* written(head: TableHead) {
      yield head.columns;
      const kinds = head.columns.map(
        (name) => columns.find((c) => c.table === head.table && c.name === name)!.kind,
      );
      const pinAt = instead !== null && head.table === 'staff' ? head.columns.indexOf('pin_hash') : -1;
      for await (const row of rowsOf(db, head)) {
        rows++;
        yield row.map((v, i) => (i === pinAt ? instead : how[kinds[i]!].write(v)));
      }
    }
    const zip = new ZipFile();
    const done = finished(zip.outputStream.pipe(out));
    const fail = new Promise<never>((_done, refuse) => zip.once('error', refuse));
    // A disk that is full or a line that is gone stops what is being read, before the connection is let go.
    out.once('error', () => at.reading?.destroy());
    out.once('close', () => at.reading?.destroy());
    const add = (name: string, text: readonly (readonly unknown[])[]) =>
      zip.addBuffer(Buffer.from(stringifyAll([...text], csv)), name, { mtime: now });
    add('shop.csv', [
      ['what', 'value'],
      ['format', 'ember-slate-export'],
      ['program', programVersion],
      ['schema', schema],
      ['made', now.toISOString()],
      ['currency', place.currency],
      ['time zone', place.timeZone],
    ]);
    add('columns.csv', [
      ['table', 'column', 'kind', 'type', 'may be empty', 'next number'],
      ...columns
        .filter((c) => tables.some((t) => t.table === c.table))
        .map((c) => [
          c.table,
          c.name,
          c.kind,
          c.type,
          c.nullable === 'YES' ? 'yes' : 'no',
          tables.find((t) => t.table === c.table)!.next,
        ]),
    ]);
    for (const head of tables)
      zip.addReadStreamLazy(`tables/${head.table}.csv`, { mtime: now }, (give) => {
        if (out.errored) return give(out.errored, null as never);
        const source = (at.reading = Readable.from(written(head)));
        const text = source.pipe(stringify(csv));
        source.once('error', (error) => text.destroy(error));
        text.once('error', (error) => zip.emit('error', error));
        give(null, text);
      });
    zip.end();
    await Promise.race([done, fail]);
    return { tables: tables.length, rows };
  } catch (error) {
    if (at.reading && !at.reading.closed) await once(at.reading, 'close');
    throw error;
  } finally {
    db.destroy();
  }
}

/** Writes an export into a file that is there only when it is whole. */
export async function exportToFile(databaseUrl: string, file: string, now: Date): Promise<Exported> {
  const part = `${file}.part`;
  try {
    const opened = await open(part, 'w', 0o600);
    const written = await writeExport(databaseUrl, opened.createWriteStream(), now, { pins: true });
    await rename(part, file);
    return { ...written, file, bytes: (await stat(file)).size };
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}
