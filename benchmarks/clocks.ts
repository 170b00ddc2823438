import { dayMs } from '@ember-slate/core/calendar';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { rowClocks, TemperatureLog, type RowChange } from '@ember-slate/core/coldchain';
import { startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';
import { openPool, rows, run, transaction } from '@ember-slate/server/platform/db';
import { addStaff } from '@ember-slate/server/stages/people/commands';
import { logsOf, places } from '@ember-slate/server/shop/logs';
import { writeReadings } from '@ember-slate/server/stages/cold/commands/places';
import { Kept } from '@ember-slate/server/platform/kept';
import { quietly } from '@ember-slate/server/platform/context';
import { readSettings } from '@ember-slate/server/platform/settings';
import { speciesById } from '@ember-slate/server/shop/species';
import { lotsInShop } from '@ember-slate/server/shop/lots';
import { clocksFrom, clocksOf, historiesOf } from '@ember-slate/server/shop/clocks';
import { tenthsAt } from '@ember-slate/devices/sensor-curve';

/**
 * The clocks of 500 lots over 60 days of readings every five minutes in six places (about 17 000 a place): all of it
 * from nothing, again with what the process keeps, and after one new reading. Given as milliseconds and as ratios to
 * the bare query of the same readings, so that they mean the same on any machine.
 */
const lots = 500;
const days = 60;
const step = 5 * 60_000;
const now = new Date();
const dir = mkdtempSync(join(tmpdir(), 'ember-slate-clocks-'));
const database = await startPrivateDatabase(dir);
const say = (name: string, ms: number, of?: number) =>
  process.stdout.write(
    `${name.padEnd(58)} ${ms.toFixed(1).padStart(8)} ms${of ? `  ${(ms / of).toFixed(2)} x the bare query` : ''}\n`,
  );
const timed = async <T>(work: () => Promise<T> | T): Promise<[number, T]> => {
  const start = performance.now();
  const result = await work();
  return [performance.now() - start, result];
};
/** The middle one of some runs. */
async function median(n: number, work: () => Promise<unknown> | void): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < n; i++) times.push((await timed(work))[0]);
  return times.sort((a, b) => a - b)[Math.floor(n / 2)]!;
}

try {
  await prepare(database.url);
  const pool = openPool(database.url, 4);
  await transaction(pool, async (tx) => {
    const staff = await addStaff(tx, { name: 'Bench', role: 'manager', pin: '246801', demo: false });
    for (const place of await places(tx)) {
      if (!place.sensor) continue;
      const readings = [];
      for (let at = now.getTime() - days * dayMs; at <= now.getTime(); at += step)
        readings.push({
          at: new Date(Math.floor(at / step) * step),
          tenths: tenthsAt(place.sensor, new Date(at)),
        });
      await writeReadings(tx, place, readings, 'sensor', null);
    }
    const supplier = (await run(tx, "INSERT INTO supplier (name) VALUES ('Bench')")).insertId;
    for (let i = 0; i < lots; i++) {
      const at = new Date(now.getTime() - (1 + (i % days)) * dayMs);
      const day = at.toISOString().slice(0, 10);
      const delivery = await run(
        tx,
        "INSERT INTO delivery (supplier_id, arrived_at, landed_on, probe_tenths, ice, note_ref, remarks, recorded_by) VALUES (?, ?, ?, 8, 'buried', '', '', ?)",
        [supplier, at, day, staff],
      );
      const lot = await run(
        tx,
        `INSERT INTO lot (code, delivery_id, species_id, landed_on, arrival_condition, pieces, grams, weight_source, price_per_kg, production, area, remarks)
         VALUES (?, ?, ?, ?, 'whole', 10, 4600, 'measured', 1000, 'caught', '27', '')`,
        [`bench-${i}`, delivery.insertId, i % 2 ? 'sea_bass' : 'mackerel', day],
      );
      const grade = await run(
        tx,
        `INSERT INTO grade (lot_id, graded_at, graded_by, scheme, scheme_version, fish, temperature_history, foreign_smell, used_days, half_width, category, advised, verdict)
         VALUES (?, ?, ?, 'eu-general', 1, '[]', FALSE, FALSE, 1.5, 1.4, 'Extra', 'accept', 'accept')`,
        [lot.insertId, at, staff],
      );
      await run(tx, 'UPDATE lot SET grade_id = ? WHERE id = ?', [grade.insertId, lot.insertId]);
      // Landed, then moved about: cold room, slab, cold room.
      for (const [n, [from, to]] of (
        [
          ['outside:supplier', 'place:cold_room'],
          ['place:cold_room', 'place:slab'],
          ['place:slab', 'place:cold_room'],
        ] as const
      ).entries()) {
        const movement = await run(
          tx,
          'INSERT INTO movement (kind, at, trading_day, staff_id) VALUES (?, ?, ?, ?)',
          [n === 0 ? 'land' : 'move', new Date(at.getTime() + n * 6 * 3_600_000), day, staff],
        );
        for (const [account, grams] of [
          [from, -4600],
          [to, 4600],
        ] as const)
          await run(
            tx,
            "INSERT INTO entry (movement_id, account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, 'whole', 0, ?, ?)",
            [movement.insertId, account, lot.insertId, grams, grams < 0 ? -10 : 10],
          );
      }
      await run(
        tx,
        "INSERT INTO balance (account, lot_id, item, batch, grams, pieces) VALUES ('place:cold_room', ?, 'whole', 0, 4600, 10)",
        [lot.insertId],
      );
    }
  });

  await transaction(pool, async (tx) => {
    const [bare, read] = await timed(() =>
      rows<{ at: number }>(
        tx,
        'SELECT place_id, ROUND(UNIX_TIMESTAMP(at) * 1000) AS at, tenths FROM reading',
      ),
    );
    process.stdout.write(`${lots} lots, ${read.length} readings in 6 places over ${days} days\n`);
    say('the bare query of all readings', bare);
    const kept = new Kept();
    const work = quietly({
      tx,
      actor: { id: 1, name: '', role: 'manager' as const },
      now,
      settings: await readSettings(tx),
      kept,
    });
    const book = await speciesById(tx);
    const found = await lotsInShop(tx);
    const [cold] = await timed(() => clocksOf(work, found, book));
    say('every clock from nothing: readings, sums, paths', cold, bare);
    say('every clock again', await median(9, () => clocksOf(work, found, book)), bare);

    // The arithmetic alone, as one new reading and one late reading ask for it.
    const readings = read
      .filter((_, i) => i % 6 === 0)
      .slice(0, 17_280)
      .map((r) => ({ at: r.at, celsius: 1 }));
    const log = new TemperatureLog(0.5, readings);
    const newest = log.last!.at;
    let n = 0;
    say(
      'one new reading into the sums of a place',
      await median(99, () => log.add([{ at: newest + ++n * step, celsius: 2 }])),
    );
    say(
      'one reading a day late',
      await median(99, () => log.add([{ at: newest - dayMs + ++n, celsius: 2 }])),
    );
    const changes: RowChange[] = [
      { at: newest - 20 * dayMs, movement: 1, place: 'room', item: 'whole', batch: 0, grams: 1 },
    ];
    const path = {
      changes,
      grades: [],
      cores: [],
      logs: new Map([['room', log]]),
      frozenPlaces: new Set<string>(),
      paceOf: () => 1,
      now: newest,
    };
    say(
      'the clocks of 500 lots over it',
      await median(9, () => void Array.from({ length: lots }, () => rowClocks(path))),
    );
  });

  // One new reading told by a sensor: into the logs, and every clock brought to it.
  await transaction(pool, async (tx) => {
    const kept = new Kept();
    const work = quietly({
      tx,
      actor: { id: 1, name: '', role: 'manager' as const },
      now,
      settings: await readSettings(tx),
      kept,
    });
    const book = await speciesById(tx);
    const found = await lotsInShop(tx);
    const histories = await historiesOf(work, found, book);
    const since = now.getTime() - days * dayMs;
    await logsOf(work).read(tx, since);
    const [place] = await places(tx);
    const times: number[] = [];
    for (let i = 0; i < 15; i++) {
      await writeReadings(tx, place!, [{ at: new Date(now.getTime() + i * 1000), tenths: 12 }], 'probe', 1);
      const [ms] = await timed(async () =>
        clocksFrom(work, found, book, histories, await logsOf(work).read(tx, since)),
      );
      times.push(ms);
    }
    say('one new reading: into the logs, and all 500 clocks', times.sort((a, b) => a - b)[7]!);
  });
  await pool.end();
} finally {
  await database.stop();
  rmSync(dir, { recursive: true, force: true });
}
