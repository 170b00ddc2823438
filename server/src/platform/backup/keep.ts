import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { tradingDay } from '@ember-slate/core/calendar';
import { createConnection, type Pool, type RowDataPacket } from 'mysql2/promise';
import { row, run, transaction } from '../db.ts';
import { announce } from '../feed.ts';
import { log } from '../log.ts';
import { steps } from '../migrate.ts';
import { readSettings, type ShopSettings } from '../settings.ts';
import { say } from '../say.ts';
import { writeBackup } from './write.ts';

/** How many backups of each kind stay in their folder. */
const kept = { nightly: 14, upgrade: 3 } as const;
/** From when on a night's backup is made, minutes after local midnight: nobody cuts or sells then. */
const nightFrom = 2 * 60;
const everyMs = 5000;
/** A backup that was begun so long ago and never ended died with its process; one that failed is tried again then, ms. */
const againMs = 3_600_000;

/** The folder backups go to; null where the records are in a database of one's own and no folder was said. */
export const backupFolder = (
  settings: Pick<ShopSettings, 'backupFolder'>,
  dataFolder: string | null,
): string | null =>
  settings.backupFolder !== '' ? settings.backupFolder : dataFolder && join(dataFolder, 'backups');

/** Throws the oldest of a kind away, and nothing that is not named as one of them. */
async function thinOut(folder: string, why: keyof typeof kept): Promise<void> {
  const mine = (await readdir(folder))
    .filter((f) => /^ember-slate-\d{4}-\d\d-\d\dT\d{6}Z-[a-z-]+\.gz$/.test(f) && f.endsWith(`-${why}.gz`))
    .sort();
  for (const old of mine.slice(0, Math.max(0, mine.length - kept[why]))) await rm(join(folder, old));
}

/**
 * Backs a shop up before its records are brought to a newer shape; nothing where there is no shop yet, or it is of
 * today's shape. Throws when it cannot: then nothing is changed.
 */
export async function backUpBeforeUpgrade(
  databaseUrl: string,
  folder: string,
  now: Date,
): Promise<string | null> {
  const db = await createConnection({ uri: databaseUrl });
  try {
    const [tables] = await db.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS n FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name IN ('schemaversion', 'staff')",
    );
    if (Number(tables[0]!.n) < 2) return null;
    const [at] = await db.query<RowDataPacket[]>(
      'SELECT (SELECT MAX(version) FROM schemaversion) AS version, (SELECT COUNT(*) FROM staff) AS staff',
    );
    if (Number(at[0]!.staff) === 0 || Number(at[0]!.version) >= Math.max(...steps().keys())) return null;
  } finally {
    await db.end();
  }
  const { file } = await writeBackup(databaseUrl, folder, now, 'upgrade');
  await thinOut(folder, 'upgrade');
  return file;
}

interface Due {
  id: number;
  nightly: number;
}

/** Asks for this night's backup once it is night, and again for one that failed. */
async function askForTonight(pool: Pool, settings: ShopSettings, now: Date): Promise<void> {
  const local = new Intl.DateTimeFormat('en-GB', {
    timeZone: settings.timeZone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(now);
  const [hours, minutes] = local.split(':').map(Number) as [number, number];
  if (hours * 60 + minutes < nightFrom) return;
  const night = tradingDay(now, settings);
  await run(pool, 'INSERT IGNORE INTO backup (night, asked_at) VALUES (?, ?)', [night, now]);
  await run(
    pool,
    'UPDATE backup SET started_at = NULL, ended_at = NULL, failed = NULL WHERE night = ? AND failed IS NOT NULL AND ended_at < ?',
    [night, new Date(now.getTime() - againMs)],
  );
}

/** Takes what is to be backed up, so that no other process does. */
async function claim(pool: Pool, now: Date): Promise<Due | null> {
  const dead = new Date(now.getTime() - againMs);
  const due = await row<Due>(
    pool,
    `SELECT id, night IS NOT NULL AS nightly FROM backup
     WHERE ended_at IS NULL AND (started_at IS NULL OR started_at < ?) ORDER BY id LIMIT 1`,
    [dead],
  );
  if (!due) return null;
  const { affectedRows } = await run(
    pool,
    'UPDATE backup SET started_at = ? WHERE id = ? AND ended_at IS NULL AND (started_at IS NULL OR started_at < ?)',
    [now, due.id, dead],
  );
  return affectedRows === 1 ? due : null;
}

/** Makes the backup that is due, if one is; says what became of it in the records. */
export async function backUpWhatIsDue(
  pool: Pool,
  databaseUrl: string,
  dataFolder: string | null,
  clock: () => Date,
): Promise<void> {
  const settings = await readSettings(pool);
  const folder = backupFolder(settings, dataFolder);
  if (folder !== null) await askForTonight(pool, settings, clock());
  const due = await claim(pool, clock());
  if (!due) return;
  let ended: { file: string; bytes: number } | { failed: string };
  try {
    if (folder === null) throw new Error(say('say_a_folder_for_backups'));
    ended = await writeBackup(databaseUrl, folder, clock(), due.nightly ? 'nightly' : 'asked');
    if (due.nightly) await thinOut(folder, 'nightly');
  } catch (error) {
    log.error({ err: error }, 'The shop was not backed up');
    ended = { failed: (error as Error).message.slice(0, 500) };
  }
  const { file, bytes, failed } = { file: null, bytes: null, failed: null, ...ended };
  await transaction(pool, async (tx) => {
    const now = clock();
    await run(tx, 'UPDATE backup SET ended_at = ?, file = ?, bytes = ?, failed = ? WHERE id = ?', [
      now,
      file,
      bytes,
      failed,
      due.id,
    ]);
    await announce(tx, ['close'], now);
  });
}

/** Backs the shop up every night and whenever somebody asks; returns what stops it. */
export function keepBackedUp(
  pool: Pool,
  databaseUrl: string,
  dataFolder: string | null,
  clock: () => Date,
): () => void {
  let busy = false;
  const timer = setInterval(() => {
    if (busy) return;
    busy = true;
    void backUpWhatIsDue(pool, databaseUrl, dataFolder, clock)
      .catch((error: unknown) => log.warn({ err: error }, 'backups wait for the records'))
      .finally(() => (busy = false));
  }, everyMs);
  return () => clearInterval(timer);
}
