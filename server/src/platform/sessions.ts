import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Actor } from './context.ts';
import { row, run, type Tx, type Asks } from './db.ts';
import { problems } from './problem.ts';

export const cookieName = 'ember_slate';
/** A session nobody used for this long is over, whatever the screen shows. */
const idleMinutes = 30;
/** Failures allowed before the wait begins, and how it grows: 5 s, 10 s, 20 s … up to 15 minutes. */
const freeFailures = 3;
const lockSeconds = (failures: number) =>
  failures < freeFailures ? 0 : Math.min(5 * 2 ** (failures - freeFailures), 900);

const digest = (token: string) => createHash('sha256').update(token).digest();
export const hashPin = (pin: string) => hash(pin);

interface StaffRow {
  id: number;
  name: string;
  role: Actor['role'];
  pin_hash: string;
  demo_pin: number;
  failures: number;
  locked_until: Date | null;
}

export type SignIn = { actor: Actor; token: string } | { refused: ReturnType<typeof problems.slowDown> };

/**
 * Checks a PIN under the row's lock, so that guesses cannot run side by side. A refusal is returned, not thrown:
 * its count must be kept. `allowDemoPins` is false when others than this machine can reach the server.
 */
export async function signIn(
  tx: Tx,
  staffId: number,
  pin: string,
  now: Date,
  allowDemoPins: boolean,
): Promise<SignIn> {
  const staff = await row<StaffRow>(
    tx,
    'SELECT id, name, role, pin_hash, demo_pin, failures, locked_until FROM staff WHERE id = ? AND active FOR UPDATE',
    [staffId],
  );
  if (!staff) return { refused: problems.notSignedIn('Name and PIN do not match') };
  if (staff.locked_until && staff.locked_until > now) {
    const wait = Math.ceil((staff.locked_until.getTime() - now.getTime()) / 1000);
    return { refused: problems.slowDown(`Too many wrong PINs: wait ${wait} s`, { retryAfter: wait }) };
  }
  if (!(await verify(staff.pin_hash, pin))) {
    const failures = staff.failures + 1;
    const wait = lockSeconds(failures);
    await run(tx, 'UPDATE staff SET failures = ?, locked_until = ? WHERE id = ?', [
      failures,
      wait ? new Date(now.getTime() + wait * 1000) : null,
      staffId,
    ]);
    return {
      refused: wait
        ? problems.slowDown(`Name and PIN do not match: wait ${wait} s`, { retryAfter: wait })
        : problems.notSignedIn('Name and PIN do not match'),
    };
  }
  if (staff.demo_pin && !allowDemoPins) {
    return {
      refused: problems.notAllowed(
        'Sample PINs work on this machine only: set real PINs before opening the shop to others',
      ),
    };
  }
  const token = randomBytes(32).toString('base64url');
  await run(tx, 'UPDATE staff SET failures = 0, locked_until = NULL WHERE id = ?', [staffId]);
  await run(tx, 'DELETE FROM session WHERE seen_at < ?', [new Date(now.getTime() - idleMinutes * 60_000)]);
  await run(tx, 'INSERT INTO session (token_hash, staff_id, created_at, seen_at) VALUES (?, ?, ?, ?)', [
    digest(token),
    staffId,
    now,
    now,
  ]);
  return { actor: { id: staff.id, name: staff.name, role: staff.role }, token };
}

/** Who holds this token, or null. Keeps the session awake, written at most once a minute. */
export async function actorOf(
  db: Asks,
  token: string | undefined,
  now: Date,
): Promise<Actor | null> {
  if (!token) return null;
  const found = await row<Actor & { seen_at: Date }>(
    db,
    `SELECT s.id, s.name, s.role, x.seen_at FROM session x JOIN staff s ON s.id = x.staff_id AND s.active
     WHERE x.token_hash = ? AND x.seen_at > ?`,
    [digest(token), new Date(now.getTime() - idleMinutes * 60_000)],
  );
  if (!found) return null;
  if (now.getTime() - found.seen_at.getTime() > 60_000) {
    await run(db, 'UPDATE session SET seen_at = ? WHERE token_hash = ?', [now, digest(token)]);
  }
  return { id: found.id, name: found.name, role: found.role };
}

export const endSession = (tx: Asks, token: string) =>
  run(tx, 'DELETE FROM session WHERE token_hash = ?', [digest(token)]);
