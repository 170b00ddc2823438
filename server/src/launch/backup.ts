import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { writeBackup } from '../platform/backup/write.ts';
import { configFromEnv } from '../platform/config.ts';

const usage = `npm run backup -- FOLDER [--data FOLDER]
  Writes the whole shop into one file in the first folder, while it is open.
  --data    where its records live, .data unless given; DATABASE_URL points at a database of your own`;

const { values, positionals } = parseArgs({
  options: { data: { type: 'string', default: '.data' } },
  allowPositionals: true,
});
const [to] = positionals;
if (!to) {
  console.error(usage);
  process.exit(2);
}
try {
  const { databaseUrl } = configFromEnv(process.env, values.data);
  const { file, bytes, rows } = await writeBackup(databaseUrl, resolve(to), new Date(), 'by-hand');
  console.log(`${file}: ${rows} rows, ${(bytes / 1e6).toFixed(1)} MB`);
} catch (error) {
  console.error(`No backup was made: ${(error as Error).message}`);
  process.exit(1);
}
