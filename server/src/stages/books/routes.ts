import type { AnswerOf, contract, CorrectionRow } from '@ember-slate/contract';
import { proveBooks } from '../../platform/books/proof/index.ts';
import type { Reader } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';
import type { Handlers } from '../../platform/handlers.ts';

/** What was put right on these days, the last first; a year of it at most. */
async function corrections(
  work: Reader,
  from: string,
  to: string,
): Promise<AnswerOf<typeof contract.books.corrections>> {
  const found = await rows<Omit<CorrectionRow, 'at' | 'changes'> & { at: Date; changes: string }>(
    work.tx,
    `SELECT c.id, c.record, c.name, c.at, p.name AS \`by\`, c.reason, c.changes FROM correction c JOIN staff p ON p.id = c.staff_id
     WHERE c.on_day BETWEEN ? AND ? ORDER BY c.id DESC LIMIT 2000`,
    [from, to],
  );
  return found.map((c) => ({
    ...c,
    at: c.at.toISOString(),
    changes: JSON.parse(c.changes) as CorrectionRow['changes'],
  }));
}

export const books: Handlers<typeof contract.books> = {
  verify: (work) => proveBooks(work.tx),
  corrections: (work, { query }) => corrections(work, query.from, query.to),
};
