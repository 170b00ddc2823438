import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { run } from '../../platform/db.ts';
import { fieldProblem } from '../../platform/problem.ts';
import { changeSetting } from '../../platform/settings.ts';
import { lockSupplier } from '../../shop/suppliers.ts';
import { say } from './say.ts';

export async function setHolidays(
  work: Work,
  body: BodyOf<typeof contract.buying.setHolidays>,
): Promise<{ version: number }> {
  if (new Set(body.holidays.map((h) => h.day)).size < body.holidays.length)
    throw fieldProblem('holidays', say('one_day_is_named_twice'));
  return changeSetting(
    work,
    'holidays',
    body.version,
    () => [...body.holidays].sort((a, b) => a.day.localeCompare(b.day)),
    (holidays) => ({ holidays }),
  );
}

export async function setSupplier(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.buying.setSupplier>,
): Promise<{ id: number }> {
  await lockSupplier(work, id, body.version, ({ version, days, boxGrams }) => ({ version, days, boxGrams }));
  await run(
    work.tx,
    'UPDATE supplier SET landing_days = ?, box_grams = ?, version = version + 1 WHERE id = ?',
    [[...new Set(body.days)].sort().join(''), body.boxGrams, id],
  );
  return { id };
}
