import { existsSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { proveBooks } from '../platform/books/proof/index.ts';
import { countTables, openPool, row, transaction } from '../platform/db.ts';
import { type PrivateDatabase, startPrivateDatabase } from './database.ts';
import { prepare, wipe } from './prepare.ts';

/** Whether a shop lives in this database. */
async function isLived(databaseUrl: string): Promise<boolean> {
  const pool = openPool(databaseUrl, 1);
  try {
    const table = await row(
      pool,
      "SELECT 1 FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'staff'",
    );
    return table !== undefined && (await row(pool, 'SELECT 1 FROM staff LIMIT 1')) !== undefined;
  } finally {
    await pool.end();
  }
}

/** A file that a shop is made from: checked before anything is touched, then read into an empty database. */
interface Source {
  /** What is said once it is there, its books proven. */
  done: string;
  read: (databaseUrl: string) => Promise<void>;
}

/**
 * A command `npm run … -- FILE --data FOLDER` that makes the shop of a file where there is none, proves its books and says
 * how to open it; what it made for a file that will not do, it takes away again.
 */
export async function makeShop(usage: string, check: (file: string) => Promise<Source>): Promise<never> {
  const { values, positionals } = parseArgs({
    options: { data: { type: 'string' } },
    allowPositionals: true,
  });
  const [file] = positionals;
  const own = process.env.DATABASE_URL;
  if (!file || (!own && !values.data)) {
    console.error(usage);
    process.exit(2);
  }
  let database: PrivateDatabase | null = null;
  let made = false;
  try {
    const source = await check(resolve(file));
    const folder = resolve(values.data ?? '.');
    if (!own) {
      // Only a folder that was not there before is taken away again: what else lies in one is not ours.
      made = !existsSync(folder);
      database = await startPrivateDatabase(folder);
    }
    const url = own ?? database!.url;
    if (await isLived(url)) {
      made = false;
      throw new Error('There is a shop there already: nothing was changed. Choose an empty folder');
    }
    try {
      await wipe(url);
      await source.read(url);
      await prepare(url);
      const pool = openPool(url, 1);
      await countTables(pool);
      const proof = await transaction(pool, proveBooks);
      await pool.end();
      if (proof.faults.length > 0)
        throw new Error(
          `Its books do not agree, so it was put away again:\n${proof.faults.slice(0, 10).join('\n')}`,
        );
      console.log(
        `${source.done}: ${proof.movements} movements, ${proof.sales} sales, ${proof.sealed} sealed days. Every gram and every coin is where the books say.`,
      );
      if (!own)
        console.log(`Open it with ./start --empty --data ${values.data!} (the sample shop without --empty)`);
    } catch (error) {
      await wipe(url);
      throw error;
    }
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 1;
  } finally {
    await database?.stop();
    // What was made for a file that will not do is no shop: nothing of it stays.
    if (process.exitCode === 1 && made && values.data)
      rmSync(resolve(values.data), { recursive: true, force: true });
  }
  process.exit();
}
