import { createConnection } from 'mysql2/promise';
import Postgrator from 'postgrator';

/** Brings the database up to the newest numbered migration; returns how many were run. */
export async function migrate(databaseUrl: string): Promise<number> {
  const connection = await createConnection({ uri: databaseUrl, multipleStatements: true, timezone: 'Z' });
  try {
    const database = new URL(databaseUrl).pathname.slice(1);
    const postgrator = new Postgrator({
      driver: 'mysql',
      database,
      migrationPattern: new URL('./migrations/*.sql', import.meta.url).pathname,
      execQuery: async (sql) => ({ rows: (await connection.query(sql))[0] as never[] }),
    });
    return (await postgrator.migrate()).length;
  } finally {
    await connection.end();
  }
}
