import type { Readable } from 'node:stream';
import { parse } from 'csv-parse';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { fillShop, type ShopRecord } from '../backup/read.ts';
import type { TableHead } from '../backup/format.ts';
import { steps } from '../migrate.ts';
import { type Kind, type Place, writings } from './columns.ts';

/** A file that is no export, or not a whole one: said as a person reads it. */
export class DamagedExport extends Error {}
const damaged = (why: string) => new DamagedExport(`This export cannot be used: ${why}. Nothing was changed`);

type Row = (string | null)[];

/** The rows of a file of the ZIP; a cell without anything in it, not even quotes, is nothing at all. */
async function* rowsIn(zip: ZipFile, entry: Entry): AsyncGenerator<Row> {
  const stream: Readable = await zip.openReadStreamPromise(entry);
  const parser = parse({
    bom: true,
    cast: (value, { quoting }) => (value === '' && !quoting ? null : value),
    relax_column_count: false,
  });
  stream.once('error', (error) => parser.destroy(error));
  try {
    for await (const row of stream.pipe(parser)) yield row as Row;
  } catch (error) {
    throw damaged(`${entry.fileName}: ${(error as Error).message}`);
  }
}

async function all(zip: ZipFile, entries: ReadonlyMap<string, Entry>, name: string): Promise<Row[]> {
  const entry = entries.get(name);
  if (!entry) throw damaged(`${name} is missing`);
  const found: Row[] = [];
  for await (const row of rowsIn(zip, entry)) found.push(row);
  return found.slice(1);
}

interface Described extends Place {
  made: string;
  schema: number;
  tables: Map<string, { head: TableHead; kinds: Kind[] }>;
}

/** What the export says of itself: where its shop is, and what each table holds. */
async function describe(zip: ZipFile, entries: ReadonlyMap<string, Entry>): Promise<Described> {
  const shop = new Map((await all(zip, entries, 'shop.csv')).map(([what, value]) => [what, value]));
  if (shop.get('format') !== 'ember-slate-export') throw damaged('it is another kind of file');
  const schema = Number(shop.get('schema'));
  if (!steps().has(schema))
    throw damaged(`it was made by a newer version of the program (${shop.get('program') ?? 'unknown'})`);
  const tables: Described['tables'] = new Map();
  for (const [table, name, kind, , , next] of await all(zip, entries, 'columns.csv')) {
    if (!/^[a-z_]+$/.test(table ?? '') || !/^[a-z_0-9]+$/.test(name ?? ''))
      throw damaged(`columns.csv names ${table ?? 'nothing'}.${name ?? 'nothing'}`);
    const had = tables.get(table!) ?? {
      head: {
        table: table!,
        columns: [],
        bytes: [],
        next: next === null || next === undefined ? null : Number(next),
      },
      kinds: [],
    };
    tables.set(table!, {
      head: {
        ...had.head,
        columns: [...had.head.columns, name!],
        bytes: kind === 'bytes' ? [...had.head.bytes, name!] : had.head.bytes,
      },
      kinds: [...had.kinds, kind as Kind],
    });
  }
  return {
    made: shop.get('made') ?? '',
    schema,
    currency: shop.get('currency') ?? 'EUR',
    timeZone: shop.get('time zone') ?? 'UTC',
    tables,
  };
}

/** The records of a table: its head, then each row as the database keeps it. Throws by file and line what is wrong. */
async function* recordsOf(
  zip: ZipFile,
  entries: ReadonlyMap<string, Entry>,
  described: Described,
): AsyncGenerator<ShopRecord> {
  const how = writings(described);
  for (const { head, kinds } of described.tables.values()) {
    const name = `tables/${head.table}.csv`;
    const entry = entries.get(name);
    if (!entry) throw damaged(`${name} is missing`);
    yield head;
    let line = 0;
    for await (const row of rowsIn(zip, entry)) {
      line++;
      if (line === 1) {
        if (row.join() !== head.columns.join())
          throw damaged(`${name} has other columns than columns.csv says`);
        continue;
      }
      const at = line;
      yield row.map((cell, i) => {
        try {
          return how[kinds[i]!].read(cell);
        } catch (error) {
          throw damaged(`${name}, line ${at}, ${head.columns[i]!}: ${(error as Error).message}`);
        }
      });
    }
  }
}

async function open(file: string): Promise<{ zip: ZipFile; entries: Map<string, Entry> }> {
  try {
    const zip = await openPromise(file, { autoClose: false, lazyEntries: true });
    const entries = new Map<string, Entry>();
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
    return { zip, entries };
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === 'ENOENT') throw damaged('there is no such file');
    throw damaged('it is no ZIP file, or cut short');
  }
}

/** Reads what an export says of itself, before anything is touched. Throws `DamagedExport`. */
export async function checkExport(file: string): Promise<{ made: string }> {
  const { zip, entries } = await open(file);
  try {
    return await describe(zip, entries);
  } finally {
    zip.close();
  }
}

/**
 * Makes the shop of an export in an empty database. Throws `DamagedExport` in words for a file that is none; whoever calls
 * proves the books of what was made.
 */
export async function readExport(file: string, databaseUrl: string): Promise<void> {
  const { zip, entries } = await open(file);
  try {
    const described = await describe(zip, entries);
    await fillShop(databaseUrl, described.schema, recordsOf(zip, entries, described));
  } finally {
    zip.close();
  }
}
