import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader, Work } from '../../platform/context.ts';
import { row } from '../../platform/db.ts';

export async function formsBook(
  work: Reader & Pick<Work, 'actor'>,
): Promise<AnswerOf<typeof contract.forms.book>> {
  const mine = await row<{ methods: string }>(work.tx, 'SELECT methods FROM staff WHERE id = ?', [
    work.actor.id,
  ]);
  const { versionOf, forms, methods, labels } = work.settings;
  return {
    version: versionOf('forms'),
    own: forms.map((f) => ({ ...f, options: [...f.options] })),
    shop: methods,
    shopVersion: versionOf('methods'),
    mine: JSON.parse(mine?.methods ?? '{}') as Record<string, string>,
    labels: { ...labels, version: versionOf('labels') },
  };
}
