import type { SpeciesRow } from '@ember-slate/contract';
import { fitRungs, landedPace, sellBy, spoilageRate, type Grade } from '@ember-slate/core/freshness';
import type { ArrivalCondition } from '@ember-slate/core/species';
import { useShop, useTimes } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { Why } from '../../parts/Why.tsx';
import { useNames } from './words.ts';
import { say } from './say.ts';

interface Props {
  result: Grade;
  iceDays: number;
  condition: ArrivalCondition;
  species: SpeciesRow;
  /** Temperature to expect where it lies, C. */
  celsius: number;
}

/** What it is fit for and until when, on the axis of the strip: the hardest use first, a lower rung stays open. */
export function FitFor({ result, iceDays, condition, species, celsius }: Props) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const { shop } = useShop();
  const { dayName, today } = useTimes();
  const narrow = width < 560;
  const left = narrow ? 16 : 210;
  const x = (days: number) =>
    left + (Math.min(days, iceDays * 1.08) / (iceDays * 1.08)) * (width - left - 14);
  const rate = spoilageRate(celsius) * landedPace(species, condition);
  const refused = result.verdict === 'reject';
  return (
    <div ref={ref} className="relative">
      {width > 0 && (
        <svg
          className="block overflow-visible"
          width={width}
          height={fitRungs.length * 21 + 12}
          role="img"
          aria-label={say('fit_for')}
        >
          {!narrow && (
            <>
              <text x="0" y="18" className="fig" style={{ fontSize: 17 }}>
                {say('fit_for')}
              </text>
              <text x="0" y="36" className="i2">
                {say('hardest_use_first')}
              </text>
              <text x="0" y="52" className="i2">
                {say('a_lower_rung_stays_open')}
              </text>
            </>
          )}
          {fitRungs.map((rung, i) => {
            const y = 12 + i * 21;
            const end = rung.limit * iceDays;
            const days = (end - result.used) / rate;
            const last = days > 0 ? sellBy(new Date(), days, shop) : null;
            const until = last !== null && result.verdict === 'use_today' ? today() : last;
            const blocked =
              refused ||
              rung.use === 'raw' ||
              days <= 0 ||
              (result.verdict === 'cooked_only' && rung.use === 'steam');
            const note = refused
              ? say('rejected')
              : days <= 0
                ? say('past_it')
                : rung.use === 'raw'
                  ? say('only_on_its_raw_use_record')
                  : until === null
                    ? say('not_to_this_evening')
                    : until === today()
                      ? say('today')
                      : say('to', { until: dayName(until) });
            return (
              <g key={rung.use}>
                <path
                  d={`M ${left} ${y} H ${x(Math.min(result.used, end))}`}
                  stroke="var(--line)"
                  strokeWidth="2"
                />
                {days > 0 && !refused && (
                  <path
                    d={`M ${x(result.used)} ${y} H ${x(end)}`}
                    stroke={blocked ? 'var(--rule)' : 'var(--ink)'}
                    strokeWidth={blocked ? 2 : 4}
                  />
                )}
                <path
                  d={`M ${x(end)} ${y - 6} v 12`}
                  stroke={blocked ? 'var(--ink3)' : 'var(--ink)'}
                  strokeWidth="2"
                />
                <text
                  x={Math.max(x(end), x(result.used)) + 8}
                  y={y + 5}
                  className={`fig halo ${blocked ? 'i3' : ''}`}
                >
                  {useNames[rung.use]}
                  <tspan style={{ fontWeight: 500, fill: 'var(--ink3)' }}> {note}</tspan>
                </text>
              </g>
            );
          })}
        </svg>
      )}
      <div className={narrow ? '' : 'absolute bottom-1 left-0'}>
        <Why label={say('why_these_days')}>
          <p>
            {say('each_sign_votes_where_its_level', {
              iceDays,
              used: result.used.toFixed(2),
              halfWidth: result.halfWidth.toFixed(2),
            })}
          </p>
          <p>
            {say('days_left_ice_days_used_rate_the', {
              celsius: celsius.toFixed(1),
              rate: rate.toFixed(2),
              condition: condition === 'whole' ? say('guts_in_counted') : '',
            })}
          </p>
          <p className="text-note text-ink3">{say('signs_after_reg_ec_2406_96_annex_i')}</p>
        </Why>
      </div>
    </div>
  );
}
