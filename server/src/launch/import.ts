import { checkExport, readExport } from '../platform/export/read.ts';
import { makeShop } from './newShop.ts';

const usage = `npm run import -- FILE.zip --data FOLDER
  Makes the shop of an export in a folder that holds none, proves its books, and says how to open it.
  DATABASE_URL points at an empty MariaDB of your own instead of --data.`;

await makeShop(usage, async (file) => {
  const { made } = await checkExport(file);
  return { done: `Imported as it was on ${made}`, read: (url) => readExport(file, url) };
});
