import { routes } from '@ember-slate/contract/routes';
import { useCallback, useEffect, useState } from 'react';
import { useRead } from './api.ts';
import { Away } from './Away.tsx';
import { useFeed } from './feed.ts';
import { room } from './room.tsx';
import type { Shop } from './shop.tsx';
import { SignIn } from './SignIn.tsx';
import { endSession, lockedHere, lockHere, onLocked } from './lock.ts';
import { screenLocked, useAppDispatch, useAppSelector } from './store.ts';
import { isHere } from './who.ts';
import { setCurrency } from '../parts/money.ts';
import { say } from './say.ts';

/** What nobody sees before they have signed in is sent for while they say who they are. */
const Inside = room(() => import('./Inside.tsx'));

/** Locks after minutes without a key, a tap or a new weight. */
function useIdleLock(minutes: number, active: boolean, lock: () => void) {
  const grams = useAppSelector((s) => Math.round(s.connection.reading.grams / 10));
  useEffect(() => {
    if (!active) return;
    let timer: number;
    const wake = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(lock, minutes * 60_000);
    };
    wake();
    for (const e of ['pointerdown', 'keydown'] as const) window.addEventListener(e, wake);
    return () => {
      window.clearTimeout(timer);
      for (const e of ['pointerdown', 'keydown'] as const) window.removeEventListener(e, wake);
    };
  }, [minutes, active, lock, grams]);
}

/** Somebody else, or the same in another role, begins with nothing that was answered before. */
const whoseOf = (me: Shop['me']): string => (me ? `${me.id} ${me.role}` : '');

function Open({ shop }: { shop: Shop }) {
  // The last person signed in here: their screens stay mounted under the lock, with what they typed.
  const [shown, setShown] = useState(shop.me);
  const [locked, setLocked] = useState(lockedHere);
  const dispatch = useAppDispatch();
  if (shop.me && whoseOf(shop.me) !== whoseOf(shown)) setShown(shop.me);
  const ended = useRead(routes.summary.stages, { skip: shown === null }).problem?.status === 401;
  const lock = useCallback(() => {
    lockHere(true);
    setLocked(true);
  }, []);
  useEffect(() => (locked ? endSession() : undefined), [locked]);
  useEffect(() => onLocked(setLocked), []);
  const closed = locked || ended || shop.me === null;
  useEffect(() => {
    dispatch(screenLocked(closed));
    isHere(closed ? null : shown);
  }, [dispatch, closed, shown]);
  useIdleLock(shop.idleLockMinutes, !closed, lock);
  useFeed(closed ? null : shown);
  useEffect(() => {
    for (const e of ['pointerdown', 'keydown'] as const)
      window.addEventListener(e, Inside.ahead, { once: true });
  }, []);
  const whose = whoseOf(shown);
  return (
    <>
      {shown && (
        <div className="h-full" inert={closed}>
          <Inside shop={shop} me={shown} whose={whose} onLock={lock} />
        </div>
      )}
      {closed && (
        <SignIn
          shop={shop}
          locked={locked || (ended && shown !== null)}
          onIn={() => {
            lockHere(false);
            setLocked(false);
          }}
        />
      )}
    </>
  );
}

export function App() {
  const { data: shop, problem, refetch } = useRead(routes.session.shop);
  const [last, setLast] = useState<Shop>();
  if (shop && shop !== last) {
    setCurrency(shop.currency);
    setLast(shop);
  }
  if (last) return <Open shop={last} />;
  return (
    <main className="p-10">
      {problem ? <Away onRetry={refetch} /> : <h1 className="text-head">{say('opening')}</h1>}
    </main>
  );
}
