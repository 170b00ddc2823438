import { createHash } from 'node:crypto';
import { contract } from '@ember-slate/contract';
import type { Express } from 'express';
import { row, transaction, type Tx } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { mount, parse, type Platform } from '../../../platform/http.ts';
import { problems } from '../../../platform/problem.ts';
import { places } from '../../../shop/logs.ts';
import { writeReadings } from './places.ts';
import { aheadMs } from './sensors.ts';
import { say } from '../say.ts';

type Body = ReturnType<typeof contract.devices.push.body.parse>;

/** Whether this is the key sensors of the shop send with. A key is 256 bits of chance: nobody finds one by trying. */
async function isTheirKey(tx: Tx, key: string): Promise<boolean> {
  const hash = createHash('sha256').update(key).digest();
  const found = await row(
    tx,
    `SELECT id FROM sensor_key WHERE hash = ? AND ended_at IS NULL AND id = (SELECT MAX(id) FROM sensor_key)`,
    [hash],
  );
  return found !== undefined;
}

/** Keeps what was sent of each place's sensor; names those no place has. */
async function write(tx: Tx, { readings }: Body, now: Date): Promise<{ written: number; unknown: string[] }> {
  const known = await places(tx);
  let written = 0;
  for (const place of known) {
    const mine = readings
      .filter((r) => r.sensor === place.sensor)
      .map((r) => ({ at: r.at === undefined ? now : new Date(r.at), tenths: Math.round(r.celsius * 10) }));
    written += await writeReadings(tx, place, mine, 'sensor', null);
  }
  if (written > 0) await announce(tx, contract.cold.read.tags, now);
  const named = new Set(known.map((p) => p.sensor));
  return { written, unknown: [...new Set(readings.map((r) => r.sensor))].filter((s) => !named.has(s)) };
}

/** Takes readings that sensors send by themselves, with the key the shop gave them. A reading sent twice is kept once. */
export function mountPush(app: Express, platform: Platform): void {
  const route = contract.devices.push;
  mount(app, route, async (request, response) => {
    const key = /^Bearer ([A-Za-z0-9_-]{32,64})$/.exec(request.get('Authorization') ?? '')?.[1];
    const answer = await transaction(platform.pool, async (tx) => {
      if (key === undefined || !(await isTheirKey(tx, key)))
        throw problems.notSignedIn(say('no_such_sensor_key'));
      const body = parse(route.body, request.body);
      const now = platform.clock();
      const late = body.readings.findIndex(
        (r) => r.at !== undefined && new Date(r.at).getTime() > now.getTime() + aheadMs,
      );
      if (late >= 0)
        throw problems.badInput(say('that_is_in_the_future_check_the'), {
          errors: [{ path: `readings.${late}.at`, message: say('that_is_in_the_future_check_the') }],
        });
      return write(tx, body, now);
    });
    response.json(answer);
  });
}
