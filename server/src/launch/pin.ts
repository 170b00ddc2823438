import { randomInt } from 'node:crypto';
import { configFromEnv } from '../platform/config.ts';
import { openPool, rows, transaction } from '../platform/db.ts';
import { givePin, releaseWaits } from '../platform/sessions.ts';

/**
 * `npm run pin -- "Their name"`: a new PIN for somebody who forgot theirs, when no manager can give one; without a name
 * it says who works here. It is said once and changed at the next sign-in.
 */
const name = process.argv[2] ?? '';
const pool = openPool(configFromEnv().databaseUrl, 1);
const staff = await rows<{ id: number; name: string; role: string }>(
  pool,
  "SELECT id, name, role FROM staff WHERE active ORDER BY FIELD(role, 'manager', 'bench', 'counter'), name",
);
const found = staff.find((s) => s.name.toLowerCase() === name.trim().toLowerCase());
if (found) {
  const pin = String(randomInt(100_000, 1_000_000));
  await transaction(pool, async (tx) => {
    await givePin(tx, found.id, pin, true);
    await releaseWaits(tx, found.id);
  });
  console.log(`${found.name} signs in with PIN ${pin} (said once) and then chooses another.`);
} else {
  if (name !== '') console.error(`Nobody here is called ${name}.`);
  console.error(`Say whose PIN: npm run pin -- "${staff[0]?.name ?? 'Their name'}"`);
  for (const s of staff) console.error(`  ${s.name} (${s.role})`);
  process.exitCode = 2;
}
await pool.end();
