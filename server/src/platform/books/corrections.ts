import type { CorrectionRow } from '@ember-slate/contract';
import { today, type Work } from '../context.ts';
import { run } from '../db.ts';
import { say } from '../say.ts';
import { refuseClosed } from './days.ts';

/** One thing a record said, and what it says since, in words. */
export interface Correction {
  what: string;
  was: string;
  now: string;
}

/** What differs between a record before and after, one line a thing; what is alike is left out. */
export const differing = (of: Readonly<Record<string, readonly [was: string, now: string]>>): Correction[] =>
  Object.entries(of)
    .filter(([, [was, now]]) => was !== now)
    .map(([what, [was, now]]) => ({ what, was, now }));

/**
 * Keeps what a record said before it was put right. It belongs to the day it is done on and is sealed with it: on a day
 * that is closed nothing is put right.
 */
export async function keepCorrection(
  work: Work,
  record: CorrectionRow['record'],
  { id, name, changes, reason }: { id: number; name: string; changes: readonly Correction[]; reason: string },
): Promise<void> {
  if (changes.length === 0) return;
  await refuseClosed(work, today(work), say('open_it_again_to_put_something_right'));
  await run(
    work.tx,
    'INSERT INTO correction (record, record_id, name, changes, reason, at, on_day, staff_id) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [record, id, name, JSON.stringify(changes), reason, work.now, today(work), work.actor.id],
  );
}
