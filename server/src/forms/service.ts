import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { isChoice, shippedForms, type SchoolChoices } from '@ember-slate/core/forms';
import type { Work } from '../platform/context.ts';
import { row, run } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf, lockSetting, writeSettings } from '../platform/settings.ts';

type Rooms = typeof contract.forms;

export async function formsBook(work: Work): Promise<AnswerOf<Rooms['book']>> {
  const mine = await row<{ schools: string }>(work.tx, 'SELECT schools FROM staff WHERE id = ?', [
    work.actor.id,
  ]);
  const { formsVersion, forms, schools, labels } = work.settings;
  return {
    version: formsVersion,
    own: forms.map((f) => ({ ...f, options: [...f.options] })),
    shop: schools,
    mine: JSON.parse(mine?.schools ?? '{}') as Record<string, string>,
    labels,
  };
}

/** Keeps a changed or an own form. Own forms are cut like a shipped one and have an id of their own. */
export async function saveForm(work: Work, body: BodyOf<Rooms['save']>): Promise<{ version: number }> {
  // Two managers at once queue up here: what counts is what stands there once the lock is ours.
  const formsVersion = await lockSetting(work.tx, 'formsVersion', 1);
  const { forms } = work.settings;
  if (body.version !== formsVersion)
    throw problems.stale('Someone changed the forms meanwhile: look at them again', { current: forms });
  const form = body.form;
  const shipped = shippedForms.find((f) => f.id === form.id);
  if (form.like === null ? !shipped : shipped || !form.id.startsWith('own:'))
    throw fieldProblem('form.like', 'Say which form it is cut like');
  if (form.like !== null && !shippedForms.some((f) => f.id === form.like))
    throw fieldProblem('form.like', 'An own form is cut like one of the shipped ones');
  const same = [...formsOf(work.settings).values()].find(
    (f) => f.id !== form.id && f.name.toLowerCase() === form.name.toLowerCase(),
  );
  if (same) throw fieldProblem('form.name', 'Another form has that name already');
  if (forms.length >= 200) throw problems.conflict('200 forms are enough for one shop');
  const kept = [...forms.filter((f) => f.id !== form.id), form];
  await writeSettings(work.tx, { forms: kept, formsVersion: formsVersion + 1 });
  return { version: formsVersion + 1 };
}

function checked(choices: Record<string, string>): SchoolChoices {
  for (const [question, school] of Object.entries(choices))
    if (!isChoice(question, school)) throw fieldProblem(`choices.${question}`, 'No such way of doing it');
  return choices;
}

export async function setShopSchools(
  work: Work,
  choices: Record<string, string>,
): Promise<Record<never, never>> {
  await writeSettings(work.tx, { schools: checked(choices) });
  return {};
}

export async function setMySchools(
  work: Work,
  choices: Record<string, string>,
): Promise<Record<never, never>> {
  await run(work.tx, 'UPDATE staff SET schools = ? WHERE id = ?', [
    JSON.stringify(checked(choices)),
    work.actor.id,
  ]);
  return {};
}
