import { createConnection, type RowDataPacket } from 'mysql2/promise';
import { leftOut } from '../src/platform/backup/format.ts';

/** Every row of every table of a shop, in the order of its columns, as the database writes it. */
export async function everyRow(url: string): Promise<Record<string, string[]>> {
  const db = await createConnection({
    uri: url,
    dateStrings: true,
    jsonStrings: true,
    supportBigNumbers: true,
  });
  const [tables] = await db.query<RowDataPacket[]>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
  );
  const found: Record<string, string[]> = {};
  for (const { name } of tables as { name: string }[]) {
    if (leftOut.includes(name)) continue;
    const [rows] = await db.query<RowDataPacket[]>(`SELECT * FROM \`${name}\``);
    found[name] = rows.map((r) => JSON.stringify(r)).sort();
  }
  await db.end();
  return found;
}
