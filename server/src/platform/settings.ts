import { type RuleProfile } from '@ember-slate/core/freshness';
import type {
  DeviceSettings,
  FirstStep,
  LabelSettings,
  MoneySettings,
  TrimRule,
  Tub,
} from '@ember-slate/contract';
import type { MethodChoices } from '@ember-slate/core/board';
import { sameHours, type ShopCalendar } from '@ember-slate/core/calendar';
import { formBook, type FormBook, type OwnForm } from '@ember-slate/core/forms';
import { noTax, type TaxRules } from '@ember-slate/core/prices';
import type { TrimId } from '@ember-slate/core/yields';
import { type Asks, rows, run, type Tx } from './db.ts';
import { problems } from './problem.ts';
import { say } from './say.ts';

/** The shop's own choices, with what a new shop starts from. */
export interface ShopSettings extends ShopCalendar {
  name: string;
  sample: boolean;
  /** What papers say of the shop beside its name: where it is, how it is reached, its numbers with the authorities. */
  about: { address: string; phone: string; approval: string; taxNumber: string };
  currency: string;
  tax: TaxRules;
  /** Whose limits count: temperatures at the door, freezing for raw use. */
  ruleProfile: RuleProfile;
  idleLockMinutes: number;
  /** Whether the second pass of a bone sweep is another hand's. */
  twoSweepers: boolean;
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
  /** Species of the book this shop does not sell. */
  speciesOff: readonly string[];
  /** Checks signed at the end of a day. */
  checks: readonly { id: string; words: string }[];
  /** Days that sell more or less than their weekday does. */
  holidays: readonly { day: string; factor: number; name: string }[];
  /** Devices by address, where they were not given as the server was started. */
  devices: DeviceSettings;
  /** Where backups go; empty for beside the records. */
  backupFolder: string;
  /** Steps before the first sale that the shop does without. */
  stepsLeft: readonly FirstStep[];
}

/** Who decided what a setting is, and when; null for what nobody in the shop did. */
export interface Decided {
  by: number | null;
  at: Date | null;
}

/** The settings as they were read. */
export interface ReadSettings extends ShopSettings {
  /** Changes of these settings together, 1 where there were none. */
  versionOf: (...names: (keyof ShopSettings)[]) => number;
  /** Who decided it; null where the shop goes by what it came with. */
  decided: (name: keyof ShopSettings) => Decided | null;
}

export const defaultSettings: ReadSettings = {
  name: say('my_shop'),
  sample: false,
  about: { address: '', phone: '', approval: '', taxNumber: '' },
  currency: 'EUR',
  tax: noTax,
  timeZone: 'Europe/London',
  hours: sameHours([1, 2, 3, 4, 5, 6], { opens: 8 * 60, closes: 18 * 60 }),
  shut: [],
  ruleProfile: 'eu',
  idleLockMinutes: 10,
  twoSweepers: false,
  speciesOff: [],
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
  devices: {
    scale: { address: null, lines: 'own' },
    probe: { address: null },
    sensors: { address: null },
    printer: { address: null, lines: 'own' },
  },
  backupFolder: '',
  stepsLeft: [],
  versionOf: () => 1,
  decided: () => null,
};

export async function readSettings(tx: Asks): Promise<ReadSettings> {
  const stored = await rows<{ name: string; value: string | null; version: number } & Decided>(
    tx,
    'SELECT name, value, version, changed_by AS `by`, changed_at AS at FROM setting',
  );
  const set = stored.filter((s) => s.value !== null);
  const values = set.map((s) => [s.name, JSON.parse(s.value!) as unknown]);
  const versions = new Map(stored.map((s) => [s.name, s.version]));
  const decided = new Map(set.map(({ name, by, at }) => [name, { by, at }]));
  return {
    ...defaultSettings,
    ...(Object.fromEntries(values) as Partial<ShopSettings>),
    versionOf: (...names) => names.reduce((sum, name) => sum + (versions.get(name) ?? 1) - 1, 1),
    decided: (name) => decided.get(name) ?? null,
  };
}

/** Writes settings; null goes back to what the shop came with. */
export async function writeSettings(
  tx: Tx,
  values: { [K in keyof ShopSettings]?: ShopSettings[K] | null },
  decided: Decided = { by: null, at: null },
): Promise<void> {
  for (const [name, value] of Object.entries(values)) {
    await run(
      tx,
      `INSERT INTO setting (name, value, changed_by, changed_at) VALUES (?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE value = VALUES(value), changed_by = VALUES(changed_by),
         changed_at = VALUES(changed_at), version = version + 1`,
      [name, value === null ? null : JSON.stringify(value), decided.by, decided.at],
    );
  }
}

/** Who changes a setting, and when. */
interface Asked {
  tx: Tx;
  actor: { id: number };
  now: Date;
}

const decidedBy = ({ actor, now }: Asked): Decided => ({ by: actor.id, at: now });

/** One setting under its lock, as it stands now. */
async function lockSetting<K extends keyof ShopSettings>(
  { tx }: Asked,
  name: K,
): Promise<{ value: ShopSettings[K]; version: number }> {
  await run(
    tx,
    'INSERT INTO setting (name, value) VALUES (?, NULL) ON DUPLICATE KEY UPDATE name = VALUES(name)',
    [name],
  );
  const [held] = await rows<{ value: string | null; version: number }>(
    tx,
    'SELECT value, version FROM setting WHERE name = ? FOR UPDATE',
    [name],
  );
  const { value, version } = held!;
  return { value: value === null ? defaultSettings[name] : (JSON.parse(value) as ShopSettings[K]), version };
}

/** Adds to a setting what takes nothing of anyone else's away: writers queue up, each starts from what stands there. */
export async function addToSetting<K extends keyof ShopSettings>(
  work: Asked,
  name: K,
  change: (had: ShopSettings[K]) => ShopSettings[K],
): Promise<void> {
  const { value } = await lockSetting(work, name);
  await writeSettings(work.tx, { [name]: change(value) }, decidedBy(work));
}

/**
 * Changes settings that were looked at together in this version: those that `change` gives. Where somebody changed one
 * since, nothing is written and the refusal says what stands there, in the fields the form shows.
 */
export async function changeSettings<K extends keyof ShopSettings>(
  work: Asked,
  names: readonly K[],
  version: number,
  change: (had: Pick<ShopSettings, K>) => { [N in K]?: ShopSettings[N] | null },
  shown: (had: Pick<ShopSettings, K>) => object,
): Promise<{ version: number }> {
  let stands = 1;
  const had = {} as Pick<ShopSettings, K>;
  for (const name of [...names].sort()) {
    const held = await lockSetting(work, name);
    had[name] = held.value;
    stands += held.version - 1;
  }
  if (stands !== version)
    throw problems.stale(say('someone_changed_this_meanwhile_2'), { ...shown(had), version: stands });
  const next = change(had);
  await writeSettings(work.tx, next, decidedBy(work));
  return { version: version + Object.keys(next).length };
}

/** The same of one setting. */
export const changeSetting = <K extends keyof ShopSettings>(
  work: Asked,
  name: K,
  version: number,
  change: (had: ShopSettings[K]) => ShopSettings[K] | null,
  shown: (had: ShopSettings[K]) => object,
): Promise<{ version: number }> =>
  changeSettings(
    work,
    [name],
    version,
    (had) => ({ [name]: change(had[name]) }) as { [N in K]: ShopSettings[N] | null },
    (had) => shown(had[name]),
  );

const books = new WeakMap<ShopSettings, FormBook>();
/** Every form of this shop, put together once a request. */
export function formsOf(settings: ShopSettings): FormBook {
  const had = books.get(settings);
  if (had) return had;
  const book = formBook(settings.forms);
  books.set(settings, book);
  return book;
}
