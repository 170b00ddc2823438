import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { guessColumns, type NoteColumns, type NoteField, readNoteRow } from '@ember-slate/core/landing';
import { minorDigits } from '@ember-slate/core/units';
import { today, type Reader } from '../../../platform/context.ts';
import { readCsv } from '../../../platform/csv.ts';
import { row, rows } from '../../../platform/db.ts';
import { allSpecies } from '../../../shop/species.ts';

type Note = AnswerOf<typeof contract.landing.readNote>;

const mostRows = 400;

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
  const { header, rows: lines } = readCsv(text, mostRows);
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
       l.price_per_kg AS pricePerKg, l.production, l.area, l.gear, l.boat, l.caught_on AS caughtOn, '' AS supplierLot, '' AS remarks
     FROM lot l JOIN species sp ON sp.id = l.species_id WHERE l.parent_id IS NULL AND l.pieces > 0 AND l.delivery_id =
       (SELECT d.id FROM delivery d JOIN supplier s ON s.id = d.supplier_id AND s.name = ?
        WHERE EXISTS (SELECT 1 FROM lot x WHERE x.delivery_id = d.id) AND d.state = 'closed' ORDER BY d.arrived_at DESC, d.id DESC LIMIT 1)
     ORDER BY l.id`,
    [supplier],
  );
}
