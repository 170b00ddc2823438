import { type RuleProfile } from '@ember-slate/core/freshness';
import type { LabelSettings, MoneySettings, TrimRule, Tub } from '@ember-slate/contract';
import type { MethodChoices } from '@ember-slate/core/board';
import type { ShopCalendar } from '@ember-slate/core/calendar';
import { formBook, type FormBook, type OwnForm } from '@ember-slate/core/forms';
import type { TrimId } from '@ember-slate/core/yields';
import { type Asks, rows, run, type Tx } from './db.ts';
import { problems } from './problem.ts';
import { say } from './say.ts';

/** The shop's own choices, with what a new shop starts from. */
export interface ShopSettings extends ShopCalendar {
  name: string;
  sample: boolean;
  currency: string;
  /** Whose limits count: temperatures at the door, freezing for raw use. */
  ruleProfile: RuleProfile;
  idleLockMinutes: number;
  /** Forms the shop changed or added. */
  forms: readonly OwnForm[];
  methods: MethodChoices;
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

/** The settings as they were read; `versionOf` says how often one was changed, 1 where nobody has. */
export interface ReadSettings extends ShopSettings {
  versionOf: (name: keyof ShopSettings) => number;
}

export const defaultSettings: ReadSettings = {
  name: say('my_shop'),
  sample: false,
  currency: 'EUR',
  timeZone: 'Europe/London',
  closesAt: 18 * 60,
  weekdays: [1, 2, 3, 4, 5, 6],
  ruleProfile: 'eu',
  idleLockMinutes: 10,
  forms: [],
  methods: {},
  tubs: [
    { name: say('tray'), grams: 38 },
    { name: say('tub'), grams: 380 },
    { name: say('box'), grams: 1200 },
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
    { id: 'boards', words: say('boards_knives_and_scalers_washed') },
    { id: 'slab', words: say('slab_and_display_case_emptied') },
    { id: 'floor', words: say('floor_and_drains_cleaned_no_ice') },
    { id: 'waste', words: say('waste_out_of_the_shop_bins_shut') },
    { id: 'knives', words: say('every_knife_counted_and_put_away') },
    { id: 'doors', words: say('cold_room_and_freezer_shut_alarms') },
  ],
  holidays: [],
  versionOf: () => 1,
};

export async function readSettings(tx: Asks): Promise<ReadSettings> {
  const stored = await rows<{ name: string; value: string; version: number }>(
    tx,
    'SELECT name, value, version FROM setting',
  );
  const values = stored.map((s) => [s.name, JSON.parse(s.value) as unknown]);
  const versions = new Map(stored.map((s) => [s.name, s.version]));
  return {
    ...defaultSettings,
    ...(Object.fromEntries(values) as Partial<ShopSettings>),
    versionOf: (name) => versions.get(name) ?? 1,
  };
}

export async function writeSettings(tx: Tx, values: Partial<ShopSettings>): Promise<void> {
  for (const [name, value] of Object.entries(values)) {
    await run(
      tx,
      'INSERT INTO setting (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE value = VALUES(value), version = version + 1',
      [name, JSON.stringify(value)],
    );
  }
}

/** Who changes a setting: in which transaction, having read what. */
interface Asked {
  tx: Tx;
  settings: ReadSettings;
}

/** One setting under its lock, as it stands now, which is how it was read where nobody has set it. */
async function lockSetting<K extends keyof ShopSettings>(
  { tx, settings }: Asked,
  name: K,
): Promise<{ value: ShopSettings[K]; version: number }> {
  await run(
    tx,
    'INSERT INTO setting (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE name = VALUES(name)',
    [name, JSON.stringify(settings[name])],
  );
  const [held] = await rows<{ value: string; version: number }>(
    tx,
    'SELECT value, version FROM setting WHERE name = ? FOR UPDATE',
    [name],
  );
  return { value: JSON.parse(held!.value) as ShopSettings[K], version: held!.version };
}

/** Adds to a setting what takes nothing of anyone else's away: writers queue up, each starts from what stands there. */
export async function addToSetting<K extends keyof ShopSettings>(
  work: Asked,
  name: K,
  change: (had: ShopSettings[K]) => ShopSettings[K],
): Promise<void> {
  const { value } = await lockSetting(work, name);
  await writeSettings(work.tx, { [name]: change(value) });
}

/**
 * Changes a setting that was looked at in this version. Where somebody changed it since, nothing is written and the
 * refusal says what stands there, in the fields the form shows.
 */
export async function changeSetting<K extends keyof ShopSettings>(
  work: Asked,
  name: K,
  version: number,
  change: (had: ShopSettings[K]) => ShopSettings[K],
  shown: (had: ShopSettings[K]) => object,
): Promise<{ version: number }> {
  const had = await lockSetting(work, name);
  if (had.version !== version)
    throw problems.stale(say('someone_changed_this_meanwhile_2'), {
      ...shown(had.value),
      version: had.version,
    });
  await writeSettings(work.tx, { [name]: change(had.value) });
  return { version: version + 1 };
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
