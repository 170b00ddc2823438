import { contract } from '@ember-slate/contract';
import { lazy, useCallback, useEffect, useMemo, useState } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useRead } from './api.ts';
import { Broken } from './Broken.tsx';
import { useFeed } from './feed.ts';
import { request } from './request.ts';
import { Shell } from './shell/Shell.tsx';
import { ShopContext, type Shop } from './shop.tsx';
import { SignIn } from './SignIn.tsx';
import { useStored } from './store.ts';
import { setCurrency } from '../parts/money.ts';

const Landing = lazy(() => import('../stages/landing/Landing.tsx'));
const Grading = lazy(() => import('../stages/grading/Grading.tsx'));
const GradeLot = lazy(() => import('../stages/grading/GradeLot.tsx'));
const Orders = lazy(() => import('../stages/orders/Orders.tsx'));
const DueBoard = lazy(() => import('../stages/orders/DueBoard.tsx'));
const ToBuy = lazy(() => import('../stages/orders/ToBuy.tsx'));
const Weekly = lazy(() => import('../stages/orders/Weekly.tsx'));
const Plan = lazy(() => import('../stages/plan/Plan.tsx'));
const ByHand = lazy(() => import('../stages/plan/ByHand.tsx'));
const Bench = lazy(() => import('../stages/bench/Bench.tsx'));
const BenchClock = lazy(() => import('../stages/bench/BenchClock.tsx'));
const Marks = lazy(() => import('../stages/plan/Marks.tsx'));
const BenchTicket = lazy(() => import('../stages/bench/BenchTicket.tsx'));
const Counter = lazy(() => import('../stages/counter/Counter.tsx'));
const Sales = lazy(() => import('../stages/counter/Sales.tsx'));
const StockTake = lazy(() => import('../stages/counter/StockTake.tsx'));
const TrimPage = lazy(() => import('../stages/counter/TrimPage.tsx'));
const Close = lazy(() => import('../stages/close/Close.tsx'));
const YieldBook = lazy(() => import('../stages/close/YieldBook.tsx'));
const Costs = lazy(() => import('../stages/close/Costs.tsx'));
const Buying = lazy(() => import('../stages/close/Buying.tsx'));
const Reports = lazy(() => import('../stages/close/Reports.tsx'));
const Book = lazy(() => import('../stages/species/Book.tsx'));
const Suppliers = lazy(() => import('../stages/landing/Suppliers.tsx'));
const Schemes = lazy(() => import('../stages/grading/Schemes.tsx'));
const Cold = lazy(() => import('../stages/cold/Cold.tsx'));
const First = lazy(() => import('../stages/cold/First.tsx'));
const LotLifePage = lazy(() => import('../stages/cold/LotLifePage.tsx'));
const FormsPage = lazy(() => import('../stages/forms/FormsPage.tsx'));
const SchoolsPage = lazy(() => import('../stages/forms/SchoolsPage.tsx'));
const Labels = lazy(() => import('../stages/bench/Labels.tsx'));
const Quality = lazy(() => import('../stages/bench/Quality.tsx'));
const Parts = import.meta.env.DEV ? lazy(() => import('../parts/Parts.tsx')) : null;

/** Locks after minutes without a key, a tap or a new weight. */
function useIdleLock(minutes: number, active: boolean, lock: () => void) {
  const grams = useStored((s) => Math.round(s.line.reading.grams / 10));
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

function Open({ shop }: { shop: Shop }) {
  // The last person signed in here: their screens stay mounted under the lock, with what they typed.
  const [shown, setShown] = useState(shop.me);
  const [locked, setLocked] = useState(false);
  if (shop.me && shop.me.id !== shown?.id) setShown(shop.me);
  const ended = useRead(contract.shop.tide, { skip: shown === null }).problem?.status === 401;
  const lock = useCallback(() => {
    setLocked(true);
    void request('DELETE', contract.session.signOut.path);
  }, []);
  const closed = locked || ended || shop.me === null;
  useIdleLock(shop.idleLockMinutes, !closed, lock);
  useFeed(!closed);
  const router = useMemo(
    () =>
      createBrowserRouter([
        {
          element: <Shell onLock={lock} />,
          errorElement: <Broken />,
          children: [
            { index: true, element: <Navigate to="/landing" replace /> },
            { path: 'landing', element: <Landing /> },
            { path: 'grading', element: <Grading /> },
            { path: 'grading/:id', element: <GradeLot /> },
            { path: 'orders', element: <Orders /> },
            { path: 'orders/board', element: <DueBoard /> },
            { path: 'orders/buying', element: <ToBuy /> },
            { path: 'orders/weekly', element: <Weekly /> },
            { path: 'plan', element: <Plan /> },
            { path: 'plan/hand', element: <ByHand /> },
            { path: 'bench', element: <Bench /> },
            { path: 'bench/clock', element: <BenchClock /> },
            { path: 'bench/:id', element: <BenchTicket /> },
            { path: 'marks', element: <Marks /> },
            { path: 'counter', element: <Counter /> },
            { path: 'counter/sales', element: <Sales /> },
            { path: 'counter/count', element: <StockTake /> },
            { path: 'counter/trim', element: <TrimPage /> },
            { path: 'close', element: <Close /> },
            { path: 'close/yields', element: <YieldBook /> },
            { path: 'close/costs', element: <Costs /> },
            { path: 'close/buying', element: <Buying /> },
            { path: 'close/reports', element: <Reports /> },
            { path: 'species', element: <Book /> },
            { path: 'species/:id', element: <Book /> },
            { path: 'suppliers', element: <Suppliers /> },
            { path: 'suppliers/:id', element: <Suppliers /> },
            { path: 'schemes', element: <Schemes /> },
            { path: 'cold', element: <Cold /> },
            { path: 'first', element: <First /> },
            { path: 'lots/:id', element: <LotLifePage /> },
            { path: 'forms', element: <FormsPage /> },
            { path: 'forms/:id', element: <FormsPage /> },
            { path: 'schools', element: <SchoolsPage /> },
            { path: 'labels', element: <Labels /> },
            { path: 'quality', element: <Quality /> },
            ...(Parts ? [{ path: 'parts', element: <Parts /> }] : []),
            { path: '*', element: <Navigate to="/landing" replace /> },
          ],
        },
      ]),
    [lock],
  );
  const context = useMemo(() => (shown ? { shop, me: shown } : null), [shop, shown]);
  return (
    <>
      {context && (
        <div className="h-full" inert={closed}>
          <ShopContext value={context}>
            <RouterProvider router={router} />
          </ShopContext>
        </div>
      )}
      {closed && (
        <SignIn shop={shop} locked={locked || (ended && shown !== null)} onIn={() => setLocked(false)} />
      )}
    </>
  );
}

export function App() {
  const { data: shop, problem, again } = useRead(contract.session.shop);
  const [last, setLast] = useState<Shop>();
  if (shop && shop !== last) {
    setCurrency(shop.currency);
    setLast(shop);
  }
  if (last) return <Open shop={last} />;
  return (
    <main className="p-10">
      <h1 className="text-head">{problem ? 'The shop does not answer' : 'Opening …'}</h1>
      {problem && (
        <button type="button" className="btn mt-4" onClick={() => void again()}>
          Try again
        </button>
      )}
    </main>
  );
}
