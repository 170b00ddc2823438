import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract, Role } from '@ember-slate/contract';
import type { Reader } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';
import { openSession, openSince } from '../../platform/sessions.ts';

/** Days a sign-in is shown. */
const shownDays = 14;

/** Who signed in from where, who tried to, and who has to wait, latest first. */
export async function signIns(work: Reader): Promise<AnswerOf<typeof contract.people.signIns>> {
  const tries = await rows<{
    at: Date;
    name: string | null;
    address: string;
    outcome: 'in' | 'wrong' | 'waiting';
  }>(
    work.tx,
    `SELECT i.at, p.name, i.address, i.outcome FROM sign_in i LEFT JOIN staff p ON p.id = i.staff_id
     WHERE i.at > ? ORDER BY i.id DESC LIMIT 500`,
    [new Date(work.now.getTime() - shownDays * dayMs)],
  );
  const waiting = await rows<{
    staffId: number;
    name: string;
    address: string;
    failures: number;
    until: Date;
  }>(
    work.tx,
    `SELECT w.staff_id AS staffId, p.name, w.address, w.failures, w.wait_until AS until
     FROM sign_in_wait w JOIN staff p ON p.id = w.staff_id WHERE w.wait_until > ? ORDER BY w.wait_until DESC`,
    [work.now],
  );
  return {
    tries: tries.map((t) => ({ ...t, at: t.at.toISOString() })),
    waiting: waiting.map((w) => ({ ...w, until: w.until.toISOString() })),
  };
}

/** Everybody who works here or did, managers first, those who left last. */
export async function people(work: Reader): Promise<AnswerOf<typeof contract.people.list>> {
  const staff = await rows<{
    id: number;
    version: number;
    name: string;
    role: Role;
    active: number;
    demoPin: number;
    pinHanded: number;
  }>(
    work.tx,
    `SELECT id, version, name, role, active, demo_pin AS demoPin, pin_handed AS pinHanded
     FROM staff ORDER BY active DESC, FIELD(role, 'manager', 'bench', 'counter'), name`,
  );
  const sessions = await rows<{ staffId: number; address: string; since: Date; seenAt: Date }>(
    work.tx,
    `SELECT staff_id AS staffId, address, created_at AS since, seen_at AS seenAt FROM session
     WHERE ${openSession} ORDER BY seen_at DESC`,
    openSince(work.now),
  );
  return staff.map(({ active, demoPin, pinHanded, ...p }) => ({
    ...p,
    active: active === 1,
    pin: demoPin ? 'sample' : pinHanded ? 'handed' : 'own',
    signedIn: sessions
      .filter((s) => s.staffId === p.id)
      .map(({ address, since, seenAt }) => ({
        address,
        since: since.toISOString(),
        seenAt: seenAt.toISOString(),
      })),
  }));
}
