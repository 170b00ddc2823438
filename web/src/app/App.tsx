import { contract } from '@ember-slate/contract';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useRead } from './api.ts';
import { Away } from './Away.tsx';
import { Broken } from './Broken.tsx';
import { useFeed } from './feed.ts';
import { pages } from './pages.tsx';
import { room } from './room.tsx';
import { NotFound } from './NotFound.tsx';
import { Shell } from './shell/Shell.tsx';
import { ShopContext, type Shop } from './shop.tsx';
import { SignIn } from './SignIn.tsx';
import { endSession, lockedHere, lockHere, onLocked } from './lock.ts';
import { screenLocked, useAppDispatch, useAppSelector } from './store.ts';
import { isHere, WhoseScreen } from './who.ts';
import { setCurrency } from '../parts/money.ts';
import { say } from './say.ts';

const Parts = import.meta.env.DEV ? room(() => import('../parts/Parts.tsx')) : null;

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
  const ended = useRead(contract.summary.stages, { skip: shown === null }).problem?.status === 401;
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
  const router = useMemo(
    () =>
      createBrowserRouter([
        {
          element: <Shell onLock={lock} />,
          errorElement: <Broken />,
          children: [
            {
              // A screen that breaks leaves the frame standing: the line, what is kept here, the way to the others.
              errorElement: <Broken />,
              children: [
                { index: true, element: <Navigate to="/landing" replace /> },
                ...pages.map(({ path, Page }) => ({ path, element: <Page /> })),
                ...(Parts ? [{ path: 'parts', element: <Parts /> }] : []),
                { path: '*', element: <NotFound /> },
              ],
            },
          ],
        },
      ]),
    [lock],
  );
  const whose = whoseOf(shown);
  const context = useMemo(() => (shown ? { shop, me: shown } : null), [shop, shown]);
  return (
    <>
      {context && (
        <div className="h-full" inert={closed}>
          <ShopContext value={context}>
            <WhoseScreen value={whose}>
              <RouterProvider key={whose} router={router} />
            </WhoseScreen>
          </ShopContext>
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
  const { data: shop, problem, refetch } = useRead(contract.session.shop);
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
