import { proveLedger } from '../platform/books/ledger.ts';
import { configFromEnv } from '../platform/config.ts';
import { openPool, transaction } from '../platform/db.ts';

/** `npm run verify`: proves balances and lots from the ledger; exits 1 and says what is wrong. */
const pool = openPool(configFromEnv().databaseUrl, 1);
const proof = await transaction(pool, proveLedger);
await pool.end();
console.log(`${proof.movements} movements, ${proof.entries} entries`);
for (const fault of proof.faults) console.error(fault);
console.log(
  proof.faults.length === 0 ? 'Every gram is where the books say.' : `${proof.faults.length} faults`,
);
process.exit(proof.faults.length === 0 ? 0 : 1);
