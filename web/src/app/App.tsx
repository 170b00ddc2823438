import { contract } from '@ember-slate/contract';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useRead } from './api.ts';
import { Broken } from './Broken.tsx';
import { useFeed } from './feed.ts';
import { room } from './room.tsx';
import { Shell } from './shell/Shell.tsx';
import { ShopContext, type Shop } from './shop.tsx';
import { SignIn } from './SignIn.tsx';
import { endSession, lockedHere, lockHere, onLocked } from './lock.ts';
import { screenLocked, useAct, useStored } from './store.ts';
import { isHere } from './who.ts';
import { setCurrency } from '../parts/money.ts';

const Landing = room(() => import('../stages/landing/Landing.tsx'));
const Grading = room(() => import('../stages/grading/Grading.tsx'));
const GradeLot = room(() => import('../stages/grading/GradeLot.tsx'));
const Orders = room(() => import('../stages/orders/Orders.tsx'));
const DueBoard = room(() => import('../stages/orders/DueBoard.tsx'));
const ToBuy = room(() => import('../stages/orders/ToBuy.tsx'));
const Weekly = room(() => import('../stages/orders/Weekly.tsx'));
const Plan = room(() => import('../stages/plan/Plan.tsx'));
const ByHand = room(() => import('../stages/plan/ByHand.tsx'));
const Bench = room(() => import('../stages/bench/Bench.tsx'));
const BenchClock = room(() => import('../stages/bench/BenchClock.tsx'));
const Marks = room(() => import('../stages/plan/Marks.tsx'));
const BenchTicket = room(() => import('../stages/bench/BenchTicket.tsx'));
const Counter = room(() => import('../stages/counter/Counter.tsx'));
const Sales = room(() => import('../stages/counter/Sales.tsx'));
const StockTake = room(() => import('../stages/counter/StockTake.tsx'));
const TrimPage = room(() => import('../stages/counter/TrimPage.tsx'));
const Close = room(() => import('../stages/close/Close.tsx'));
const YieldBook = room(() => import('../stages/close/YieldBook.tsx'));
const Costs = room(() => import('../stages/close/Costs.tsx'));
const Buying = room(() => import('../stages/close/Buying.tsx'));
const Reports = room(() => import('../stages/close/Reports.tsx'));
const Book = room(() => import('../stages/species/Book.tsx'));
const Suppliers = room(() => import('../stages/landing/Suppliers.tsx'));
const Schemes = room(() => import('../stages/grading/Schemes.tsx'));
const Cold = room(() => import('../stages/cold/Cold.tsx'));
const Rules = room(() => import('../stages/people/Rules.tsx'));
const Frozen = room(() => import('../stages/cold/Frozen.tsx'));
const First = room(() => import('../stages/cold/First.tsx'));
const LotLifePage = room(() => import('../stages/cold/LotLifePage.tsx'));
const FormsPage = room(() => import('../stages/forms/FormsPage.tsx'));
const MethodsPage = room(() => import('../stages/forms/MethodsPage.tsx'));
const Labels = room(() => import('../stages/bench/Labels.tsx'));
const Knives = room(() => import('../stages/bench/KnivesPage.tsx'));
const SignIns = room(() => import('../stages/people/SignIns.tsx'));
const Quality = room(() => import('../stages/bench/Quality.tsx'));
const Parts = import.meta.env.DEV ? room(() => import('../parts/Parts.tsx')) : null;

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
  const [locked, setLocked] = useState(lockedHere);
  const act = useAct();
  if (shop.me && shop.me.id !== shown?.id) setShown(shop.me);
  const ended = useRead(contract.summary.stages, { skip: shown === null }).problem?.status === 401;
  const lock = useCallback(() => {
    lockHere(true);
    setLocked(true);
  }, []);
  useEffect(() => (locked ? endSession() : undefined), [locked]);
  useEffect(() => onLocked(setLocked), []);
  const closed = locked || ended || shop.me === null;
  useEffect(() => {
    act(screenLocked(closed));
    isHere(closed ? null : shown);
  }, [act, closed, shown]);
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
                { path: 'frozen', element: <Frozen /> },
                { path: 'lots/:id', element: <LotLifePage /> },
                { path: 'forms', element: <FormsPage /> },
                { path: 'forms/:id', element: <FormsPage /> },
                { path: 'methods', element: <MethodsPage /> },
                { path: 'labels', element: <Labels /> },
                { path: 'knives', element: <Knives /> },
                { path: 'quality', element: <Quality /> },
                { path: 'sign-ins', element: <SignIns /> },
                { path: 'rules', element: <Rules /> },
                ...(Parts ? [{ path: 'parts', element: <Parts /> }] : []),
                { path: '*', element: <Navigate to="/landing" replace /> },
              ],
            },
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
