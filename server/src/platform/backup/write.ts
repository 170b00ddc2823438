import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import type { Connection } from 'mysql2';
import { programVersion } from '../config.ts';
import { say } from '../say.ts';
import type { BackupEnd, BackupHead } from './format.ts';
import { beginSnapshot, connectAsWritten, rowsOf, tablesOf } from './snapshot.ts';

/** Rows handed on together: a row at a time is slow, all at once is large. */
const together = 200;

export interface Written {
  file: string;
  bytes: number;
  rows: number;
}

/** The lines of a backup, of one moment: whatever is written meanwhile is not in it. */
async function* linesOf(db: Connection, now: Date, done: (end: BackupEnd) => void): AsyncGenerator<string> {
  const hash = createHash('sha256');
  const line = (value: object) => {
    const text = `${JSON.stringify(value)}\n`;
    hash.update(text);
    return text;
  };
  const schema = await beginSnapshot(db);
  yield line({
    format: 'ember-slate-backup',
    program: programVersion,
    schema,
    made: now.toISOString(),
  } satisfies BackupHead);
  let rows = 0;
  for (const head of await tablesOf(db)) {
    yield line(head);
    let batch = '';
    let n = 0;
    for await (const row of rowsOf(db, head)) {
      batch += line(row);
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

/** What a disk says when it will not take a file, by its code. */
const ofDisk: Record<string, (folder: string) => string> = {
  ENOSPC: (folder) => say('no_room_in_folder', { folder }),
  EDQUOT: (folder) => say('no_room_in_folder', { folder }),
  EFBIG: (folder) => say('no_room_in_folder', { folder }),
  ENOENT: (folder) => say('no_such_folder', { folder }),
  ENOTDIR: (folder) => say('no_such_folder', { folder }),
  EACCES: (folder) => say('may_not_write_in_folder', { folder }),
  EPERM: (folder) => say('may_not_write_in_folder', { folder }),
  EROFS: (folder) => say('may_not_write_in_folder', { folder }),
};
/** The same error in words of the shop, where the disk is what is wrong. */
const inWords = (error: unknown, folder: string): unknown => {
  const words = ofDisk[(error as NodeJS.ErrnoException).code ?? ''];
  return words ? new Error(words(folder), { cause: error }) : error;
};

/**
 * Writes a backup of the whole shop into a folder, as one file; `why` stands in its name. It is there whole or not at
 * all. Throws what the disk, in words, or the database says.
 */
export async function writeBackup(
  databaseUrl: string,
  folder: string,
  now: Date,
  why: string,
): Promise<Written> {
  // Only the last folder of the path is made: a stick that is not plugged in must not turn into a folder of this disk.
  await mkdir(folder, { mode: 0o700 }).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EEXIST') throw inWords(error, folder);
  });
  const stamp = now.toISOString().slice(0, 19).replaceAll(':', '');
  const file = join(folder, `ember-slate-${stamp}Z-${why}.gz`);
  const part = `${file}.part`;
  const db = connectAsWritten(databaseUrl);
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
    throw inWords(error, folder);
  } finally {
    db.destroy();
  }
  return { file, bytes: (await stat(file)).size, rows };
}
