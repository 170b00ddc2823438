import type { AnswerOf, contract } from '@ember-slate/contract';
import { stockPlaces } from '@ember-slate/core/ledger';
import { type DeviceStates, statesNow } from '../../platform/config.ts';
import type { Actor } from '../../platform/context.ts';
import { type Asks, rows } from '../../platform/db.ts';
import { readSettings } from '../../platform/settings.ts';
import { places } from '../../shop/logs.ts';

/** What the sign-in screen shows. */
export async function shopAtTheDoor(
  db: Asks,
  me: Actor | null,
  given: DeviceStates,
): Promise<AnswerOf<typeof contract.session.shop>> {
  const {
    name,
    sample,
    timeZone,
    currency,
    tax,
    hours,
    shut,
    ruleProfile,
    idleLockMinutes,
    devices: set,
  } = await readSettings(db);
  const all = await places(db);
  return {
    name,
    sample,
    timeZone,
    currency,
    tax,
    hours: [...hours],
    shut: [...shut],
    ruleProfile,
    idleLockMinutes,
    staff: await rows(db, 'SELECT id, name FROM staff WHERE active ORDER BY id'),
    places: Object.fromEntries(all.map((p) => [p.account, p.name])),
    keeps: stockPlaces.filter((p) => all.some((x) => x.account === p && x.removedAt === null)),
    devices: statesNow(given, set),
    me,
  };
}
