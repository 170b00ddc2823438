import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { configFromEnv } from '../platform/config.ts';
import { exportToFile } from '../platform/export/write.ts';

const usage = `npm run export -- FILE.zip [--data FOLDER]
  Writes everything the shop knows into one ZIP of CSV files, while it is open: to be read, or imported elsewhere.
  --data    where its records live, .data unless given; DATABASE_URL points at a database of your own`;

const { values, positionals } = parseArgs({
  options: { data: { type: 'string', default: '.data' } },
  allowPositionals: true,
});
const [to] = positionals;
if (!to?.endsWith('.zip')) {
  console.error(usage);
  process.exit(2);
}
try {
  const { databaseUrl } = configFromEnv(process.env, values.data);
  const { file, bytes, tables, rows } = await exportToFile(databaseUrl, resolve(to), new Date());
  console.log(`${file}: ${tables} tables, ${rows} rows, ${(bytes / 1e6).toFixed(1)} MB`);
} catch (error) {
  console.error(`Nothing was exported: ${(error as Error).message}`);
  process.exit(1);
}
