import { rows, type Tx } from '../../db.ts';
import { say } from '../../say.ts';

/** What of one kind is named at most: a shop that was restored wrongly has one fault a thousand times. */
const mostOfAKind = 50;

/** Holds one rule against the records: a question whose every answer is a fault, put into words. */
export const check =
  <R extends object>(sql: string, words: (found: R) => string) =>
  async (tx: Tx): Promise<string[]> => {
    const found = await rows<R>(tx, `${sql} LIMIT ${mostOfAKind + 1}`);
    const faults = found.slice(0, mostOfAKind).map(words);
    return found.length > mostOfAKind ? [...faults, say('and_more_of_the_kind')] : faults;
  };
export type Check = ReturnType<typeof check>;
