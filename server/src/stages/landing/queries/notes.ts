import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { guessColumns, type NoteColumns, type NoteField, readNoteRow } from '@ember-slate/core/landing';
import { minorDigits } from '@ember-slate/core/units';
import { parse } from 'csv-parse/sync';
import { today, type Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { allSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

type Note = AnswerOf<typeof contract.landing.readNote>;

const mostRows = 400;

/** The rows of a note; the separator is the one its first line uses most. */
function tableOf(text: string): { header: string[]; rows: { line: number; cells: string[] }[] } {
  // What could not be decoded as the text it claims to be shows as this mark.
  if (text.includes('\ufffd')) throw fieldProblem('text', say('the_file_is_not_text_in_utf_8_save'));
  if (text.includes('\u0000')) throw fieldProblem('text', say('that_is_no_csv_file'));
  const first = text.replace(/^\ufeff/, '').split(/\r?\n/, 1)[0]!;
  const delimiter = [';', '\t', ','].reduce((a, b) =>
    first.split(b).length > first.split(a).length ? b : a,
  );
  let table: { record: string[]; info: { lines: number } }[];
  try {
    // With `info` each record comes with the line it stood on.
    table = parse(text, {
      bom: true,
      delimiter,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
    }) as unknown as typeof table;
  } catch (error) {
    throw fieldProblem('text', say('the_file_cannot_be_read_as_csv', { message: (error as Error).message }));
  }
  if (table.length < 2) throw fieldProblem('text', say('the_note_has_no_line_below_its'));
  if (table.length > mostRows + 1)
    throw fieldProblem(
      'text',
      say('a_note_has_at_most_lines_this_one', { mostRows, table: table.length - 1 }),
    );
  return {
    header: table[0]!.record.map((h) => h.slice(0, 60)),
    rows: table.slice(1).map((t) => ({ line: t.info.lines, cells: t.record.map((c) => c.slice(0, 600)) })),
  };
}

interface SupplierNotes {
  remembered: Partial<Record<NoteField, string>> | null;
  dressedMeans: 'headed_gutted' | 'gutted' | null;
}

async function supplierNotes(work: Reader, name: string): Promise<SupplierNotes> {
  const found = await row<{ columns: string | null; dressed: SupplierNotes['dressedMeans'] }>(
    work.tx,
    'SELECT note_columns AS columns, dressed_means AS dressed FROM supplier WHERE name = ?',
    [name],
  );
  return {
    remembered: found?.columns ? (JSON.parse(found.columns) as Partial<Record<NoteField, string>>) : null,
    dressedMeans: found?.dressed ?? null,
  };
}

export async function read(
  work: Reader,
  supplier: string,
  text: string,
  columns: NoteColumns | undefined,
  landedOn: string,
): Promise<Note> {
  const { header, rows: lines } = tableOf(text);
  const { remembered, dressedMeans } = await supplierNotes(work, supplier);
  const used = columns ?? guessColumns(header, remembered);
  const at = {
    header,
    book: await allSpecies(work.tx),
    landedOn,
    monthFirst: work.settings.ruleProfile === 'us',
    dressedMeans,
    moneyDigits: minorDigits(work.settings.currency),
  };
  return {
    header,
    columns: used,
    remembered: remembered !== null,
    rows: inWords(lines.map((l) => ({ ...l, ...readNoteRow(l.cells, used, at) }))),
  };
}

export const readNote = (work: Reader, body: BodyOf<typeof contract.landing.readNote>): Promise<Note> =>
  read(work, body.supplier, body.text, body.columns, today(work));

/** What this supplier brought the time before: the same lots are often ordered again. */
export async function lastLots(
  work: Reader,
  supplier: string,
): Promise<AnswerOf<typeof contract.landing.lastLots>> {
  return rows(
    work.tx,
    `SELECT l.species_id AS speciesId, sp.name AS speciesName, l.arrival_condition AS \`condition\`, l.pieces, l.grams,
       l.price_per_kg AS pricePerKg, l.production, l.area, l.gear, l.caught_on AS caughtOn, '' AS supplierLot, '' AS remarks
     FROM lot l JOIN species sp ON sp.id = l.species_id WHERE l.parent_id IS NULL AND l.delivery_id =
       (SELECT d.id FROM delivery d JOIN supplier s ON s.id = d.supplier_id AND s.name = ?
        WHERE EXISTS (SELECT 1 FROM lot x WHERE x.delivery_id = d.id) AND d.state = 'closed' ORDER BY d.arrived_at DESC, d.id DESC LIMIT 1)
     ORDER BY l.id`,
    [supplier],
  );
}
