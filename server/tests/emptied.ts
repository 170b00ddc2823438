import { databaseNamed, openPool } from '../src/platform/db.ts';
import { prepare, wipe } from '../src/launch/prepare.ts';

/**
 * Databases of the shops of one test file. Making one takes most of a second, emptying one far less: a shop
 * that closes leaves its database, put back to how a new shop begins, to the next.
 */
const free: string[] = [];
let made = 0;

const nameOf = (url: string) => new URL(url).pathname.slice(1);
type Ask = (sql: string) => Promise<object[]>;
async function on<T>(url: string, work: (ask: Ask) => Promise<T>): Promise<T> {
  const pool = openPool(url, 1);
  try {
    return await work(async (sql) => (await pool.query(sql))[0] as object[]);
  } finally {
    await pool.end();
  }
}
const tablesOf = async (ask: Ask, name: string) =>
  (await ask(`SHOW TABLES FROM \`${name}\``)).map((t) => String(Object.values(t)[0]));
/** Tables that hold anything. */
async function filled(ask: Ask, name: string): Promise<string[]> {
  const tables = await tablesOf(ask, name);
  const any = tables.map((t) => `SELECT '${t}' AS name FROM DUAL WHERE EXISTS (SELECT 1 FROM \`${t}\`)`);
  return ((await ask(any.join(' UNION ALL '))) as { name: string }[]).map((t) => t.name);
}

/** A database as a new shop begins. */
export async function acquireDatabase(serverUrl: string): Promise<string> {
  const ready = free.pop();
  if (ready) return ready;
  const url = databaseNamed(serverUrl, `ember_slate_${process.pid}_${++made}`);
  const name = nameOf(url);
  // wipe() drops and makes the database it is given; it connects through the one that is there.
  await on(serverUrl, (ask) => ask(`CREATE DATABASE IF NOT EXISTS \`${name}\``));
  await wipe(url);
  await prepare(url);
  await on(url, async (ask) => {
    await ask(`CREATE OR REPLACE DATABASE \`${name}_new\``);
    for (const table of await filled(ask, name))
      await ask(`CREATE TABLE \`${name}_new\`.\`${table}\` AS SELECT * FROM \`${table}\``);
  });
  return url;
}

/** Puts a database back to how it was taken. */
export async function releaseDatabase(url: string): Promise<void> {
  const name = nameOf(url);
  await on(url, async (ask) => {
    await ask('SET FOREIGN_KEY_CHECKS = 0');
    // The ledger lets no row be deleted: its table is made anew, and so are all, to count from one again.
    for (const table of await filled(ask, name)) await ask(`TRUNCATE TABLE \`${table}\``);
    for (const table of await tablesOf(ask, `${name}_new`))
      await ask(`INSERT INTO \`${table}\` SELECT * FROM \`${name}_new\`.\`${table}\``);
  });
  free.push(url);
}
