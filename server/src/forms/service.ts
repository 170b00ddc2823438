import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { formBook, isChoice, shippedForms } from '@ember-slate/core/forms';
import type { Work } from '../platform/context.ts';
import { row, run } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { changeSetting } from '../platform/settings.ts';

type Rooms = typeof contract.forms;

export async function formsBook(work: Work): Promise<AnswerOf<Rooms['book']>> {
  const mine = await row<{ schools: string }>(work.tx, 'SELECT schools FROM staff WHERE id = ?', [
    work.actor.id,
  ]);
  const { versionOf, forms, schools, labels } = work.settings;
  return {
    version: versionOf('forms'),
    own: forms.map((f) => ({ ...f, options: [...f.options] })),
    shop: schools,
    shopVersion: versionOf('schools'),
    mine: JSON.parse(mine?.schools ?? '{}') as Record<string, string>,
    labels: { ...labels, version: versionOf('labels') },
  };
}

/** Keeps a changed or an own form. Own forms are cut like a shipped one and have an id of their own. */
export async function saveForm(work: Work, body: BodyOf<Rooms['save']>): Promise<{ version: number }> {
  const form = body.form;
  const shipped = shippedForms.find((f) => f.id === form.id);
  if (form.like === null ? !shipped : shipped || !form.id.startsWith('own:'))
    throw fieldProblem('form.like', 'Say which form it is cut like');
  if (form.like !== null && !shippedForms.some((f) => f.id === form.like))
    throw fieldProblem('form.like', 'An own form is cut like one of the shipped ones');
  return changeSetting(
    work,
    'forms',
    body.version,
    (forms) => {
      const same = [...formBook(forms).values()].find(
        (f) => f.id !== form.id && f.name.toLowerCase() === form.name.toLowerCase(),
      );
      if (same) throw fieldProblem('form.name', 'Another form has that name already');
      if (forms.length >= 200) throw problems.conflict('200 forms are enough for one shop');
      return [...forms.filter((f) => f.id !== form.id), form];
    },
    (forms) => ({ form: forms.find((f) => f.id === form.id) ?? null }),
  );
}

export async function setShopSchools(
  work: Work,
  { version, choices }: BodyOf<Rooms['shopSchools']>,
): Promise<{ version: number }> {
  for (const [question, school] of Object.entries(choices))
    if (!isChoice(question, school)) throw fieldProblem(`choices.${question}`, 'No such way of doing it');
  return changeSetting(
    work,
    'schools',
    version,
    () => choices,
    (had) => ({ choices: had }),
  );
}

/** One's own way in one question; another screen of the same cutter keeps what it chose in others. */
export async function setMySchool(
  work: Work,
  { question, school }: BodyOf<Rooms['mySchools']>,
): Promise<Record<never, never>> {
  if (school !== null && !isChoice(question, school)) throw fieldProblem('school', 'No such way of doing it');
  const mine = await row<{ schools: string }>(work.tx, 'SELECT schools FROM staff WHERE id = ? FOR UPDATE', [
    work.actor.id,
  ]);
  const { [question]: _was, ...others } = JSON.parse(mine!.schools) as Record<string, string>;
  await run(work.tx, 'UPDATE staff SET schools = ? WHERE id = ?', [
    JSON.stringify(school === null ? others : { ...others, [question]: school }),
    work.actor.id,
  ]);
  return {};
}

export const setLabels = (work: Work, { version, ...labels }: BodyOf<Rooms['setLabels']>) =>
  changeSetting(
    work,
    'labels',
    version,
    () => labels,
    (had) => had,
  );
