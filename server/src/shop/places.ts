import { remembered } from '../platform/kept.ts';
import { dayMs } from '@ember-slate/core/calendar';
import type { ColdPlace } from '@ember-slate/contract';
import { type Episode, episodes } from '@ember-slate/core/coldchain';
import type { StockPlace } from '@ember-slate/core/ledger';
import type { Reader, Work } from '../platform/context.ts';
import { row, rows, type Tx } from '../platform/db.ts';
import { fieldProblem } from '../platform/problem.ts';
import { logsOf } from './logs.ts';
import { lies, balanceOnHand } from './onHand.ts';
import { say } from './say.ts';

/** Fish comes in by the cold room, lies out on the slab, and waits at the bench and on the order shelf: no shop without. */
const needed = ['place:cold_room', 'place:slab', 'place:bench', 'place:order_shelf'];
export const isRemovable = (account: string): boolean => !needed.includes(account);

/** Refuses to put anything where the shop has no place; the place stays until what is put there is. */
export async function keepPlace(work: Work, account: StockPlace): Promise<void> {
  const there = await row(
    work.tx,
    'SELECT id FROM place WHERE account = ? AND removed_at IS NULL LOCK IN SHARE MODE',
    [account],
  );
  if (!there) throw fieldProblem('to', say('no_such_place_here'));
}

const alarmDays = 14;

/** An answer covers a stretch until it has gone on for two hours more (our choice). */
const answerCoversMs = 2 * 3_600_000;

interface Answer {
  placeId: number;
  kind: 'warm' | 'silent';
  from: number;
  upto: number;
  by: string;
  at: Date;
  done: string;
}

const answersSince = (tx: Tx, since: Date): Promise<Answer[]> =>
  rows<Answer>(
    tx,
    `SELECT a.place_id AS placeId, a.kind, ROUND(UNIX_TIMESTAMP(a.from_at) * 1000) AS \`from\`,
       ROUND(UNIX_TIMESTAMP(a.upto_at) * 1000) AS upto, p.name AS \`by\`, a.answered_at AS at, a.done
     FROM alarm_answer a JOIN staff p ON p.id = a.answered_by WHERE a.upto_at >= ? ORDER BY a.id DESC`,
    [since],
  );

const answerTo = (e: Episode, answers: readonly Answer[]): Answer | undefined =>
  answers.find(
    (a) => a.kind === e.kind && a.from <= e.to && a.upto >= e.from && e.to - a.upto <= answerCoversMs,
  );

/** Every place with what was warm or silent in the last two weeks. */
export const coldPlaces = remembered(async (work: Reader): Promise<ColdPlace[]> => {
  const now = work.now.getTime();
  const since = now - alarmDays * dayMs;
  const { places: found, logs, said } = await logsOf(work).read(work.tx, since);
  const answers = await answersSince(work.tx, new Date(since));
  const counts = await rows<{ account: string; lots: number }>(
    work.tx,
    `SELECT b.account, COUNT(DISTINCT b.lot_id) AS lots FROM ${balanceOnHand} WHERE ${lies} GROUP BY b.account`,
  );
  const lots = new Map(counts.map((c) => [c.account, c.lots]));
  const standing = found.filter((p) => p.removedAt === null);
  return standing.map(
    ({ revision: _revision, righted: _righted, removedAt: _removed, ...place }): ColdPlace => {
      const log = logs.get(place.account)!;
      const mine = answers.filter((a) => a.placeId === place.id);
      // Before its first reading a sensor was not there yet.
      const first = log.readings(since, now)[0]?.at ?? now;
      const last = log.last;
      const { source, sensorAt } = said.get(place.account)!;
      // A sensor that never spoke here is none: a shop that reads by hand has no silent ones.
      const watched = sensorAt !== null && sensorAt >= since;
      return {
        ...place,
        removable: isRemovable(place.account),
        last: last && {
          at: new Date(last.at).toISOString(),
          celsius: last.celsius,
          source,
        },
        watched,
        expected: log.expected(now),
        lots: lots.get(place.account) ?? 0,
        episodes: episodes(
          log,
          place.limitTenths === null ? null : place.limitTenths / 10,
          watched && last !== null,
          Math.max(since, first),
          now,
        )
          .reverse()
          .map((e) => {
            const answer = answerTo(e, mine);
            return {
              kind: e.kind,
              from: new Date(e.from).toISOString(),
              to: new Date(e.to).toISOString(),
              lasts: e.lasts,
              peak: e.peak,
              answer: answer ? { by: answer.by, at: answer.at.toISOString(), done: answer.done } : null,
            };
          }),
      };
    },
  );
});

/** How many stretches nobody has answered for. */
export async function unanswered(work: Reader): Promise<number> {
  return (await coldPlaces(work)).reduce((n, p) => n + p.episodes.filter((e) => e.answer === null).length, 0);
}
