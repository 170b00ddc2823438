import type { AnswerOf, contract } from '@ember-slate/contract';
import { NavLink, useLocation } from 'react-router';
import { useSmall } from '../frame.ts';
import { useShop } from '../shop.tsx';
import { useSize } from '../size.ts';
import { useAppSelector } from '../store.ts';
import { ScreenMenu } from './ScreenMenu.tsx';
import { stages } from './stages.ts';
import { say } from '../say.ts';

type Summary = AnswerOf<typeof contract.summary.stages>;

/** The water line over one stage: where more waits it stands higher. */
const level = (
  x: number,
  centres: readonly number[],
  heights: readonly number[],
  step: number,
  base: number,
) => base - centres.reduce((sum, c, i) => sum + heights[i]! * Math.exp(-(((x - c) / (step * 0.36)) ** 2)), 0);

const path = (from: number, to: number, y: (x: number) => number) => {
  const points = [];
  for (let x = from; x < to; x += 4) points.push(`${x.toFixed(1)} ${y(x).toFixed(2)}`);
  return [...points, `${to} ${y(to).toFixed(2)}`].join(' L ');
};

function Brand() {
  const { shop } = useShop();
  return (
    <div className="w-[150px] shrink-0 pt-3 pl-6 max-lg:w-[128px] max-lg:pl-4 max-md:hidden small:hidden">
      <div className="flex items-center gap-2 font-figure text-[19px] leading-5 font-bold whitespace-nowrap">
        <svg width="26" height="20" className="shrink-0 max-lg:hidden" aria-hidden="true">
          <path
            d="M1 7C4 2 8 2 11 5.5S18 9 25 3.5V19H1Z"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.75"
            strokeLinejoin="round"
          />
          <path d="M5.5 19v-4M10 19v-3M14.5 19v-4M19 19v-3" stroke="currentColor" strokeWidth="1.25" />
        </svg>
        {say('ember_slate_2')}
      </div>
      <div className="mt-1 truncate text-note text-ink3">{shop.name}</div>
      {shop.sample && <div className="-mt-0.5 text-note text-ink3">{say('sample_data_2')}</div>}
    </div>
  );
}

interface Props {
  summary: Summary | undefined;
  onLock: () => void;
  onFind: () => void;
}

/** The slab's top edge: the seven stages with what waits at each. On a phone only the stage one stands at. */
export function StageBar({ summary, onLock, onFind }: Props) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const live = useAppSelector((s) => s.connection.live);
  const here = useLocation().pathname;
  const phone = useSmall();
  const on = stages.findIndex((s) => here.startsWith(s.path));
  const shown = phone ? stages.filter((_, i) => i === Math.max(0, on)) : stages;
  const start = phone || width < 720 ? 0 : width < 850 ? 128 : 168;
  const step = (width - start) / shown.length;
  const centres = shown.map((_, i) => start + step * (i + 0.5));
  const counts = shown.map((s) => summary?.stages[s.key].count ?? 0);
  // The water stays below the words, also where the edge is low.
  const crest = phone ? 0 : height < 85 || width < 720 ? 9 : 20;
  const heights = counts.map((c) => (c ? 3 : 0) + crest * Math.min(1, Math.sqrt(c / 34)));
  const y = (x: number) => level(x, centres, heights, step, height - 4);
  const at = shown.findIndex((s) => here.startsWith(s.path));
  return (
    <header ref={ref} className="relative flex min-w-0 flex-1 bg-air">
      {width > 0 && (
        <svg
          className="pointer-events-none absolute inset-0"
          width={width}
          height={height}
          aria-hidden="true"
        >
          <path d={`M 0 ${height} L ${path(0, width, y)} L ${width} ${height} Z`} fill="var(--slab)" />
          <path
            d={`M ${path(0, width, y)}`}
            fill="none"
            stroke="var(--rule)"
            strokeWidth="1.25"
            strokeDasharray={live ? undefined : '5 5'}
          />
          {at >= 0 && (
            <path
              d={`M ${path(centres[at]! - step / 2, centres[at]! + step / 2, y)}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="3.5"
              strokeLinecap="round"
            />
          )}
        </svg>
      )}
      <Brand />
      <nav aria-label={say('stages')} className="relative flex flex-1">
        {stages.map((stage, i) => {
          const waits = summary?.stages[stage.key];
          return (
            <NavLink
              key={stage.key}
              to={stage.path}
              title={waits ? [waits.count, waits.noun, waits.hot].filter(Boolean).join(' · ') : undefined}
              className={({ isActive }) =>
                `min-w-0 flex-1 basis-0 pt-3 pl-2.5 max-lg:pl-1.5 small:py-2 small:pl-4 ${phone && !isActive ? 'hidden' : 'low:flex low:items-baseline low:gap-2 low:py-1'} ${isActive ? 'text-ink' : 'text-ink2 hover:text-ink'}`
              }
            >
              {({ isActive }) => (
                <>
                  <div
                    className={`font-figure text-[16px] leading-5 whitespace-nowrap ${isActive ? 'font-semibold' : 'font-medium'}`}
                  >
                    <span className="mr-1.5 text-[14px] font-medium text-ink3">{i + 1}</span>
                    {stage.name}
                  </div>
                  <div className="truncate font-figure text-[24px] leading-7 font-semibold max-lg:text-[20px] max-md:leading-[18px] max-md:whitespace-normal small:whitespace-nowrap">
                    <span className="sr-only">: </span>
                    {waits?.count ?? '–'}
                    {waits?.hot && <span className="sr-only"> {waits.noun},</span>}{' '}
                    {waits && (
                      <span
                        className={`ml-1 font-text text-note max-lg:ml-0 ${waits.hot ? 'font-semibold text-embertext' : 'font-normal text-ink3 max-lg:hidden'}`}
                      >
                        {waits.hot ?? waits.noun}
                      </span>
                    )}
                  </div>
                </>
              )}
            </NavLink>
          );
        })}
      </nav>
      {phone && <PhoneStages on={on} onLock={onLock} onFind={onFind} />}
    </header>
  );
}

/** On a phone the neighbours are one tap away on each side. */
function PhoneStages({ on, onLock, onFind }: Omit<Props, 'summary'> & { on: number }) {
  const before = stages[on - 1];
  const after = stages[on + 1];
  return (
    <nav aria-label={say('neighbouring_stages')} className="relative flex items-center gap-1 pr-2">
      {before && (
        <NavLink to={before.path} className="px-2 py-3 text-note text-ink2 max-[359px]:hidden">
          ‹ {before.name}
        </NavLink>
      )}
      {after && (
        <NavLink to={after.path} className="px-2 py-3 text-note text-ink2 max-[359px]:hidden">
          {after.name} ›
        </NavLink>
      )}
      <ScreenMenu onLock={onLock} onFind={onFind}>
        <span className="block px-2 py-3 text-note text-ink2 underline">{say('menu')}</span>
      </ScreenMenu>
    </nav>
  );
}
