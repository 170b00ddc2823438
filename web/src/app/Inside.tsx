import type { Me } from '@ember-slate/contract';
import { useEffect, useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Broken } from './Broken.tsx';
import { NotFound } from './NotFound.tsx';
import { addressAt } from './pageList.ts';
import { pages } from './pages.tsx';
import { room } from './room.tsx';
import { schemasAhead } from './schemas.ts';
import { Shell } from './shell/Shell.tsx';
import { ShopContext, type Shop } from './shop.tsx';
import { WhoseScreen } from './who.ts';

const Parts = import.meta.env.DEV ? room(() => import('../parts/Parts.tsx')) : null;

// What stands at this address is sent for before the frame is drawn.
const here = addressAt(window.location.pathname)?.path;
pages.find(({ path }) => path === here)?.Page.ahead();

/** How long a screen rests before it sends for what may be opened next, and between one and the next, ms. */
const restMs = 3000;
const betweenMs = 300;

/** Keeps the program on the device, and sends for the stages before they are opened, one at a time: no press waits for all. */
function useAhead() {
  useEffect(() => {
    // Over plain http only this machine itself may keep the shell; a tablet needs the shop behind TLS.
    if (import.meta.env.PROD && window.isSecureContext && 'serviceWorker' in navigator)
      void navigator.serviceWorker.register('/sw.js');
    const stages = pages.filter(({ path }) => !path.includes('/'));
    const ahead = [schemasAhead, ...stages.map(({ Page }) => Page.ahead)];
    let timer = window.setTimeout(function next() {
      ahead.shift()?.();
      if (ahead.length > 0) timer = window.setTimeout(next, betweenMs);
    }, restMs);
    return () => window.clearTimeout(timer);
  }, []);
}

interface Props {
  shop: Shop;
  me: Me;
  /** Whose screens they are: another person's, or another role's, begin anew. */
  whose: string;
  onLock: () => void;
}

/** All there is behind the sign-in. */
export default function Inside({ shop, me, whose, onLock }: Props) {
  useAhead();
  const router = useMemo(
    () =>
      createBrowserRouter([
        {
          element: <Shell onLock={onLock} />,
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
    [onLock],
  );
  const context = useMemo(() => ({ shop, me }), [shop, me]);
  return (
    <ShopContext value={context}>
      <WhoseScreen value={whose}>
        <RouterProvider key={whose} router={router} />
      </WhoseScreen>
    </ShopContext>
  );
}
