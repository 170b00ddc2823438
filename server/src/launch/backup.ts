import { resolve } from 'node:path';
import { writeBackup } from '../platform/backup/write.ts';
import { configFromEnv } from '../platform/config.ts';

/** `npm run backup -- FOLDER`: the whole shop into one file, while it is open or shut. */
const folder = process.argv[2];
if (!folder) {
  console.error('Say where to: npm run backup -- FOLDER');
  process.exit(2);
}
try {
  const { file, bytes, rows } = await writeBackup(
    configFromEnv().databaseUrl,
    resolve(folder),
    new Date(),
    'by-hand',
  );
  console.log(`${file}: ${rows} rows, ${(bytes / 1e6).toFixed(1)} MB`);
} catch (error) {
  console.error(`No backup was made: ${(error as Error).message}`);
  process.exit(1);
}
