import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Actor } from './context.ts';
import { type Asks, row, run, type Tx } from './db.ts';
import { fieldProblem, problems } from './problem.ts';
import { say } from './say.ts';

/** What the first person of a new shop is called until they say their name. */
export const newManager = say('new_manager');

export const cookieName = 'ember_slate';
/** A session nobody used for this long is over, whatever the screen shows; and any is a day after it began. */
const idleMinutes = 30;
const longestHours = 24;
/** Failures allowed before the wait begins, and how it grows: 5 s, 10 s, 20 s … up to 15 minutes. */
const freeFailures = 3;
const waitSeconds = (failures: number) =>
  failures < freeFailures ? 0 : Math.min(5 * 2 ** Math.min(failures - freeFailures, 10), 900);
/** Failures are forgotten after a day without another. */
const forgottenAfterMs = 24 * 3_600_000;
/** An address is known for so long after somebody signed in from it. */
const knownDays = 30;
/** Wrong tries from one address within a minute, whoever's name they use. */
const mostTriesAMinute = 20;

const digest = (token: string) => createHash('sha256').update(token).digest();
export const hashPin = (pin: string) => hash(pin);

const ago = (now: Date, ms: number) => new Date(now.getTime() - ms);
const isLocal = (address: string) => /^(127\.|::1$|::ffff:127\.)/.test(address);

export interface SignInAsked {
  staffId: number;
  pin: string;
  /** What the PIN is from now on. */
  newPin?: string | undefined;
  /** Where it is asked from. */
  address: string;
  /** The session this screen had until now: it ends. */
  oldToken: string | undefined;
  /** False when others than this machine can reach the server. */
  allowDemoPins: boolean;
}
export type SignIn = { actor: Actor; token: string } | { refused: ReturnType<typeof problems.slowDown> };

const noteSignIn = (
  tx: Tx,
  now: Date,
  staffId: number | null,
  address: string,
  outcome: 'in' | 'wrong' | 'waiting',
) =>
  run(tx, 'INSERT INTO sign_in (at, staff_id, address, outcome) VALUES (?, ?, ?, ?)', [
    now,
    staffId,
    address,
    outcome,
  ]);

/** Whether somebody signed in from there lately, or it is this machine. Strangers share one count of failures. */
async function isKnown(tx: Tx, address: string, now: Date): Promise<boolean> {
  if (isLocal(address)) return true;
  const found = await row(
    tx,
    "SELECT 1 FROM sign_in WHERE address = ? AND outcome = 'in' AND at > ? LIMIT 1",
    [address, ago(now, knownDays * 24 * 3_600_000)],
  );
  return found !== undefined;
}

const tooMany = (wait: number, words: string) =>
  problems.slowDown(say('wait_s', { words, wait }), { retryAfter: wait });

type PinAsked = Pick<SignInAsked, 'staffId' | 'pin' | 'address' | 'allowDemoPins'>;
type PinRight = { staff: Actor & { pin_handed: number } } | { refused: ReturnType<typeof problems.slowDown> };

/**
 * Checks a PIN under the lock of its count, so that guesses cannot run side by side. Failures count by person and
 * address. A refusal is returned, not thrown: its count must be kept.
 */
async function checkPin(tx: Tx, asked: PinAsked, now: Date): Promise<PinRight> {
  const { staffId, address } = asked;
  const lately = await row<{ n: number }>(
    tx,
    "SELECT COUNT(*) AS n FROM sign_in WHERE address = ? AND outcome <> 'in' AND at > ?",
    [address, ago(now, 60_000)],
  );
  if (lately!.n >= mostTriesAMinute) return { refused: tooMany(60, say('too_many_wrong_pins_from_this')) };
  const staff = await row<{
    id: number;
    name: string;
    role: Actor['role'];
    pin_hash: string;
    demo_pin: number;
    pin_handed: number;
  }>(tx, 'SELECT id, name, role, pin_hash, demo_pin, pin_handed FROM staff WHERE id = ? AND active', [
    staffId,
  ]);
  if (!staff) {
    await noteSignIn(tx, now, null, address, 'wrong');
    return { refused: problems.notSignedIn(say('name_and_pin_do_not_match')) };
  }
  const bucket = (await isKnown(tx, address, now)) ? address : '';
  await run(
    tx,
    'INSERT IGNORE INTO sign_in_wait (staff_id, address, failures, last_at) VALUES (?, ?, 0, ?)',
    [staffId, bucket, now],
  );
  const count = (await row<{ failures: number; lastAt: Date; waitUntil: Date | null }>(
    tx,
    `SELECT failures, last_at AS lastAt, wait_until AS waitUntil FROM sign_in_wait
     WHERE staff_id = ? AND address = ? FOR UPDATE`,
    [staffId, bucket],
  ))!;
  if (count.waitUntil && count.waitUntil > now) {
    await noteSignIn(tx, now, staffId, address, 'waiting');
    const wait = Math.ceil((count.waitUntil.getTime() - now.getTime()) / 1000);
    return { refused: tooMany(wait, say('too_many_wrong_pins')) };
  }
  if (!(await verify(staff.pin_hash, asked.pin))) {
    const failures = (count.lastAt < ago(now, forgottenAfterMs) ? 0 : count.failures) + 1;
    const wait = waitSeconds(failures);
    await noteSignIn(tx, now, staffId, address, 'wrong');
    await run(
      tx,
      'UPDATE sign_in_wait SET failures = ?, last_at = ?, wait_until = ? WHERE staff_id = ? AND address = ?',
      [failures, now, wait ? new Date(now.getTime() + wait * 1000) : null, staffId, bucket],
    );
    return {
      refused: wait
        ? tooMany(wait, say('name_and_pin_do_not_match'))
        : problems.notSignedIn(say('name_and_pin_do_not_match')),
    };
  }
  if (staff.demo_pin && !asked.allowDemoPins) {
    return {
      refused: problems.notAllowed(say('sample_pins_work_on_this_machine')),
    };
  }
  await run(tx, 'DELETE FROM sign_in_wait WHERE staff_id = ? AND address = ?', [staffId, bucket]);
  return { staff };
}

/** Signs a person in on a screen. A refusal is returned, not thrown: the count of failures must be kept. */
export async function signIn(tx: Tx, asked: SignInAsked, now: Date): Promise<SignIn> {
  const { staffId, address } = asked;
  const right = await checkPin(tx, asked, now);
  if ('refused' in right) return right;
  const { staff } = right;
  const { newPin } = asked;
  if (staff.pin_handed && newPin === undefined)
    return { refused: problems.pinHanded(say('choose_a_pin_of_your_own')) };
  if (newPin === asked.pin) return { refused: fieldProblem('newPin', say('that_is_the_pin_you_have')) };
  if (newPin !== undefined) await givePin(tx, staffId, newPin, false);
  const token = randomBytes(32).toString('base64url');
  await run(tx, 'DELETE FROM session WHERE seen_at < ? OR created_at < ?', [
    ago(now, idleMinutes * 60_000),
    ago(now, longestHours * 3_600_000),
  ]);
  if (asked.oldToken) await endSession(tx, asked.oldToken);
  await run(
    tx,
    'INSERT INTO session (token_hash, staff_id, created_at, seen_at, address) VALUES (?, ?, ?, ?, ?)',
    [digest(token), staffId, now, now, address],
  );
  await noteSignIn(tx, now, staffId, address, 'in');
  return { actor: { id: staff.id, name: staff.name, role: staff.role }, token };
}

/** How long a second signature may wait for what it is put under, ms. */
const vouchedMs = 5 * 60_000;

/** Somebody else's PIN, given at a screen of `forId`: a signature to be put under one act of theirs, soon. */
export async function vouch(
  tx: Tx,
  asked: PinAsked,
  forId: number,
  now: Date,
): Promise<{ token: string; name: string } | { refused: ReturnType<typeof problems.slowDown> }> {
  if (asked.staffId === forId) return { refused: fieldProblem('staffId', say('somebody_else_signs_too')) };
  const right = await checkPin(tx, asked, now);
  if ('refused' in right) return right;
  if (right.staff.pin_handed) return { refused: problems.pinHanded(say('choose_a_pin_of_your_own')) };
  const token = randomBytes(32).toString('base64url');
  await run(tx, 'DELETE FROM vouched WHERE at < ?', [ago(now, vouchedMs)]);
  await run(tx, 'INSERT INTO vouched (token_hash, staff_id, for_staff_id, at) VALUES (?, ?, ?, ?)', [
    digest(token),
    right.staff.id,
    forId,
    now,
  ]);
  return { token, name: right.staff.name };
}

/** Uses a second signature up; null where it is used, too old or another's. */
export async function spendVouched(tx: Tx, token: string, forId: number, now: Date): Promise<number | null> {
  const found = await row<{ staffId: number }>(
    tx,
    `SELECT staff_id AS staffId FROM vouched WHERE token_hash = ? AND for_staff_id = ? AND at >= ? FOR UPDATE`,
    [digest(token), forId, ago(now, vouchedMs)],
  );
  if (!found) return null;
  await run(tx, 'DELETE FROM vouched WHERE token_hash = ?', [digest(token)]);
  return found.staffId;
}

/**
 * Gives a person another PIN, which ends every session of theirs. One that is handed to them opens nothing until they
 * choose their own.
 */
export async function givePin(tx: Tx, staffId: number, pin: string, handed: boolean): Promise<void> {
  await run(tx, 'UPDATE staff SET pin_hash = ?, demo_pin = FALSE, pin_handed = ? WHERE id = ?', [
    await hashPin(pin),
    handed,
    staffId,
  ]);
  await endSessionsOf(tx, staffId);
}

/** Lets a person try again at once, wherever the wrong PINs came from. */
export const releaseWaits = (tx: Tx, staffId: number) =>
  run(tx, 'DELETE FROM sign_in_wait WHERE staff_id = ?', [staffId]);

/** Which sessions are not over, and since when they must have been seen and begun. */
export const openSession = 'seen_at > ? AND created_at > ?';
export const openSince = (now: Date): [Date, Date] => [
  ago(now, idleMinutes * 60_000),
  ago(now, longestHours * 3_600_000),
];

/** Who holds this token, or null. Keeps the session awake unless told not to, written at most once a minute. */
export async function actorOf(
  db: Asks,
  token: string | undefined,
  now: Date,
  keepAwake = true,
): Promise<Actor | null> {
  if (!token) return null;
  const found = await row<Actor & { seen_at: Date }>(
    db,
    `SELECT s.id, s.name, s.role, x.seen_at FROM session x JOIN staff s ON s.id = x.staff_id AND s.active
     WHERE x.token_hash = ? AND ${openSession}`,
    [digest(token), ...openSince(now)],
  );
  if (!found) return null;
  if (keepAwake && now.getTime() - found.seen_at.getTime() > 60_000) {
    await run(db, 'UPDATE session SET seen_at = ? WHERE token_hash = ?', [now, digest(token)]);
  }
  return { id: found.id, name: found.name, role: found.role };
}

/** Signs a person out on every screen. */
export const endSessionsOf = (tx: Tx, staffId: number) =>
  run(tx, 'DELETE FROM session WHERE staff_id = ?', [staffId]);

export const endSession = (tx: Asks, token: string) =>
  run(tx, 'DELETE FROM session WHERE token_hash = ?', [digest(token)]);
