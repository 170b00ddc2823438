import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { fieldProblem } from '../../platform/problem.ts';
import { changeSetting, formsOf } from '../../platform/settings.ts';
import { say } from './say.ts';

export async function setMoney(
  work: Work,
  { version, ...body }: BodyOf<typeof contract.costs.setSettings>,
): Promise<{ version: number }> {
  const book = formsOf(work.settings);
  const unknown = Object.keys(body.elasticity).find((f) => f !== 'whole' && !book.has(f));
  if (unknown) throw fieldProblem('elasticity', say('is_no_form_of_this_shop', { unknown }));
  return changeSetting(
    work,
    'money',
    version,
    () => body,
    (money) => money,
  );
}
