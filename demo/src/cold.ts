import { addDays, instantOn, tradingDay } from '@ember-slate/core/calendar';
import { everyMinutes, tenthsAt } from '@ember-slate/devices/sensor-curve';
import type { Work } from '@ember-slate/server/platform/context';
import { places } from '@ember-slate/server/shop/logs';
import { answerAlarm, writeReadings } from '@ember-slate/server/stages/cold/commands/places';
import { coldPlaces } from '@ember-slate/server/shop/places';
import * as scenario from './scenario/index.ts';

const minute = 60_000;

/** What a fault adds to a sensor at an instant: null when it is silent. A door left open warms a place over half an hour. */
function faultAt(
  faults: readonly { from: number; to: number; degrees: number | 'silent' }[],
  at: number,
): number | null {
  let more = 0;
  for (const f of faults) {
    if (at < f.from || at > f.to + 30 * minute) continue;
    if (f.degrees === 'silent') {
      if (at <= f.to) return null;
    } else
      more +=
        f.degrees * Math.min(1, (at - f.from) / (30 * minute), (f.to + 30 * minute - at) / (30 * minute));
  }
  return more;
}

/** Two months of temperatures as the simulated sensors read them, with the faults of the scenario. */
export async function coldHistory(work: Work, now: Date): Promise<void> {
  const today = tradingDay(now, work.settings);
  const step = everyMinutes * minute;
  const from = instantOn(addDays(today, -scenario.temperatureDays), 0, work.settings).getTime();
  for (const place of await places(work.tx)) {
    const { sensor } = place;
    if (sensor === null) continue;
    const faults = scenario.coldFaults
      .filter((f) => f.sensor === sensor)
      .map((f) => {
        const start = instantOn(addDays(today, -f.daysAgo), f.fromMinutes, work.settings).getTime();
        return { from: start, to: start + f.hours * 60 * minute, degrees: f.degrees };
      });
    const readings = [];
    for (let at = Math.ceil(from / step) * step; at <= now.getTime(); at += step) {
      const more = faultAt(faults, at);
      if (more !== null)
        readings.push({ at: new Date(at), tenths: tenthsAt(sensor, new Date(at)) + Math.round(more * 10) });
    }
    await writeReadings(work.tx, place, readings, 'simulated', null);
  }
}

/** Answers for the faults someone has seen to already. */
export async function answerFaults(work: Work): Promise<void> {
  for (const fault of scenario.coldFaults) {
    if (!fault.done) continue;
    const place = (await coldPlaces(work)).find((p) => p.sensor === fault.sensor)!;
    for (const e of place.episodes.filter((x) => x.answer === null))
      await answerAlarm(work, place.id, { kind: e.kind, from: e.from, done: fault.done });
  }
}
