import { existsSync, rmSync } from 'node:fs';
import { isRunning } from './database.ts';
import { wipe } from './prepare.ts';

/** `npm run db:reset -- --yes`: throws the shop's data away; the next ./start makes it anew. */
const home = '.data';
if (!process.argv.includes('--yes')) {
  console.error(
    'This throws everything the shop ever wrote down away. If that is meant: npm run db:reset -- --yes',
  );
  process.exit(2);
} else if (process.env.DATABASE_URL) {
  await wipe(process.env.DATABASE_URL);
  console.log('The database is empty.');
} else if (existsSync(home) && isRunning(home)) {
  console.error('The private database is running: close ./start first.');
  process.exit(1);
} else {
  rmSync(home, { recursive: true, force: true });
  console.log('The private database is gone.');
}
