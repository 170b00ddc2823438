import { shippedSchemes } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { createPool } from 'mysql2/promise';
import { openPool, transaction } from '../platform/db.ts';
import { migrate } from '../platform/migrate.ts';
import { insertShipped } from '../stages/grading/commands/schemes.ts';
import { insertSpecies } from '../stages/species/commands.ts';

/** Migrations and the species book: what every shop has before its first day. Safe to run again. */
export async function prepare(databaseUrl: string): Promise<void> {
  await migrate(databaseUrl);
  const pool = openPool(databaseUrl, 2);
  try {
    await transaction(pool, async (tx) => {
      for (const species of catalogue) await insertSpecies(tx, species);
      for (const scheme of shippedSchemes) await insertShipped(tx, scheme, new Date());
    });
  } finally {
    await pool.end();
  }
}

/** Throws away everything in this database: its name is kept. */
export async function wipe(databaseUrl: string): Promise<void> {
  const pool = createPool({ uri: databaseUrl, connectionLimit: 1 });
  const name = new URL(databaseUrl).pathname.slice(1).replaceAll('`', '');
  try {
    await pool.query(`DROP DATABASE IF EXISTS \`${name}\``);
    await pool.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  } finally {
    await pool.end();
  }
}
