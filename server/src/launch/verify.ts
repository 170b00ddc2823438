import { proveBooks } from '../platform/books/proof/index.ts';
import { configFromEnv } from '../platform/config.ts';
import { openPool, transaction } from '../platform/db.ts';

/** `npm run verify`: proves grams, money, days, cutting and the seals of closed days; exits 1 and says what is wrong. */
const pool = openPool(configFromEnv().databaseUrl, 1);
const proof = await transaction(pool, proveBooks);
await pool.end();
console.log(
  `${proof.movements} movements, ${proof.entries} entries, ${proof.sales} sales, ${proof.sealed} sealed days`,
);
for (const fault of proof.faults) console.error(fault);
console.log(
  proof.faults.length === 0
    ? 'Every gram and every coin is where the books say.'
    : `${proof.faults.length} faults`,
);
process.exit(proof.faults.length === 0 ? 0 : 1);
