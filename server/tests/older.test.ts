import { spawn } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { contract, type Route } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { migrate, steps } from '../src/platform/migrate.ts';
import { openPool, transaction } from '../src/platform/db.ts';
import { prepare, wipe } from '../src/launch/prepare.ts';
import { createApp } from '../src/app.ts';
import { ScaleAdapter } from '../src/platform/devices/scale.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { addStaff } from '../src/stages/people/commands.ts';
import { ApiClient } from './testShop.ts';
import { built } from './built.ts';
import { emptyDatabases } from './emptyDatabases.ts';
import { loadOlder } from './olderShop.ts';

/** Steps as shops have run them. A step that was run is never edited: what it should have done is a new one. */
const checksums: Record<number, string> = {
  1: 'c45e0635486731e207e88a9c3c2ffdca',
  2: '3000c19b64996e879409778d8848e45c',
  3: '9472e2bdf619d1c5575d2f02fd2ad93b',
  4: 'e8256eab172264e97480d0a07a54399f',
  5: '75232031ceb5f16c538e85d466399c92',
  6: '70e3fc20ad6649368a1489b104663518',
  7: '4e80c335cb8f4b9ad1587103b35b4b81',
  8: '3ed358deff4bbb625a651d12d97bcaf3',
  9: '56d34e0e82112ad7db6200305a421689',
  10: '7b93f8afac1c07bb643fc443c92d8cfd',
  11: 'b0eb83933904454ee1a2e416536de49e',
  12: '6e0b6640f079a7dcdcc973b9c595af8d',
  13: '64b91536f6c5bfe7fc3f82146d35d6d5',
  14: '39d2a073060727d72df760125cc9edbc',
  15: 'af26fea84cd6a28f17fb75f2bfe8d297',
  16: '5db1eb1056ab24d782172c73ac7539e6',
  17: '0952b4211bce3daf21fc10aa65d82d5d',
  18: 'ca52bde38a712102f7805c9cccd198d8',
  19: 'd6d9224a014742f8310d30cc402e2dc3',
  20: 'fbcee032f68b83bc089dfe0c28421b0f',
  21: 'c0ffa8535682e51e2bb0f42f9bc54697',
  22: '6105b4d02924abcd5adff092da5f42e1',
  23: 'e6de35fb4bca79f6f4580d43f0cfbbc6',
  24: 'd53ba60ca5355c9b00e7ec9fcdf84196',
  25: 'b54b70356fa248b3c23bbfa74417bed5',
  26: '9f7832f72ead90248b25f79af6924db7',
  27: '62f99c574e2477d06c9b91b50569988c',
  28: 'b905988ee3fcb8b41699353d3efa1e40',
  29: '2dc669fa406343424c03714af806553d',
  30: '02d362b5385f0cf07ebeeb4587d218be',
  31: 'aa612b6776771462716e3f5d210021c5',
  32: '26118698ff175acf8abee78159cfc2a0',
  33: 'a1ce62d9400b82fabb3a08e891338547',
  34: '6ea3c9b791e6e3a942d33c026dec59c5',
  35: '44693a29812c158d82f7012fa0a8790a',
  36: 'aff988fcfe7a1ffc686b17dafd7315e7',
  37: '6b20e6144daac084d040111cfe6e8b48',
  38: '01cc12a68cdfd8e545b05ef8c8d8bf5a',
  39: '7c8c41c86fcfdeccbe387d12430dae39',
  40: '1bd5bcf9e7ca95ac88eb7c47fff05ff2',
  41: '33b1df26c03e31eb630e5b2e48d99b34',
  42: 'abf225218dc222b6ead8c81cb777bd48',
  43: '6f41b45ee2dc9509f94dd22fc5cc1ca9',
};

it('no step that shops have run was edited', () => {
  const found = Object.fromEntries([...steps()].map(([version, s]) => [version, s.md5]));
  expect(found).toEqual(checksums);
});

const emptyDatabase = emptyDatabases();

type Sums = Record<string, string>;
/** How many rows every table has, and what its numbers add up to. */
async function sumsOf(url: string): Promise<Sums> {
  const pool = openPool(url, 1);
  const ask = async (sql: string) => (await pool.query(sql))[0] as Record<string, string | number | null>[];
  const columns = await ask(
    `SELECT table_name AS t, column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE()
     AND table_name NOT LIKE 'schema%' AND data_type IN ('int', 'bigint', 'smallint', 'double') ORDER BY 1, 2`,
  );
  const sums: Sums = {};
  for (const table of new Set(columns.map((c) => String(c.t)))) {
    const [count] = await ask(`SELECT COUNT(*) AS n FROM \`${table}\``);
    sums[table] = String(count!.n);
    for (const { c } of columns.filter((x) => x.t === table)) {
      const [sum] = await ask(`SELECT CAST(COALESCE(SUM(\`${c}\`), 0) AS CHAR) AS n FROM \`${table}\``);
      sums[`${table}.${c}`] = String(sum!.n);
    }
  }
  await pool.end();
  return sums;
}

describe('records of an older version', () => {
  const folder = new URL('./older/', import.meta.url);
  const versions = readdirSync(folder).map((f) => f.replace('.sql.br', ''));
  /** Tables that later steps fill, or whose columns they took away: nothing of them was typed by anybody. */
  const derived =
    /^(staff\.failures|ticket\.(step|line_id|sweep_.*)|weigh_out\.(kind|item)|species(\..*)?|scheme.*|order_line\..*|trading_day.*|day_sold.*|cut_plan.*|place\..*|reading\.revision)$/;

  it.each(versions)('%s open without loss, and every screen shows them', async (version) => {
    const url = await emptyDatabase(`older_${version.replace(/\W/g, '_')}`);
    loadOlder(url, version);
    const before = await sumsOf(url);
    await prepare(url);
    const after = await sumsOf(url);
    for (const [what, sum] of Object.entries(before))
      if (!derived.test(what)) expect(after[what], what).toBe(sum);
    const pool = openPool(url, 4);
    const server = createApp({
      pool,
      databaseUrl: url,
      scale: new ScaleAdapter(null),
      host: '127.0.0.1',
      webRoot: null,
      checkAnswers: true,
    }).app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    try {
      expect((await transaction(pool, proveBooks)).faults).toEqual([]);
      const screen = new ApiClient(`http://127.0.0.1:${(server.address() as { port: number }).port}`);
      const id = await transaction(pool, (tx) =>
        addStaff(tx, { name: 'Whoever opens it', role: 'manager', pin: '864201', demo: false }),
      );
      expect((await screen.signIn(id, '864201')).status).toBe(200);
      const views = Object.values(contract)
        .flatMap((room) => Object.values(room as Record<string, Route>))
        .filter((r) => r.kind === 'read' && !r.path.includes(':') && r.query === null);
      for (const route of views) {
        const reply = await screen.send(route);
        expect(reply.status, `${route.path}: ${JSON.stringify(reply.problem)?.slice(0, 300)}`).toBe(200);
      }
    } finally {
      server.closeAllConnections();
      server.close();
      await pool.end();
    }
  });

  it('of a version nobody knows are left alone and said to be so', async () => {
    const url = await emptyDatabase('unknown');
    await migrate(url);
    const pool = openPool(url, 1);
    await pool.query("UPDATE schemaversion SET md5 = 'ffffffffffffffffffffffffffffffff' WHERE version = 5");
    await pool.end();
    await expect(migrate(url)).rejects.toThrow(/does not know \(step 5\): nothing was changed/);
  });
});

describe('bringing records up to date', () => {
  const shapeOf = async (url: string) => {
    const pool = openPool(url, 1);
    const ask = async (sql: string) => (await pool.query(sql))[0] as Record<string, string>[];
    const tables = (await ask('SHOW TABLES'))
      .map((t) => Object.values(t)[0]!)
      .filter((t) => !t.startsWith('schema'));
    const shape = [];
    for (const t of tables)
      shape.push(
        Object.values((await ask(`SHOW CREATE TABLE \`${t}\``))[0]!)[1]!.replace(/AUTO_INCREMENT=\d+ /, ''),
      );
    shape.push(...(await ask('SHOW TRIGGERS')).map((t) => `${t.Trigger} ${t.Statement}`));
    await pool.end();
    return shape;
  };

  it('comes to the same from either wording of the step that shops ran in two', async () => {
    const whole = await emptyDatabase('one_wording');
    await migrate(whole);
    const url = await emptyDatabase('other_wording');
    await migrate(url, 32);
    const pool = openPool(url, 1);
    await pool.query('ALTER TABLE movement ADD KEY taken_back (undoes)');
    await pool.query("UPDATE schemaversion SET md5 = 'd9ce3adebaedf583915528f2f00007a3' WHERE version = 32");
    await pool.end();
    await migrate(url);
    expect(await shapeOf(url)).toEqual(await shapeOf(whole));
    expect(await migrate(url)).toBe(0);
  });

  it('goes on where it was killed, however often', async () => {
    const whole = await emptyDatabase('whole');
    await migrate(whole);
    const url = await emptyDatabase('killed');
    const pool = openPool(url, 1);
    const stepsDone = () =>
      pool
        .query('SELECT COALESCE(SUM(done), 0) + 0 AS n FROM schema_step')
        .then(([found]) => (found as { n: number }[])[0]!.n)
        .catch(() => 0);
    // Each time a little further on, somewhere in the middle of a statement or after it; then to the end.
    for (const target of [1, 4, 13, 22, 31, 40, Infinity]) {
      const child = spawn(
        process.execPath,
        [
          ...built('-e'),
          "import('./server/dist/platform/migrate.js').then((m) => m.migrate(process.env.DATABASE_URL))",
        ],
        {
          env: { ...process.env, DATABASE_URL: url },
          stdio: 'ignore',
        },
      );
      let code: number | null | undefined;
      const ended = new Promise<void>((done) => child.once('exit', (c) => ((code = c), done())));
      while (target < Infinity && code === undefined && (await stepsDone()) < target) await sleep(3);
      if (target < Infinity) child.kill('SIGKILL');
      await ended;
      expect(code).toBe(target === Infinity ? 0 : null);
      // A holder that died lets go after minutes: the test need not wait for that.
      await pool.query("UPDATE schema_holder SET until_at = '2000-01-01'");
    }
    await pool.end();
    expect(await shapeOf(url)).toEqual(await shapeOf(whole));
  }, 90_000);

  it.each([
    ['without a column', 'CREATE TABLE schemaversion (version BIGINT PRIMARY KEY)'],
    [
      'without what its steps were',
      'CREATE TABLE schemaversion (version BIGINT PRIMARY KEY, name TEXT NULL)',
    ],
  ])('goes on where the very first start was killed with its list of steps %s', async (_how, left) => {
    const url = await emptyDatabase('early');
    await wipe(url);
    const pool = openPool(url, 1);
    await pool.query(left);
    await pool.end();
    expect(await migrate(url)).toBe(steps().size);
    expect(await migrate(url)).toBe(0);
  });

  it('is done by one of several processes that start at once', async () => {
    const url = await emptyDatabase('several');
    const done = await Promise.all([migrate(url), migrate(url), migrate(url)]);
    expect(done.filter((n) => n > 0)).toHaveLength(1);
  });
});
