import type { AnswerOf, contract, ListKind } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { problems } from '../../platform/problem.ts';
import type { RowOf } from './queries/kinds.ts';
import { linesOf } from './queries/lines.ts';
import { say } from './say.ts';

/** How a line of each kind becomes what it says: the act of the stage it belongs to. */
export type Makers = { [K in ListKind]: (work: Work, row: RowOf<K>) => Promise<unknown> };

/** Takes a list whole. Throws bad input that names each line where one will not do, and takes none. */
export async function takeList<K extends ListKind>(
  work: Work,
  kind: K,
  text: string,
  makers: Makers,
): Promise<AnswerOf<typeof contract.lists.take>> {
  const { lines } = await linesOf(work, kind, text);
  const wrong = lines.filter((l) => l.row === null);
  if (wrong.length > 0)
    throw problems.badInput(say('lines_must_be_mended', { wrong: wrong.length }), {
      errors: wrong.map((l) => ({
        path: 'text',
        message: say('in_line', { line: l.line, why: l.errors.join('; ') }),
      })),
    });
  for (const { row } of lines) await makers[kind](work, row!);
  return { made: lines.length };
}
