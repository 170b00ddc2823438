import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { type BodyOf, type contract, type Elsewhere, elsewhere } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { addToSetting, changeSetting, changeSettings } from '../../platform/settings.ts';
import { moneyInBooks, together } from './queries.ts';
import { say } from './say.ts';

/** What is not as it was: what was saved as it stood keeps who decided it. */
const changed = <T extends object>(had: T, next: T): Partial<T> =>
  Object.fromEntries(
    Object.entries(next).filter(([name, value]) => !isDeepStrictEqual(value, had[name as keyof T])),
  ) as Partial<T>;

const currencies = new Set(Intl.supportedValuesOf('currency'));

/** Whether a clock of this zone can be told. */
function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** Changes what papers say of the shop. Throws a problem of the currency once money stands in the books. */
export async function setShop(
  work: Work,
  { version, name, currency, ...about }: BodyOf<typeof contract.settings.setShop>,
): Promise<{ version: number }> {
  if (!currencies.has(currency)) throw fieldProblem('currency', say('no_such_currency'));
  const fixed = await moneyInBooks(work);
  return changeSettings(
    work,
    together.shop,
    version,
    (had) => {
      if (currency !== had.currency && fixed) throw fieldProblem('currency', say('money_is_in_the_books'));
      return changed(had, { name, about, currency });
    },
    (had) => ({ name: had.name, ...had.about, currency: had.currency }),
  );
}

/** Changes when the shop is open. Throws a problem of the zone where there is none of that name. */
export async function setOpening(
  work: Work,
  { version, ...opening }: BodyOf<typeof contract.settings.setOpening>,
): Promise<{ version: number }> {
  if (!isTimeZone(opening.timeZone)) throw fieldProblem('timeZone', say('no_such_time_zone'));
  const shut = opening.shut.toSorted((a, b) => a.from.localeCompare(b.from));
  const twice = shut.findIndex((s, i) => i > 0 && s.from <= shut[i - 1]!.to);
  if (twice > 0)
    throw fieldProblem('shut', say('shut_twice', { a: shut[twice - 1]!.name, b: shut[twice]!.name }));
  return changeSettings(
    work,
    together.opening,
    version,
    (had) => changed(had, { ...opening, shut }),
    (had) => had,
  );
}

/** Changes the rates of tax: what is sold from now on bears them, what was sold keeps its own. */
export const setTax = (
  work: Work,
  { version, ...tax }: BodyOf<typeof contract.settings.setTax>,
): Promise<{ version: number }> =>
  changeSettings(
    work,
    together.tax,
    version,
    (had) => changed(had, { tax }),
    (had) => had.tax,
  );

export const setScreens = (
  work: Work,
  { version, ...screens }: BodyOf<typeof contract.settings.setScreens>,
): Promise<{ version: number }> =>
  changeSettings(
    work,
    together.screens,
    version,
    (had) => changed(had, screens),
    (had) => had,
  );

export const setDevices = (
  work: Work,
  { version, ...devices }: BodyOf<typeof contract.settings.setDevices>,
): Promise<{ version: number }> =>
  changeSettings(
    work,
    together.devices,
    version,
    (had) => changed(had, { devices }),
    (had) => had.devices,
  );

/** Makes this the key sensors send with; what they sent with before is none any more. */
export async function setSensorKey(work: Work, key: string | null): Promise<{ id: number }> {
  await run(work.tx, 'UPDATE sensor_key SET ended_at = ? WHERE ended_at IS NULL', [work.now]);
  if (key === null) return { id: 0 };
  const made = await run(work.tx, 'INSERT INTO sensor_key (hash, made_at, made_by) VALUES (?, ?, ?)', [
    createHash('sha256').update(key).digest(),
    work.now,
    work.actor.id,
  ]);
  return { id: made.insertId };
}

export const setBackups = (
  work: Work,
  { version, folder }: BodyOf<typeof contract.settings.setBackups>,
): Promise<{ version: number }> =>
  changeSettings(
    work,
    together.backups,
    version,
    (had) => changed(had, { backupFolder: folder }),
    (had) => ({ folder: had.backupFolder }),
  );

/** Asks for a backup; a process begins it in a moment. One that is asked for already is the same one. */
export async function backUp(work: Work): Promise<{ id: number }> {
  const open = await row<{ id: number }>(
    work.tx,
    'SELECT id FROM backup WHERE night IS NULL AND started_at IS NULL LIMIT 1 FOR UPDATE',
  );
  if (open) return open;
  const made = await run(work.tx, 'INSERT INTO backup (asked_at) VALUES (?)', [work.now]);
  return { id: made.insertId };
}

/** Does without a step before the first sale, or takes it up again. */
export async function leaveStep(
  work: Work,
  { step, leave }: BodyOf<typeof contract.settings.leaveStep>,
): Promise<Record<never, never>> {
  await addToSetting(work, 'stepsLeft', (left) => [
    ...left.filter((s) => s !== step),
    ...(leave ? [step] : []),
  ]);
  return {};
}

/** Goes back to what the shop came with. Throws not-found for what is not decided on a page of its own. */
export async function back(
  work: Work,
  name: string,
  { version }: BodyOf<typeof contract.settings.back>,
): Promise<{ version: number }> {
  if (!elsewhere.includes(name as Elsewhere)) throw problems.notFound(say('no_such_setting'));
  return changeSetting(
    work,
    name as Elsewhere,
    version,
    () => null,
    () => ({}),
  );
}
