import { existsSync, rmSync } from 'node:fs';
import { wipe } from './prepare.ts';

/** `npm run db:reset`: throws the shop's data away; the next ./start makes it anew. */
if (process.env.DATABASE_URL) {
  await wipe(process.env.DATABASE_URL);
  console.log('The database is empty.');
} else if (existsSync('.data/db.sock')) {
  console.error('The private database is running: close ./start first.');
  process.exit(1);
} else {
  rmSync('.data', { recursive: true, force: true });
  console.log('The private database is gone.');
}
