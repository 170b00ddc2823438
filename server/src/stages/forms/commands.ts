import type { BodyOf, contract } from '@ember-slate/contract';
import { isChoice } from '@ember-slate/core/board';
import { formBook, shippedForms } from '@ember-slate/core/forms';
import type { Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { changeSetting } from '../../platform/settings.ts';
import { say } from './say.ts';

/** Keeps a changed or an own form. Own forms are cut like a shipped one and have an id of their own. */
export async function saveForm(
  work: Work,
  body: BodyOf<typeof contract.forms.save>,
): Promise<{ version: number }> {
  const form = body.form;
  const shipped = shippedForms.find((f) => f.id === form.id);
  if (form.like === null ? !shipped : shipped || !form.id.startsWith('own:'))
    throw fieldProblem('form.like', say('say_which_form_it_is_cut_like'));
  if (form.like !== null && !shippedForms.some((f) => f.id === form.like))
    throw fieldProblem('form.like', say('an_own_form_is_cut_like_one_of_the'));
  return changeSetting(
    work,
    'forms',
    body.version,
    (forms) => {
      const same = [...formBook(forms).values()].find(
        (f) => f.id !== form.id && f.name.toLowerCase() === form.name.toLowerCase(),
      );
      if (same) throw fieldProblem('form.name', say('another_form_has_that_name_already'));
      if (forms.length >= 200 && !forms.some((f) => f.id === form.id))
        throw problems.conflict(say('n200_forms_are_enough_for_one_shop'));
      return [...forms.filter((f) => f.id !== form.id), form];
    },
    (forms) => ({ form: forms.find((f) => f.id === form.id) ?? null }),
  );
}

export async function setShopMethods(
  work: Work,
  { version, choices }: BodyOf<typeof contract.forms.shopMethods>,
): Promise<{ version: number }> {
  for (const [question, method] of Object.entries(choices))
    if (!isChoice(question, method))
      throw fieldProblem(`choices.${question}`, say('no_such_way_of_doing_it'));
  return changeSetting(
    work,
    'methods',
    version,
    () => choices,
    (had) => ({ choices: had }),
  );
}

/** One's own way in one question; another screen of the same cutter keeps what it chose in others. */
export async function setMyMethod(
  work: Work,
  { question, method }: BodyOf<typeof contract.forms.myMethods>,
): Promise<Record<never, never>> {
  if (method !== null && !isChoice(question, method))
    throw fieldProblem('method', say('no_such_way_of_doing_it'));
  const mine = await row<{ methods: string }>(work.tx, 'SELECT methods FROM staff WHERE id = ? FOR UPDATE', [
    work.actor.id,
  ]);
  const { [question]: _was, ...others } = JSON.parse(mine!.methods) as Record<string, string>;
  await run(work.tx, 'UPDATE staff SET methods = ? WHERE id = ?', [
    JSON.stringify(method === null ? others : { ...others, [question]: method }),
    work.actor.id,
  ]);
  return {};
}
