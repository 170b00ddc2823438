import * as z from 'zod';
import * as f from './fields.ts';
import { ask, change, document, managers, read, type Route, tags } from './route.ts';

const minutes = z.number({ error: 'Give a time' }).int().min(0).max(1440);
const hours = z.object({ opens: minutes, closes: minutes });
/** The hours of each weekday, Sunday first; null where the shop is shut. */
export const weekHours = z.array(hours.nullable()).length(7);
const stretch = z.object({ from: f.day, to: f.day, name: f.name('reason') });
/** Days on which the shop is shut out of the usual. */
export const shutDays = z.array(stretch).max(200, 'At most 200 stretches');

/** What papers say of the shop. */
const identity = {
  name: f.name('name of the shop'),
  address: f.text(200),
  phone: f.text(40),
  approval: f.text(40),
  taxNumber: f.text(40),
};
const opening = { timeZone: f.text(60), hours: weekHours, shut: shutDays };
/** The same as somebody may set it. */
const setOpening = {
  timeZone: f.text(60),
  hours: z
    .array(
      hours
        .refine((h) => h.opens < h.closes, { path: ['closes'], message: 'It closes after it opens' })
        .nullable(),
    )
    .length(7)
    .refine((week) => week.some((h) => h !== null), 'A shop opens at least one day of the week'),
  shut: z
    .array(
      stretch.refine((s) => s.from <= s.to, {
        path: ['to'],
        message: 'The last day is not before the first',
      }),
    )
    .max(200, 'At most 200 stretches'),
};
/** How what is sold is taxed: rates in hundredths of a per cent by kind of goods, null where no tax is charged. */
export const taxRules = z.object({
  added: z.boolean(),
  rates: z.object({ fish: f.taxRate, trim: f.taxRate, made: f.taxRate }),
});
const screens = {
  idleLockMinutes: z
    .number({ error: 'Give the minutes' })
    .int()
    .min(1, 'At least a minute')
    .max(240, 'At most four hours'),
  /** Whether the second pass of a bone sweep is another hand’s. */
  twoSweepers: z.boolean(),
};

/**
 * A device of the shop's own network, as `host:port`: an address no router hands on, or a name only that network knows,
 * so that nobody can have the shop knock at other people's doors.
 */
const deviceAddress = z
  .string()
  .trim()
  .regex(/^[A-Za-z0-9.-]{1,80}:\d{1,5}$/, 'An address looks like 192.168.1.40:4001')
  .refine(
    (text) => Number(text.split(':')[1]) >= 1 && Number(text.split(':')[1]) <= 65_535,
    'A port is 1 to 65535',
  )
  .refine((text) => {
    const host = text.split(':')[0]!.toLowerCase();
    if (/^[\d.]+$/.test(host))
      return /^(127|10)(\.\d{1,3}){3}$|^(192\.168|169\.254|172\.(1[6-9]|2\d|3[01]))(\.\d{1,3}){2}$/.test(
        host,
      );
    return !host.includes('.') || /\.(local|lan|home|internal)$/.test(host);
  }, 'Only a device of the shop’s own network');
const scaleLines = z.enum(['own', 'g', 'kg', 'oz', 'lb']);
const printerLines = z.enum(['own', 'raw']);
const devicesAt = <T extends z.ZodType<string | null>>(address: T) => ({
  scale: z.object({ address, lines: scaleLines }),
  probe: z.object({ address }),
  sensors: z.object({ address }),
  printer: z.object({ address, lines: printerLines }),
});
const devices = z.object(devicesAt(deviceAddress.nullable()));
/** Where the shop's devices are, and how scale and printer speak. */
export type DeviceSettings = z.infer<typeof devices>;
const deviceKind = z.enum(['scale', 'probe', 'sensors', 'printer']);

/** What a shop decides elsewhere, each on its own page. */
export const elsewhere = [
  'ruleProfile',
  'methods',
  'tubs',
  'labels',
  'trimRules',
  'customs',
  'money',
  'checks',
  'holidays',
] as const;
/** Something a shop decides on a page of its own. */
export type Elsewhere = (typeof elsewhere)[number];

/** What a new shop does before its first sale, in the order it is best done. */
export const firstSteps = [
  'shop',
  'owner',
  'opening',
  'rules',
  'species',
  'people',
  'devices',
  'suppliers',
  'prices',
  'stock',
] as const;
/** Something a new shop does before its first sale. */
export type FirstStep = (typeof firstSteps)[number];

const decided = z.object({
  version: f.version,
  /** Who decided it and when; null where the shop goes by what it came with. */
  decided: z.object({ by: z.string().nullable(), at: f.instant.nullable() }).nullable(),
});

/** Routes of settings: everything a shop decides about itself, with who decided it. */
export const settings = {
  all: read('/api/settings', {
    summary: 'What the shop decides: what stands, what it came with, who changed it and when',
    tags: [...tags],
    roles: managers,
    answer: z.object({
      shop: decided.extend({
        ...identity,
        currency: z.string(),
        /** Whether money is in the books already: its currency stays as it is. */
        currencyFixed: z.boolean(),
      }),
      opening: decided.extend(opening),
      tax: decided.extend({
        added: z.boolean(),
        rates: z.object({
          fish: z.number().int().nullable(),
          trim: z.number().int().nullable(),
          made: z.number().int().nullable(),
        }),
      }),
      screens: decided.extend(screens),
      devices: decided.extend({
        ...devicesAt(z.string().nullable()),
        /** Those whose address was given where the server was started: they stay as they are. */
        given: z.array(deviceKind),
        /** Since when sensors may send by themselves; null while they may not. */
        sensorKey: z.object({ by: z.string(), at: f.instant }).nullable(),
      }),
      backups: decided.extend({ folder: z.string() }),
      usual: z.object({ ...opening, ...screens }),
      elsewhere: z.array(decided.extend({ name: z.enum(elsewhere) })),
      /** Which program runs, and the folder it keeps its records in; null where the database is the shop's own. */
      program: z.object({ version: z.string(), dataFolder: z.string().nullable() }),
    }),
  }),
  setShop: change('PUT', '/api/settings/shop', {
    summary: 'Name, address and numbers of the shop, and the currency it reckons in',
    tags: [...tags],
    roles: managers,
    body: z.object({
      version: f.version,
      ...identity,
      currency: z.string().regex(/^[A-Z]{3}$/, 'A currency has three letters, as EUR'),
    }),
    answer: f.saved,
  }),
  setOpening: change('PUT', '/api/settings/opening', {
    summary: 'Time zone, hours of each weekday, days the shop is shut',
    tags: [...tags],
    roles: managers,
    body: z.object({ version: f.version, ...setOpening }),
    answer: f.saved,
  }),
  setTax: change('PUT', '/api/settings/tax', {
    summary: 'Rates of tax by kind of goods, and whether prices are with it',
    tags: [...tags],
    roles: managers,
    body: taxRules.extend({ version: f.version }),
    answer: f.saved,
  }),
  setScreens: change('PUT', '/api/settings/screens', {
    summary: 'How long a screen nobody touches stays open, and who signs a second time',
    tags: ['people'],
    roles: managers,
    body: z.object({ version: f.version, ...screens }),
    answer: f.saved,
  }),
  setDevices: change('PUT', '/api/settings/devices', {
    summary: 'Where scale, probe, sensors and printer are',
    tags: ['people', 'cold'],
    roles: managers,
    body: devices.extend({ version: f.version }),
    answer: f.saved,
  }),
  setSensorKey: change('POST', '/api/settings/sensor-key', {
    summary: 'Let sensors send by themselves with this key, instead of the one before; null lets none',
    tags: [...tags],
    roles: managers,
    body: z.object({
      key: z
        .string()
        .regex(/^[A-Za-z0-9_-]{43}$/, 'A key is 43 letters and digits')
        .nullable(),
    }),
    answer: f.done,
  }),
  tryDevice: ask('/api/settings/devices/try', {
    summary: 'Listen to a device for a moment: whether it answers, what it says, and how that is read',
    roles: managers,
    body: z.object({
      kind: deviceKind,
      address: deviceAddress,
      lines: z.enum(['own', 'g', 'kg', 'oz', 'lb', 'raw']),
    }),
    answer: z.object({
      reached: z.boolean(),
      heard: z.array(
        z.object({
          line: z.string(),
          /** What it is read as; null for a line that says nothing this shop understands. */
          grams: z.number().int().nullable(),
          tenths: z.number().int().nullable(),
          steady: z.boolean(),
        }),
      ),
    }),
  }),
  setBackups: change('PUT', '/api/settings/backups', {
    summary: 'Which folder of the server backups go to',
    tags: ['close'],
    roles: managers,
    body: z.object({
      version: f.version,
      folder: f.text(300).refine((t) => t === '' || t.startsWith('/'), 'A whole path, as /mnt/usb/backups'),
    }),
    answer: f.saved,
  }),
  backups: read('/api/settings/backups', {
    summary: 'The last backup, whether one failed since, and whether one is being made',
    tags: ['close'],
    roles: managers,
    answer: z.object({
      /** Where they go; null where nowhere was said. */
      folder: z.string().nullable(),
      last: z.object({ at: f.instant, bytes: z.number().int(), file: z.string() }).nullable(),
      failed: z.object({ at: f.instant, why: z.string() }).nullable(),
      running: z.boolean(),
    }),
  }),
  export: document('/api/settings/export.zip', {
    summary: 'Everything the shop knows as one ZIP of CSV files, PINs left out',
    roles: managers,
  }),
  backUp: change('POST', '/api/settings/backups', {
    summary: 'Back the shop up now',
    tags: ['close'],
    roles: managers,
    answer: f.done,
  }),
  steps: read('/api/settings/steps', {
    summary: 'What a new shop has still to do before its first sale',
    tags: [...tags],
    roles: managers,
    answer: z.array(z.object({ step: z.enum(firstSteps), state: z.enum(['open', 'done', 'left']) })),
  }),
  leaveStep: change('POST', '/api/settings/steps', {
    summary: 'Do without a step before the first sale, or take it up again',
    tags: ['people'],
    roles: managers,
    body: z.object({ step: z.enum(firstSteps), leave: z.boolean() }),
    answer: z.object({}),
  }),
  back: change('PUT', '/api/settings/usual/:name', {
    summary: 'Go back to what the shop came with',
    tags: [...tags],
    roles: managers,
    body: z.object({ version: f.version }),
    answer: f.saved,
  }),
} as const satisfies Record<string, Route>;
