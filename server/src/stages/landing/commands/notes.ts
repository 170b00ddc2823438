import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import { noteFields } from '@ember-slate/core/landing';
import type { Work } from '../../../platform/context.ts';
import { run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { read } from '../queries/notes.ts';
import { addLot, createDelivery, supplierId } from './deliveries.ts';
import { say } from '../say.ts';

/** Every lot of the note or none: a row with an error refuses them all. Weights of a note are typed, not measured. */
export async function importNote(
  work: Work,
  body: BodyOf<typeof contract.landing.importNote>,
): Promise<AnswerOf<typeof contract.landing.importNote>> {
  const { supplier, text, columns, ...head } = body;
  const landedOn = tradingDay(new Date(head.arrivedAt), work.settings);
  const note = await read(work, supplier, text, columns, landedOn);
  const wrong = note.rows.filter((r) => r.lot === null);
  if (wrong.length > 0) {
    throw problems.badInput(
      say('of_lines_cannot_be_landed_nothing', { wrong: wrong.length, rows: note.rows.length }),
      {
        errors: wrong
          .flatMap((r) => r.errors.map((e) => ({ path: `line ${r.line}.${e.field}`, message: e.message })))
          .slice(0, 50),
      },
    );
  }
  const lots = note.rows.map((r) => r.lot!);
  const id = await supplierId(work, supplier);
  const names = Object.fromEntries(
    noteFields.filter((f) => columns[f] !== null).map((f) => [f, note.header[columns[f]!] ?? '']),
  );
  await run(work.tx, 'UPDATE supplier SET note_columns = ? WHERE id = ?', [JSON.stringify(names), id]);
  const delivery = await createDelivery(work, {
    ...head,
    supplier,
    noteGrams: lots.reduce((s, l) => s + l.grams, 0),
    notePieces: lots.reduce((s, l) => s + l.pieces, 0),
    noteMoney: null,
    remarks: '',
  });
  for (const lot of lots)
    await addLot(work, delivery.id, { ...lot, weightSource: 'typed', slit: 'unasked', fish: [] });
  return { id: delivery.id, lots: lots.length };
}
