import { checkBackup, readBackup } from '../platform/backup/read.ts';
import { makeShop } from './newShop.ts';

const usage = `npm run restore -- FILE --data FOLDER
  Makes the shop of a backup in a folder that holds none, proves its books, and says how to open it.
  DATABASE_URL points at an empty MariaDB of your own instead of --data.`;

await makeShop(usage, async (file) => {
  const head = await checkBackup(file);
  return {
    done: `Restored as it was on ${head.made}: ${head.rows} rows`,
    read: (url) => readBackup(file, head, url),
  };
});
