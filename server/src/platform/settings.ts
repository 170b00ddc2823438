import type { RuleProfile } from '@ember-slate/core/coldchain';
import type { LabelSettings, MoneySettings, Tub, TrimRule } from '@ember-slate/contract';
import type { TrimId } from '@ember-slate/core/yields';
import type { ShopCalendar } from '@ember-slate/core/calendar';
import { formBook, type FormBook, type OwnForm, type SchoolChoices } from '@ember-slate/core/forms';
import { rows, run, type Tx, type Asks } from './db.ts';

/** The shop's own choices, with what a new shop starts from. */
export interface ShopSettings extends ShopCalendar {
  name: string;
  sample: boolean;
  currency: string;
  /** Whose limits count: temperatures at the door, freezing for raw use. */
  ruleProfile: RuleProfile;
  idleLockMinutes: number;
  /** Forms the shop changed or added, and how often that was. */
  forms: readonly OwnForm[];
  formsVersion: number;
  schools: SchoolChoices;
  /** Tubs and trays with their empty weight. */
  tubs: readonly Tub[];
  labels: LabelSettings;
  /** The slab's rows, each with its places. */
  slab: readonly { name: string; places: number }[];
  /** What the shop does with a kind of trim, where it is not the usual. */
  trimRules: Partial<Record<TrimId, TrimRule>>;
  /** Prices a kilogram of what is made of trim, by product. */
  productPrices: Partial<Record<string, number>>;
  /** Species whose roe or liver is eaten here by custom. */
  customs: { roe: readonly string[]; liver: readonly string[] };
  money: MoneySettings;
  /** Checks signed at the end of a day. */
  checks: readonly { id: string; words: string }[];
  /** Days that sell more or less than their weekday does. */
  holidays: readonly { day: string; factor: number; name: string }[];
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
  forms: [],
  formsVersion: 1,
  schools: {},
  tubs: [
    { name: 'tray', grams: 38 },
    { name: 'tub', grams: 380 },
    { name: 'box', grams: 1200 },
  ],
  labels: {
    size: '58x40',
    prefix: '21',
    carries: 'price',
    checked: true,
    companyPrefix: '',
    asWeighed: false,
  },
  slab: [
    { name: 'A', places: 6 },
    { name: 'B', places: 7 },
    { name: 'C', places: 8 },
  ],
  trimRules: {},
  productPrices: {},
  customs: { roe: [], liver: [] },
  money: {
    perHour: 1800,
    landingPerKg: 0,
    margin: 0.35,
    ending: '49_99',
    unit: 'kg',
    method: 'joint',
    floorShare: 0.5,
    elasticity: {},
  },
  checks: [
    { id: 'boards', words: 'Boards, knives and scalers washed and disinfected' },
    { id: 'slab', words: 'Slab and display case emptied, scrubbed, drained' },
    { id: 'floor', words: 'Floor and drains cleaned, no ice left to slip on' },
    { id: 'waste', words: 'Waste out of the shop, bins shut' },
    { id: 'knives', words: 'Every knife counted and put away' },
    { id: 'doors', words: 'Cold room and freezer shut, alarms on' },
  ],
  holidays: [],
};

export async function readSettings(tx: Asks): Promise<ShopSettings> {
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

/** One setting under its lock, as it stands now; `initial` where nobody has set it. Writers of it queue up here. */
export async function lockSetting<T>(tx: Tx, name: keyof ShopSettings, initial: T): Promise<T> {
  await run(
    tx,
    'INSERT INTO setting (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE name = VALUES(name)',
    [name, JSON.stringify(initial)],
  );
  const [held] = await rows<{ value: string }>(tx, 'SELECT value FROM setting WHERE name = ? FOR UPDATE', [
    name,
  ]);
  return JSON.parse(held!.value) as T;
}

const books = new WeakMap<ShopSettings, FormBook>();
/** Every form of this shop, put together once a request. */
export function formsOf(settings: ShopSettings): FormBook {
  const had = books.get(settings);
  if (had) return had;
  const book = formBook(settings.forms);
  books.set(settings, book);
  return book;
}
