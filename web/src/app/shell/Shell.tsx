import type { contract } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { Suspense, useEffect, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate } from 'react-router';
import { useRead } from '../api.ts';
import { useSmall } from '../frame.ts';
import { useKeys } from '../keys.ts';
import { pageName } from '../pageList.ts';
import { useNow, useShop, useTimes } from '../shop.tsx';
import { useAppSelector } from '../store.ts';
import { TakeWeightProvider } from '../takeWeight.tsx';
import { Find } from './Find.tsx';
import { Morning } from './Morning.tsx';
import { Rail } from './Rail.tsx';
import { Said, SaidAloud, useSpeaks } from './Said.tsx';
import { ScaleBar, TakeWeight, useTakeWeightNow } from './ScaleBar.tsx';
import { ScreenMenu } from './ScreenMenu.tsx';
import { StageBar } from './StageBar.tsx';
import { stages } from './stages.ts';
import { Timers } from './Timers.tsx';
import { useScale } from './useScale.ts';
import { say } from '../say.ts';

type Summary = ReturnType<typeof useRead<typeof contract.summary.stages>>['data'];

interface ClockProps {
  onLock: () => void;
  onFind: () => void;
  summary: Summary;
  low: boolean;
}

/** The time, who is here, and what comes next where the rail has no room. */
function Clock({ onLock, onFind, summary, low }: ClockProps) {
  const now = useNow(1000);
  const { time, day } = useTimes();
  const { me } = useShop();
  const live = useAppSelector((s) => s.connection.live);
  const next = summary?.due[0];
  const alarms = summary?.alarms ?? 0;
  return (
    <nav
      aria-label={say('screen_and_sign_in')}
      className="relative w-[224px] shrink-0 bg-air pt-3 pl-[18px] max-lg:w-[208px] max-md:w-[104px] max-md:pl-2 small:hidden"
    >
      <button
        type="button"
        className="why absolute top-3 right-[74px] min-h-9 max-md:hidden"
        onClick={onFind}
      >
        {say('find')}
      </button>
      <ScreenMenu onLock={onLock} onFind={onFind}>
        <span className="why absolute top-3 right-5 grid min-h-9 items-center max-md:top-[42px] max-md:right-auto">
          {say('menu')}
        </span>
        <span className="block font-figure text-[38px] leading-[38px] font-semibold max-lg:text-[28px] max-lg:leading-8">
          {time(now)}
        </span>
        <span
          className={`mt-[3px] block text-note text-ink2 max-lg:hidden ${low && alarms > 0 ? 'hidden' : ''}`}
        >
          {day(now)} · {me.name}
        </span>
        <span className="block truncate text-note text-ink3 max-md:hidden lg:hidden">
          {next ? `${time(next.at)} ${next.title}` : me.name}
        </span>
        <span className={low && live ? 'hidden' : 'block text-note text-ink3 max-lg:hidden'}>
          {live ? (alarms > 0 ? '' : say('all_saved_feed_live')) : say('no_line_to_the_shop')}
        </span>
      </ScreenMenu>
      {live && alarms > 0 && (
        <Link
          to="/cold"
          className="block py-[3px] text-note text-embertext underline underline-offset-3 max-lg:hidden"
        >
          {say('cold_chain_alarms', { alarms })}
        </Link>
      )}
    </nav>
  );
}

function Keys({ onLock }: { onLock: () => void }) {
  const go = useNavigate();
  const { take } = useTakeWeightNow();
  const command = useScale();
  const here = useLocation().pathname;
  // Pressed once more where one is, the key of the orders begins a new one.
  const pressedAgain = (path: string) => (path === '/orders' && here === path ? '/orders#new' : path);
  useKeys({
    ...Object.fromEntries(stages.map((s, i) => [String(i + 1), () => void go(pressedAgain(s.path))])),
    ' ': take,
    t: () => void command({ command: 'tare' }),
    l: onLock,
    // Pressed again it leads back to the screen it was asked for.
    '?': () => void (here === '/help' ? go(-1) : go(`/help?of=${here}`)),
  });
  return null;
}

/** The window is called after its page: a bookmark, a tab and a screen reader say where one is. */
function usePageTitle() {
  const { pathname } = useLocation();
  const { shop } = useShop();
  const title = say('page_of_shop', {
    page: pageName(pathname) ?? say('nothing_at_this_address'),
    shop: shop.name,
  });
  useEffect(() => {
    document.title = title;
  }, [title]);
  // A key that changes the page leaves the focus nowhere: the next Tab begins in the new one.
  useEffect(() => {
    if (document.activeElement === document.body)
      document.getElementById('slab')?.focus({ preventScroll: true });
  }, [pathname]);
}

/** Where the frame is folded, what was said stands above the scale. */
function SmallSaid() {
  const speaks = useSpeaks();
  return speaks ? (
    <div className="shrink-0 border-t-[1.5px] border-rule bg-lift px-4 py-2">
      <Said />
    </div>
  ) : null;
}

/** One slab, three measured edges: what waits above, time at the right, weight below. */
export function Shell({ onLock }: { onLock: () => void }) {
  usePageTitle();
  const { data: summary } = useRead(routes.summary.stages);
  const [looking, setLooking] = useState<string | null>(null);
  const find = () => setLooking('');
  const small = useSmall();
  const atTicket = /^\/bench\/\d+/.test(useLocation().pathname);
  const big = atTicket && !small;
  return (
    <TakeWeightProvider>
      <Keys onLock={onLock} />
      <Find first={looking} onOpen={setLooking} onClose={() => setLooking(null)} />
      <a href="#slab" className="btn fixed top-1 left-1 z-50 -translate-y-20 focus:translate-y-0">
        {say('skip_to_the_page')}
      </a>
      <div className="relative flex h-full flex-col overflow-hidden">
        <div className={`flex shrink-0 ${big ? 'h-[78px]' : 'h-[92px]'} small:h-auto`}>
          <StageBar summary={summary} onLock={onLock} onFind={find} />
          <Clock onLock={onLock} onFind={find} summary={summary} low={big} />
        </div>
        <div className="flex min-h-0 flex-1">
          {/* The hours of the rail stand in the lane beside what scrolls. */}
          <main
            tabIndex={-1}
            className="flex min-h-0 min-w-0 flex-1 flex-col bg-slab outline-none lg:pr-[30px]"
            id="slab"
          >
            <Timers />
            <Morning />
            <div className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto px-6 pt-2 max-sm:px-4 lg:pr-2.5">
              <Suspense fallback={<p className="pt-6 text-ink3">…</p>}>
                <Outlet />
              </Suspense>
            </div>
          </main>
          <div className="w-[224px] shrink-0 max-lg:hidden">
            <Rail summary={summary} />
          </div>
        </div>
        <SaidAloud />
        {small && <SmallSaid />}
        <div className={`flex shrink-0 bg-air ${big ? 'h-[188px]' : 'h-[100px]'} small:h-auto`}>
          <ScaleBar big={big} />
          <TakeWeight big={big} />
        </div>
      </div>
    </TakeWeightProvider>
  );
}
