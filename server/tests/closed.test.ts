import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConnection } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type PrivateDatabase, startPrivateDatabase } from '../src/launch/database.ts';
import { claim, unprivileged } from '../src/launch/account.ts';

/** The private database as somebody else on the machine finds it. */
describe('the private database', () => {
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-closed-'));
  let database: PrivateDatabase;
  beforeAll(async () => {
    database = await startPrivateDatabase(dir);
  });
  afterAll(async () => {
    await database.stop();
    rmSync(dir, { recursive: true, force: true });
  });
  const ask = async (sql: string) => {
    const db = await createConnection({ uri: database.url });
    const [found] = await db.query(sql).finally(() => db.end());
    return found as Record<string, unknown>[];
  };
  const variable = async (name: string) => (await ask(`SHOW VARIABLES LIKE '${name}'`))[0]!.Value as string;

  it('listens on no port, and nobody else may reach its socket', async () => {
    expect(await variable('skip_networking')).toBe('ON');
    expect(statSync(dir).mode & 0o077).toBe(0);
  });

  it('runs without the rights of root, with its own scratch folder, and writes no files for statements', async () => {
    const status = readFileSync(`/proc/${database.pid}/status`, 'utf8');
    const uid = Number(/^Uid:\t(\d+)/m.exec(status)![1]);
    expect(uid).not.toBe(0);
    expect(uid).toBe(unprivileged()?.uid ?? process.getuid!());
    expect(await variable('tmpdir')).toBe(join(dir, 'tmp'));
    expect(await variable('secure_file_priv')).toBe(`${join(dir, 'none')}/`);
    expect(await variable('local_infile')).toBe('OFF');
    await expect(ask("SELECT 1 INTO OUTFILE '/tmp/ember-slate-escaped'")).rejects.toThrow();
    expect(existsSync('/tmp/ember-slate-escaped')).toBe(false);
  });

  it('knows no account but its own, and none without a password', async () => {
    await expect(ask('SELECT * FROM mysql.global_priv')).rejects.toThrow(/denied/);
    const { socketPath } = Object.fromEntries(new URL(database.url).searchParams) as { socketPath: string };
    for (const user of ['root', 'ember', '', 'mariadb.sys', 'mysql'])
      for (const password of ['', 'root', 'ember']) {
        // As root of this machine the socket itself vouches for root: that is the owner.
        if (user === 'root' && process.getuid!() === 0) continue;
        await expect(createConnection({ socketPath, user, password })).rejects.toThrow(
          /denied|expired|locked/i,
        );
      }
  });

  it('closes what an older version left open', async () => {
    await database.stop();
    // As 0.5.0 made them: root from anywhere on the machine, no password.
    const old = spawnSync(
      'mariadbd',
      [
        '--no-defaults',
        '--bootstrap',
        `--datadir=${join(dir, 'mysql')}`,
        ...(process.getuid!() === 0 ? ['--user=ember-slate'] : []),
      ],
      {
        input: `INSERT INTO mysql.global_priv VALUES ('127.0.0.1', 'root', '{"access":18446744073709551615}'), ('::1', 'root', '{}'), ('%', '', '{}'), ('127.0.0.1', 'ember', '{}');\n`,
        encoding: 'utf8',
      },
    );
    expect(old.status, old.stderr).toBe(0);
    database = await startPrivateDatabase(dir);
    const log = await ask(
      'SELECT CURRENT_USER() AS me, (SELECT COUNT(*) FROM information_schema.user_privileges) AS mine',
    );
    expect(log[0]!.me).toBe('ember@localhost');
    const privileged = spawnSync(
      'mariadb',
      [
        '--no-defaults',
        `-S${join(dir, 'db.sock')}`,
        '-uroot',
        '-NBe',
        'SELECT CONCAT(User, "@", Host) FROM mysql.global_priv ORDER BY 1',
      ],
      { encoding: 'utf8' },
    );
    // Only the machine's own root may look; elsewhere the refusal above is the proof.
    if (process.getuid!() === 0)
      expect(privileged.stdout.trim().split('\n')).toEqual([
        'ember@localhost',
        'mariadb.sys@localhost',
        'root@localhost',
      ]);
    else expect(privileged.status).not.toBe(0);
  });

  it('two beside each other never touch each other', async () => {
    const other = mkdtempSync(join(tmpdir(), 'ember-slate-closed-'));
    const here = await createConnection({ uri: database.url, multipleStatements: true });
    try {
      // A scratch table on disk, held while another database starts and clears its own.
      await here.query(
        'SET SESSION tmp_memory_table_size = 0; CREATE TEMPORARY TABLE lies_open (n TEXT); INSERT INTO lies_open VALUES (REPEAT("a", 60000))',
      );
      const second = await startPrivateDatabase(other);
      await second.stop();
      const [kept] = await here.query('SELECT LENGTH(n) AS n FROM lies_open');
      expect(kept).toEqual([{ n: 60_000 }]);
    } finally {
      await here.end();
      rmSync(other, { recursive: true, force: true });
    }
  });
});

describe('a data folder', () => {
  it.skipIf(process.getuid!() !== 0)('that holds other things is never handed over', () => {
    const dir = mkdtempSync(join(tmpdir(), 'ember-slate-else-'));
    writeFileSync(join(dir, 'letters.txt'), 'mine');
    expect(() => claim(dir, unprivileged())).toThrow(/holds other things/);
    expect(statSync(join(dir, 'letters.txt')).uid).toBe(0);
    rmSync(dir, { recursive: true, force: true });
  });

  it('may lie deeper than a socket can be named', async () => {
    const top = mkdtempSync(join(tmpdir(), 'ember-slate-deep-'));
    const deep = join(top, 'd'.repeat(60), 'e'.repeat(60));
    mkdirSync(deep, { recursive: true, mode: 0o755 });
    spawnSync('chmod', ['-R', 'go+x', top]);
    const database = await startPrivateDatabase(deep);
    const db = await createConnection({ uri: database.url });
    expect((await db.query('SELECT 1 AS n'))[0]).toEqual([{ n: 1 }]);
    await db.end();
    await database.stop();
    rmSync(top, { recursive: true, force: true });
  });
});
