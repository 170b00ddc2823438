import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { prepare } from '../src/launch/prepare.ts';
import { checkBackup, DamagedBackup, readBackup } from '../src/platform/backup/read.ts';
import { backUpBeforeUpgrade, backUpWhatIsDue } from '../src/platform/backup/keep.ts';
import { writeBackup } from '../src/platform/backup/write.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { databaseNamed, openPool, row, transaction } from '../src/platform/db.ts';
import { built } from './built.ts';
import { emptyDatabases } from './emptyDatabases.ts';
import { everyRow } from './everyRow.ts';
import { loadOlder } from './olderShop.ts';
import { bassLot, delivery, openTestShop, pins } from './testShop.ts';

/* The whole shop in one file: written of one moment, read back to the last figure, and told when it is damaged. */
const folder = mkdtempSync(join(tmpdir(), 'ember-slate-backup-'));
const emptyDatabase = emptyDatabases();
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a shop that was lived in', () => {
  let url = '';
  let file = '';
  beforeAll(async () => {
    url = await emptyDatabase('backed_up');
    loadOlder(url, '0.5.0');
    await prepare(url);
    ({ file } = await writeBackup(url, folder, new Date('2026-11-30T21:04:00Z'), 'test'));
  });

  it('comes back row for row, byte for byte, and its books agree', async () => {
    const head = await checkBackup(file);
    const before = await everyRow(url);
    expect(head.rows).toBe(Object.values(before).reduce((n, rows) => n + rows.length, 0));
    expect(head.rows).toBeGreaterThan(1000);
    const again = await emptyDatabase('restored');
    await readBackup(file, head, again);
    expect(await everyRow(again)).toEqual(before);
    const pool = openPool(again, 1);
    expect((await transaction(pool, proveBooks)).faults).toEqual([]);
    // Numbers go on where they were: nothing that was once given is given again.
    const next = (of: string) =>
      row(
        pool,
        "SELECT GROUP_CONCAT(CONCAT(table_name, ' ', auto_increment) ORDER BY table_name) AS n FROM information_schema.tables WHERE table_schema = ? AND table_name NOT IN ('session') AND table_name NOT LIKE 'schema%'",
        [new URL(of).pathname.slice(1)],
      );
    expect(await next(again)).toEqual(await next(url));
    // The ledger only grows, here too.
    await expect(pool.query('DELETE FROM entry LIMIT 1')).rejects.toThrow(/append-only/);
    await pool.end();
  });

  it('is told when any of it is cut off or changed', async () => {
    const whole = readFileSync(file);
    const bad = join(folder, 'bad.gz');
    const verdict = async (bytes: Buffer) => {
      writeFileSync(bad, bytes);
      return checkBackup(bad).then(
        (head) => head.sha256,
        (error: unknown) => (error instanceof DamagedBackup ? 'damaged' : String(error)),
      );
    };
    const { sha256 } = await checkBackup(file);
    for (const part of [0, 1, 9, 10, 100, whole.length >> 1, whole.length - 9, whole.length - 1])
      expect(await verdict(whole.subarray(0, part)), `cut at ${part}`).toBe('damaged');
    for (let i = 0; i < 24; i++) {
      const at = Math.floor((i * whole.length) / 24);
      const changed = Buffer.from(whole);
      changed[at] = changed[at]! ^ 0x55;
      // The head of a packed file has bytes that mean nothing to what is in it.
      expect(['damaged', ...(at < 10 ? [sha256] : [])], `changed at ${at}`).toContain(await verdict(changed));
    }
    expect(await verdict(Buffer.from('a letter to the bank'))).toBe('damaged');
    await expect(checkBackup(join(folder, 'nowhere.gz'))).rejects.toThrow(/no such file/);
    await expect(checkBackup(folder)).rejects.toThrow(/folder/);
  });
});

describe('a backup', () => {
  it('is of one moment, however much is written meanwhile', async () => {
    const shop = await openTestShop(inject('databaseUrl'));
    try {
      await shop.manager.signIn(shop.staff.manager, pins.manager);
      let going = true;
      let landed = 0;
      const busy = (async () => {
        while (going) {
          const { id } = await shop.manager.ok(contract.landing.createDelivery, { body: delivery() });
          await shop.manager.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
          landed++;
        }
      })();
      await expect.poll(() => landed, { timeout: 20_000 }).toBeGreaterThan(2);
      const { file } = await writeBackup(shop.url, folder, new Date('2026-11-30T21:05:00Z'), 'busy');
      going = false;
      await busy;
      const again = await emptyDatabase('busy');
      await readBackup(file, await checkBackup(file), again);
      const pool = openPool(again, 1);
      expect((await transaction(pool, proveBooks)).faults).toEqual([]);
      const lots = await row<{ lots: number; moved: number }>(
        pool,
        'SELECT (SELECT COUNT(*) FROM lot) AS lots, (SELECT COUNT(DISTINCT lot_id) FROM entry) AS moved',
      );
      expect(lots!.moved).toBe(lots!.lots);
      expect(lots!.lots).toBeGreaterThan(0);
      await pool.end();
    } finally {
      await shop.close();
    }
  });

  it('is there whole or not at all: a folder that takes nothing is said, and nothing is left in it', async () => {
    const file = join(folder, 'no-folder');
    writeFileSync(file, '');
    await expect(writeBackup(inject('databaseUrl'), join(file, 'x'), new Date(), 'test')).rejects.toThrow(
      /There is no folder/,
    );
    const empty = join(folder, 'nothing');
    await expect(
      writeBackup(databaseNamed(inject('databaseUrl'), 'ember_slate_nowhere'), empty, new Date(), 'test'),
    ).rejects.toThrow();
    expect(readdirSync(empty)).toEqual([]);
  });
});

describe('a disk that takes no more', () => {
  it('is said in words, and leaves no half of a backup and no shop that is less for it', async () => {
    const url = await emptyDatabase('no_room');
    loadOlder(url, '0.5.0');
    await prepare(url);
    const before = await everyRow(url);
    const to = join(folder, 'full');
    // No file may grow over 8 kB: to a program the same as a disk that is full.
    const tried = spawnSync(
      'bash',
      ['-c', 'ulimit -f 8; exec "$0" "$@"', process.execPath, ...built('server/dist/launch/backup.js'), to],
      { encoding: 'utf8', env: { ...process.env, DATABASE_URL: url } },
    );
    expect(tried.stderr).toBe(`No backup was made: There is no room left in ${to}\n`);
    expect([tried.status, readdirSync(to)]).toEqual([1, []]);
    expect(await everyRow(url)).toEqual(before);
  });
});

describe('a shop that backs itself up', () => {
  it('does so once a night, whichever process looks, and whenever somebody asks; it says what became of it', async () => {
    const shop = await openTestShop(inject('databaseUrl'));
    const data = mkdtempSync(join(tmpdir(), 'ember-slate-nights-'));
    const made = () => (existsSync(join(data, 'backups')) ? readdirSync(join(data, 'backups')).sort() : []);
    const said = () => shop.manager.ok(contract.settings.backups);
    // Two processes look at the same moment.
    const look = async (at: string) => {
      shop.clock.now = new Date(at);
      await Promise.all([0, 1].map(() => backUpWhatIsDue(shop.pool, shop.url, data, () => shop.clock.now)));
      await shop.manager.signIn(shop.staff.manager, pins.manager);
    };
    try {
      await shop.manager.signIn(shop.staff.manager, pins.manager);
      // Europe/Dublin in winter: midnight there is midnight in UTC, and the night begins at two.
      await look('2026-11-26T01:59:00Z');
      expect(made()).toEqual([]);
      for (const hour of ['02:00', '02:01', '23:00']) await look(`2026-11-26T${hour}:00Z`);
      expect(made()).toEqual(['ember-slate-2026-11-26T020000Z-nightly.gz']);
      expect((await said()).last).toMatchObject({ at: '2026-11-26T02:00:00.000Z' });

      await shop.manager.ok(contract.settings.backUp);
      await shop.manager.ok(contract.settings.backUp);
      expect((await said()).running).toBe(true);
      await look('2026-11-26T23:30:00Z');
      expect((await said()).running).toBe(false);
      expect(made().filter((f) => f.includes('asked'))).toEqual(['ember-slate-2026-11-26T233000Z-asked.gz']);

      // Fourteen nights stay; what somebody asked for, and what is no backup, stays too.
      writeFileSync(join(data, 'backups', 'ember-slate-notes-nightly.gz'), '');
      for (let night = 27; night < 27 + 16; night++)
        await look(new Date(Date.UTC(2026, 10, night, 3)).toISOString());
      const nights = made().filter((f) => /T\d{6}Z-nightly\.gz$/.test(f));
      expect([nights.length, nights[0]]).toEqual([14, 'ember-slate-2026-11-29T030000Z-nightly.gz']);
      expect(made()).toContain('ember-slate-2026-11-26T233000Z-asked.gz');
      expect(made()).toContain('ember-slate-notes-nightly.gz');

      // A folder that is none: it is said, tried again an hour later, and forgotten once it went well.
      const { version } = (await shop.manager.ok(contract.settings.all)).backups;
      await shop.manager.ok(contract.settings.setBackups, { body: { version, folder: '/proc/nowhere' } });
      await look('2026-12-20T03:00:00Z');
      expect((await said()).failed?.why).toBe('There is no folder /proc/nowhere: is the stick plugged in?');
      await shop.manager.ok(contract.settings.setBackups, {
        body: { version: version + 1, folder: join(data, 'usb') },
      });
      await look('2026-12-20T03:30:00Z');
      expect((await said()).failed).not.toBeNull();
      await look('2026-12-20T04:01:00Z');
      expect(await said()).toMatchObject({ failed: null, last: { at: '2026-12-20T04:01:00.000Z' } });
      expect(readdirSync(join(data, 'usb'))).toEqual(['ember-slate-2026-12-20T040100Z-nightly.gz']);
    } finally {
      rmSync(data, { recursive: true, force: true });
      await shop.close();
    }
  }, 120_000);

  it('does so before its records are brought to a newer shape, and not otherwise', async () => {
    const url = await emptyDatabase('upgraded');
    const to = join(folder, 'upgrades');
    expect(await backUpBeforeUpgrade(url, to, new Date())).toBeNull();
    loadOlder(url, '0.5.0');
    const file = await backUpBeforeUpgrade(url, to, new Date('2026-11-30T05:00:00Z'));
    expect(file).toMatch(/upgrade\.gz$/);
    await prepare(url);
    expect(await backUpBeforeUpgrade(url, to, new Date())).toBeNull();
    // What was backed up in its old shape comes back in today's.
    const again = await emptyDatabase('downgraded');
    await readBackup(file!, await checkBackup(file!), again);
    await prepare(again);
    expect(await everyRow(again)).toEqual(await everyRow(url));
  });
});

describe('the commands', () => {
  const { DATABASE_URL: _mine, ...env } = process.env;
  const command = (name: 'backup' | 'restore', args: string[], more: Record<string, string> = {}) =>
    spawnSync(process.execPath, [...built(`server/dist/launch/${name}.js`), ...args], {
      env: { ...env, ...more },
      encoding: 'utf8',
    });

  it('take nothing away that was there before, when a restore fails', async () => {
    const shop = await openTestShop(inject('databaseUrl'));
    const data = mkdtempSync(join(tmpdir(), 'ember-slate-mine-'));
    try {
      writeFileSync(join(data, 'letters.txt'), 'mine');
      // A shop whose books do not agree: it is put away again, and nothing but it.
      await shop.manager.signIn(shop.staff.manager, pins.manager);
      const { id } = await shop.manager.ok(contract.landing.createDelivery, { body: delivery() });
      await shop.manager.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
      await shop.pool.query('UPDATE balance SET grams = grams + 1');
      const { file } = await writeBackup(shop.url, join(folder, 'off'), new Date(), 'off');
      const restored = command('restore', [file, '--data', data]);
      expect([restored.status, restored.stderr]).toEqual([1, expect.stringContaining('do not agree')]);
      expect(readFileSync(join(data, 'letters.txt'), 'utf8')).toBe('mine');
    } finally {
      rmSync(data, { recursive: true, force: true });
      await shop.close();
    }
  }, 120_000);

  it('make a shop again in an empty folder, and never over one that lives', async () => {
    const shop = await openTestShop(inject('databaseUrl'));
    const to = join(folder, 'by-hand');
    const data = mkdtempSync(join(tmpdir(), 'ember-slate-again-'));
    const bad = `${data}-bad`;
    try {
      const made = command('backup', [to], { DATABASE_URL: shop.url });
      expect(made.stderr).toBe('');
      expect(made.stdout).toMatch(/by-hand\.gz: \d+ rows/);
      const file = join(to, readdirSync(to)[0]!);

      expect(command('restore', [file]).status).toBe(2);
      const live = command('restore', [file], { DATABASE_URL: shop.url });
      expect([live.status, live.stderr]).toEqual([
        1,
        expect.stringContaining('There is a shop there already'),
      ]);

      const restored = command('restore', [file, '--data', data]);
      expect(restored.stderr).toBe('');
      expect(restored.stdout).toMatch(/Every gram and every coin is where the books say/);
      const twice = command('restore', [file, '--data', data]);
      expect([twice.status, twice.stderr]).toEqual([
        1,
        expect.stringContaining('There is a shop there already'),
      ]);

      writeFileSync(file, readFileSync(file).subarray(0, 300));
      const damaged = command('restore', [file, '--data', bad]);
      expect([damaged.status, damaged.stderr]).toEqual([1, expect.stringContaining('cut short or changed')]);
      expect(existsSync(bad)).toBe(false);
    } finally {
      rmSync(data, { recursive: true, force: true });
      await shop.close();
    }
  }, 120_000);
});
