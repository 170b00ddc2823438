import { row, rows, type Tx } from '../../db.ts';
import { say } from '../../say.ts';

/** What of one kind is named at most: a shop that was restored wrongly has one fault a thousand times. */
const mostOfAKind = 50;

type Finds<R> = (tx: Tx, most: number) => Promise<R[]>;

const named =
  <R extends object>(find: Finds<R>, words: (found: R) => string) =>
  async (tx: Tx): Promise<string[]> => {
    const found = await find(tx, mostOfAKind + 1);
    const faults = found.slice(0, mostOfAKind).map(words);
    return found.length > mostOfAKind ? [...faults, say('and_more_of_the_kind')] : faults;
  };

/** Holds one rule against the records: a question whose every answer is a fault, put into words. */
export const check = <R extends object>(sql: string, words: (found: R) => string) =>
  named((tx, most) => rows<R>(tx, `${sql} LIMIT ${most}`), words);

/** So many rows are asked for at a time: what belongs to them is sorted in memory. */
const stretches = { lot: 1000, movement: 20_000, sale: 20_000 } as const;
const highestId = 2 ** 32 - 1;

/**
 * The same of what belongs to single rows of a table: asked of a stretch of them at a time, each `BETWEEN ? AND ?` of the
 * question by their ids. To sort years of entries at once takes a database minutes.
 */
export const checkEach = <R extends object>(
  table: keyof typeof stretches,
  sql: string,
  words: (found: R) => string,
) =>
  named(async (tx, most) => {
    const ends = await row<{ last: number | null }>(tx, `SELECT MAX(id) AS last FROM ${table}`);
    const last = ends?.last ?? 0;
    const found: R[] = [];
    const times = sql.split('BETWEEN ? AND ?').length - 1;
    for (let from = 0; from <= last && found.length < most; from += stretches[table]) {
      // What says it belongs to a row that was never there is asked for with the last ones.
      const to = from + stretches[table] > last ? highestId : from + stretches[table] - 1;
      const stretch = Array.from({ length: times }, () => [from, to]).flat();
      found.push(...(await rows<R>(tx, `${sql} LIMIT ${most - found.length}`, stretch)));
    }
    return found;
  }, words);

export type Check = ReturnType<typeof check>;
