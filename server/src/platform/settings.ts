import type { RuleProfile } from '@ember-slate/core/coldchain';
import type { ShopCalendar } from '@ember-slate/core/calendar';
import { rows, run, type Tx } from './db.ts';

/** The shop's own choices, with what a new shop starts from. */
export interface ShopSettings extends ShopCalendar {
  name: string;
  sample: boolean;
  currency: string;
  /** Whose limits count: temperatures at the door, freezing for raw use. */
  ruleProfile: RuleProfile;
  idleLockMinutes: number;
}

export const defaultSettings: ShopSettings = {
  name: 'My shop',
  sample: false,
  currency: 'EUR',
  timeZone: 'Europe/London',
  closesAt: 18 * 60,
  weekdays: [1, 2, 3, 4, 5, 6],
  ruleProfile: 'eu',
  idleLockMinutes: 10,
};

export async function readSettings(tx: Pick<Tx, 'execute'>): Promise<ShopSettings> {
  const stored = await rows<{ name: string; value: string }>(tx, 'SELECT name, value FROM setting');
  const values = stored.map((s) => [s.name, JSON.parse(s.value) as unknown]);
  return { ...defaultSettings, ...(Object.fromEntries(values) as Partial<ShopSettings>) };
}

export async function writeSettings(tx: Tx, values: Partial<ShopSettings>): Promise<void> {
  for (const [name, value] of Object.entries(values)) {
    await run(
      tx,
      'INSERT INTO setting (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE value = VALUES(value)',
      [name, JSON.stringify(value)],
    );
  }
}
