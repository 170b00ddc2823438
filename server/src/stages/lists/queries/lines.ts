import type { AnswerOf, contract, ListKind } from '@ember-slate/contract';
import type * as z from 'zod';
import type { Reader } from '../../../platform/context.ts';
import { readCsv } from '../../../platform/csv.ts';
import { rows } from '../../../platform/db.ts';
import { fieldProblem } from '../../../platform/problem.ts';
import { type Kind, kinds, type RowOf } from './kinds.ts';
import { say } from '../say.ts';

const mostRows = 1000;

/** Which column of the list is which, by its heading; -1 where none says so. No heading counts twice. */
function columnsOf(of: Kind<z.ZodType>, header: readonly string[]): Map<string, number> {
  const left = header.map((h) => h.trim().toLowerCase());
  return new Map(
    Object.entries(of.columns).map(([field, { heading }]) => {
      const at = left.findIndex((h) => heading.test(h));
      if (at >= 0) left[at] = '';
      return [field, at] as const;
    }),
  );
}

/** A line as it is: what it would be, or what is wrong with it, each by its heading. */
function lineOf(
  work: Reader,
  of: Kind<z.ZodType>,
  cells: readonly string[],
  at: Map<string, number>,
  header: readonly string[],
) {
  const row: Record<string, unknown> = {};
  const errors: string[] = [];
  for (const [field, { read, needed }] of Object.entries(of.columns)) {
    const column = at.get(field)!;
    const cell = (cells[column] ?? '').trim();
    if (cell === '') {
      if (needed) errors.push(say('cell_is_empty', { heading: header[column] ?? field }));
      continue;
    }
    const value = read(cell, work);
    if (value === undefined) errors.push(say('cannot_be_read', { heading: header[column] ?? field, cell }));
    else row[field] = value;
  }
  if (errors.length > 0) return { row: null, errors };
  const held = of.schema.safeParse(row);
  return held.success
    ? { row: held.data, errors }
    : { row: null, errors: held.error.issues.map((i) => i.message) };
}

/** Every line of a list: read, held against what a line may hold, against the lines before it and what stands already. */
export async function linesOf<K extends ListKind>(work: Reader, name: K, text: string) {
  const of = kinds[name] as unknown as Kind<z.ZodType>;
  const { header, rows: table } = readCsv(text, mostRows);
  const at = columnsOf(of, header);
  const missing = Object.entries(of.columns).filter(([field, c]) => c.needed && at.get(field)! < 0);
  if (missing.length > 0)
    throw fieldProblem(
      'text',
      say('the_first_line_names', { columns: missing.map(([field]) => field).join(', ') }),
    );
  const stands = await rows<{ name: string }>(work.tx, `SELECT name FROM ${of.table}`);
  const fold = (t: string) => t.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  const there = new Set(stands.map((s) => fold(s.name)));
  const seen = new Map<string, number>();
  const lines = table.map(({ line, cells }) => {
    const { row, errors } = lineOf(work, of, cells, at, header);
    if (row === null) return { line, cells, row, errors };
    const called = fold((row as { name: string }).name);
    const before = seen.get(called);
    seen.set(called, line);
    if (before !== undefined)
      return { line, cells, row: null, errors: [say('stands_in_line_already', { line: before })] };
    if (there.has(called)) return { line, cells, row: null, errors: [say('is_there_already')] };
    return { line, cells, row: row as RowOf<K>, errors };
  });
  return { of, header, at, lines };
}

/** A list as it would be taken. */
export async function readList(
  work: Reader,
  name: ListKind,
  text: string,
): Promise<AnswerOf<typeof contract.lists.read>> {
  const { of, header, at, lines } = await linesOf(work, name, text);
  return {
    columns: Object.entries(of.columns).map(([field, { needed }]) => ({
      name: field,
      heading: header[at.get(field)!] ?? null,
      needed,
    })),
    rows: lines.map(({ line, cells, row, errors }) => ({
      line,
      cells,
      is: row === null ? null : of.words(row as never, work),
      errors,
    })),
  };
}
