import { elsewhere, firstSteps, type AnswerOf, type contract, type FirstStep } from '@ember-slate/contract';
import { deviceKinds, type DeviceStates, programVersion, statesNow } from '../../platform/config.ts';
import { backupFolder } from '../../platform/backup/keep.ts';
import type { Writable } from 'node:stream';
import { today, type Reader, type Work } from '../../platform/context.ts';
import { row, rows } from '../../platform/db.ts';
import { writeExport } from '../../platform/export/write.ts';
import type { File } from '../../platform/handlers.ts';
import { problems } from '../../platform/problem.ts';
import { newManager } from '../../platform/sessions.ts';
import { type Decided, defaultSettings, type ShopSettings } from '../../platform/settings.ts';

import { say } from './say.ts';

/** What this process knows of itself: the folder of its records, null where the database is the shop's own; devices given. */
export interface Here {
  /** The database the records are in, for reading all of them. */
  databaseUrl: string;
  dataFolder: string | null;
  given: DeviceStates;
}

/** What is changed together, under the name of its form. */
export const together = {
  shop: ['name', 'about', 'currency'],
  tax: ['tax'],
  opening: ['timeZone', 'hours', 'shut'],
  screens: ['idleLockMinutes', 'twoSweepers'],
  devices: ['devices'],
  backups: ['backupFolder'],
} as const satisfies Record<string, readonly (keyof ShopSettings)[]>;

/** Whether money stands in the books: what was paid, asked or taken. */
export async function moneyInBooks(work: Pick<Reader, 'tx'>): Promise<boolean> {
  const found = await row<{ found: number }>(
    work.tx,
    `SELECT EXISTS (SELECT 1 FROM lot) OR EXISTS (SELECT 1 FROM price) OR EXISTS (SELECT 1 FROM sale)
       OR EXISTS (SELECT 1 FROM deposit) AS found`,
  );
  return found!.found === 1;
}

/** Everything the shop decides about itself, with who decided it. */
export async function allSettings(
  work: Reader,
  { dataFolder, given }: Here,
): Promise<AnswerOf<typeof contract.settings.all>> {
  const { settings } = work;
  const staff = new Map(
    (await rows<{ id: number; name: string }>(work.tx, 'SELECT id, name FROM staff')).map((s) => [
      s.id,
      s.name,
    ]),
  );
  const decided = (...names: (keyof ShopSettings)[]) => {
    const last = names
      .flatMap((name) => settings.decided(name) ?? [])
      .reduce((a, b) => ((b.at?.getTime() ?? 0) >= (a?.at?.getTime() ?? 0) ? b : a), null as Decided | null);
    return {
      version: settings.versionOf(...names),
      decided: last && { by: staff.get(last.by ?? 0) ?? null, at: last.at?.toISOString() ?? null },
    };
  };
  const { name, about, currency, timeZone, hours, shut, idleLockMinutes, twoSweepers } = settings;
  const usual = defaultSettings;
  const key = await row<{ by: string; at: Date }>(
    work.tx,
    `SELECT w.name AS \`by\`, k.made_at AS at FROM sensor_key k JOIN staff w ON w.id = k.made_by
     WHERE k.ended_at IS NULL ORDER BY k.id DESC LIMIT 1`,
  );
  return {
    shop: {
      ...decided(...together.shop),
      name,
      ...about,
      currency,
      currencyFixed: await moneyInBooks(work),
    },
    opening: { ...decided(...together.opening), timeZone, hours: [...hours], shut: [...shut] },
    tax: { ...decided(...together.tax), ...settings.tax },
    screens: { ...decided(...together.screens), idleLockMinutes, twoSweepers },
    devices: {
      ...decided(...together.devices),
      ...settings.devices,
      given: deviceKinds.filter((kind) => given[kind] !== 'none'),
      sensorKey: key ? { by: key.by, at: key.at.toISOString() } : null,
    },
    backups: { ...decided(...together.backups), folder: settings.backupFolder },
    usual: {
      timeZone: usual.timeZone,
      hours: [...usual.hours],
      shut: [...usual.shut],
      idleLockMinutes: usual.idleLockMinutes,
      twoSweepers: usual.twoSweepers,
    },
    elsewhere: elsewhere.map((name) => ({ name, ...decided(name) })),
    program: { version: programVersion, dataFolder },
  };
}

/** The last backup, whether one failed since, and whether one is being made. */
export async function backups(
  work: Reader,
  { dataFolder }: Here,
): Promise<AnswerOf<typeof contract.settings.backups>> {
  const latest = <T>(columns: string, where: string) =>
    row<T>(work.tx, `SELECT ${columns} FROM backup WHERE ${where} ORDER BY id DESC LIMIT 1`);
  const last = await latest<{ id: number; at: Date; bytes: number; file: string }>(
    'id, ended_at AS at, bytes, file',
    'file IS NOT NULL',
  );
  const failed = await latest<{ id: number; at: Date; why: string }>(
    'id, ended_at AS at, failed AS why',
    'failed IS NOT NULL',
  );
  const open = await latest<object>('id', 'ended_at IS NULL');
  return {
    folder: backupFolder(work.settings, dataFolder),
    last: last ? { at: last.at.toISOString(), bytes: last.bytes, file: last.file } : null,
    failed:
      failed && (!last || failed.at > last.at) ? { at: failed.at.toISOString(), why: failed.why } : null,
    running: open !== undefined,
  };
}

/** What a new shop has still to do before its first sale, and what is done or was left. */
export async function stepsToDo(
  work: Reader,
  { given }: Here,
): Promise<AnswerOf<typeof contract.settings.steps>> {
  const { settings } = work;
  const found = await row<Record<'unnamed' | 'people' | 'suppliers' | 'prices' | 'stock', number>>(
    work.tx,
    `SELECT (SELECT COUNT(*) FROM staff WHERE active AND name = ?) AS unnamed,
       (SELECT COUNT(*) FROM staff WHERE active) AS people, (SELECT COUNT(*) FROM supplier) AS suppliers,
       (SELECT COUNT(*) FROM price) AS prices, (SELECT COUNT(*) FROM lot) AS stock`,
    [newManager],
  );
  const n = found!;
  const chosen = (name: keyof ShopSettings) => (settings.decided(name)?.by ?? null) !== null;
  const done: Record<FirstStep, boolean> = {
    shop: settings.about.address !== '',
    owner: n.unnamed === 0,
    opening: chosen('hours') || chosen('timeZone'),
    rules: chosen('ruleProfile'),
    species: chosen('speciesOff'),
    people: n.people > 1,
    devices: Object.values(statesNow(given, settings.devices)).some((state) => state === 'real'),
    suppliers: n.suppliers > 0,
    prices: n.prices > 0,
    stock: n.stock > 0,
  };
  return firstSteps.map((step) => ({
    step,
    state: done[step] ? 'done' : settings.stepsLeft.includes(step) ? 'left' : 'open',
  }));
}

const noneUnderWay = () => ({ going: false });

/** Everything the shop knows, written as it is fetched; one at a time, for it reads every row there is. */
export function exportAll(work: Work, { databaseUrl }: Pick<Here, 'databaseUrl'>): Promise<File> {
  const underWay = work.kept.of(noneUnderWay);
  const write = async (out: Writable) => {
    if (underWay.going) throw problems.conflict(say('an_export_is_being_made'));
    underWay.going = true;
    try {
      await writeExport(databaseUrl, out, work.now, { pins: false });
    } finally {
      underWay.going = false;
    }
  };
  return Promise.resolve({
    name: `ember-slate-${today(work)}.zip`,
    type: 'application/zip',
    bytes: write,
  });
}
