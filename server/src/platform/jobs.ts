import type { Tag } from '@ember-slate/contract';
import type { Pool } from 'mysql2/promise';
import type { JobState, Work } from './context.ts';
import { row, rows, run, transaction, type Tx } from './db.ts';
import { announce } from './feed.ts';
import { log } from './log.ts';
import { say } from './say.ts';

/** How a try went. `unsure` is for what may have happened: nobody but a person may have it done again. */
export type Outcome =
  | { went: 'done'; tags?: readonly Tag[]; note?: (tx: Tx) => Promise<unknown> }
  | { went: 'not' | 'unsure'; why: string };

export interface JobKind<P = unknown> {
  /** Whether it may be done again when nobody knows how far it came. */
  repeatable: boolean;
  /** What a person is told when it is not, and nobody knows. */
  unsure: string;
  run: (payload: P) => Promise<Outcome>;
}
export type JobKinds = Readonly<Record<string, JobKind<never>>>;

/** Waits between tries, s; after the last it is stuck until somebody looks. */
const waits = [5, 15, 45, 120, 300];
/** A claim lasts so long, ms: longer than anything a job waits for. */
const claimMs = 60_000;
const everyMs = 2000;

/**
 * Notes in the change's own transaction what is to happen once it is committed. The same thing asked for while it is
 * still open is one job, due at once.
 */
export async function addJob(
  work: Pick<Work, 'tx' | 'now' | 'actor'>,
  job: { kind: string; subject: string | number; what: string; payload: unknown },
): Promise<number> {
  const made = await run(
    work.tx,
    `INSERT INTO job (kind, what, payload, due_at, made_at, made_by, open_for) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id), due_at = VALUES(due_at), attempts = IF(state = 'stuck', 0, attempts),
       state = IF(state = 'stuck', 'waiting', state)`,
    [
      job.kind,
      job.what.slice(0, 120),
      JSON.stringify(job.payload),
      work.now,
      work.now,
      work.actor.id,
      `${job.kind} ${job.subject}`,
    ],
  );
  return made.insertId;
}

/** Does what changes left to be done, in this process or another: each job is claimed before it is tried. */
export class Jobs {
  private timer: NodeJS.Timeout | null = null;
  private looking: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly pool: Pool,
    private readonly clock: () => Date,
    private readonly kinds: JobKinds,
  ) {}

  /** Tries a job now, if nobody else is at it; says where it stands after that. */
  async runNow(id: number): Promise<JobState> {
    const claimed = await run(
      this.pool,
      "UPDATE job SET state = 'running', attempts = attempts + 1, held_until = ? WHERE id = ? AND state = 'waiting'",
      [new Date(this.clock().getTime() + claimMs), id],
    );
    if (claimed.affectedRows === 1) await this.attempt(id);
    const job = await row<{ state: string; why: string | null }>(
      this.pool,
      'SELECT state, why FROM job WHERE id = ?',
      [id],
    );
    return { done: job?.state === 'done', why: job?.why ?? null };
  }

  private async attempt(id: number): Promise<void> {
    const job = (await row<{ kind: string; payload: string; attempts: number }>(
      this.pool,
      'SELECT kind, payload, attempts FROM job WHERE id = ?',
      [id],
    ))!;
    const kind = this.kinds[job.kind];
    const outcome = await this.outcomeOf(kind, job.payload);
    const now = this.clock();
    await transaction(this.pool, async (tx) => {
      if (outcome.went === 'done') {
        await outcome.note?.(tx);
        await run(tx, "UPDATE job SET state = 'done', open_for = NULL, why = NULL WHERE id = ?", [id]);
        await announce(tx, [...(outcome.tags ?? []), 'close'], now);
        return;
      }
      const wait = outcome.went === 'not' ? waits[job.attempts - 1] : undefined;
      await run(tx, 'UPDATE job SET state = ?, due_at = ?, why = ? WHERE id = ?', [
        wait === undefined ? 'stuck' : 'waiting',
        new Date(now.getTime() + (wait ?? 0) * 1000),
        outcome.why.slice(0, 300),
        id,
      ]);
      await announce(tx, ['close'], now);
    });
  }

  private async outcomeOf(kind: JobKind<never> | undefined, payload: string): Promise<Outcome> {
    if (!kind) return { went: 'unsure', why: say('this_version_does_not_know_how_to') };
    try {
      return await kind.run(JSON.parse(payload) as never);
    } catch (error) {
      log.error({ err: error }, 'a job broke off');
      return kind.repeatable
        ? { went: 'not', why: say('it_broke_off') }
        : { went: 'unsure', why: kind.unsure };
    }
  }

  /** Looks for what is due, and for what was claimed by a process that died. */
  private async look(): Promise<void> {
    const now = this.clock();
    const lost = await rows<{ id: number; kind: string }>(
      this.pool,
      "SELECT id, kind FROM job WHERE state = 'running' AND held_until < ?",
      [now],
    );
    for (const { id, kind } of lost) {
      const known = this.kinds[kind];
      await run(
        this.pool,
        "UPDATE job SET state = ?, why = ? WHERE id = ? AND state = 'running' AND held_until < ?",
        [known?.repeatable ? 'waiting' : 'stuck', known?.unsure ?? null, id, now],
      );
    }
    const due = await rows<{ id: number }>(
      this.pool,
      "SELECT id FROM job WHERE state = 'waiting' AND due_at <= ? ORDER BY due_at LIMIT 20",
      [now],
    );
    for (const { id } of due) await this.runNow(id);
  }

  /** Looks now and then until `close`. */
  start(): void {
    const again = () => {
      this.timer = setTimeout(() => {
        this.looking = this.look()
          .catch((error: unknown) => log.warn({ err: error }, 'jobs could not be looked at'))
          .then(() => this.timer !== null && again());
      }, everyMs);
    };
    again();
  }

  async close(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    await this.looking;
  }
}
