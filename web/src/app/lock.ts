import { routes } from '@ember-slate/contract/routes';
import { request } from './request.ts';

/**
 * A lock holds on this device, whatever the shop says: it outlasts a reload and a shop that does not answer, and the
 * session behind it is ended as soon as the shop can be reached.
 */
const storageKey = 'ember-slate-locked';
/** How often the session is tried to be ended, ms. */
const everyMs = 2000;

let underWay: Promise<unknown> = Promise.resolve();
/** Resolves when no sign-out is on its way: its answer takes the cookie, also one that was given meanwhile. */
export const signOutAnswered = (): Promise<unknown> => underWay;

export const lockedHere = (): boolean => localStorage.getItem(storageKey) === '1';

export function lockHere(on: boolean): void {
  if (on) localStorage.setItem(storageKey, '1');
  else localStorage.removeItem(storageKey);
}

/** Hears when another window of this browser is locked or opened: they share one session. */
export function onLocked(listener: (locked: boolean) => void): () => void {
  const heard = (event: StorageEvent) => event.key === storageKey && listener(event.newValue === '1');
  window.addEventListener('storage', heard);
  return () => window.removeEventListener('storage', heard);
}

/** Ends the session of this browser, again and again until the shop has answered. Returns what gives it up. */
export function endSession(): () => void {
  let over = false;
  let timer: number | undefined;
  const attempt = async () => {
    // Somebody may have signed in anew while the answer was on its way.
    if (over) return;
    const asked = request('DELETE', routes.session.signOut.path);
    underWay = asked;
    const outcome = await asked;
    if (!outcome.ok && !over) timer = window.setTimeout(() => void attempt(), everyMs);
  };
  void attempt();
  return () => {
    over = true;
    window.clearTimeout(timer);
  };
}
