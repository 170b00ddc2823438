import { useSize } from '../../app/size.ts';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** What a person would have done, what the plan gains on it, and where the wall stands that no plan passes. */
export function MoneyAxis({ first, value, bound }: { first: number; value: number; bound: number | null }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const top = Math.max(bound ?? value, value);
  // A plan that keeps more orders may bring less money than first come.
  const bottom = Math.min(first, value);
  const span = Math.max(1, top - bottom);
  const low = bottom - span * 0.06;
  const high = top + span * 0.05;
  const x = (v: number) => Math.round(((v - low) / (high - low)) * Math.max(1, width - 30)) + 4;
  const said = (v: number) => formatMoney(Math.round(v));
  const left = bound === null ? null : Math.max(0, bound - value);
  const gain = `+${said(value - first)}`;
  const leftWords = left === null ? '' : say('at_most_left_to_find', { left: said(left) });
  // Both stand under the axis, from its two ends: figures of 15 px take some 9 px each, words of 13 px some 6.6.
  const bothFit = x(bound ?? value) - x(first) > 9 * gain.length + 6.6 * leftWords.length + 20;
  return (
    <div ref={ref} className="min-w-0 flex-1">
      {width > 120 && (
        <svg
          width={width}
          height="74"
          role="img"
          aria-label={say('first_come_this_plan', {
            first: said(first),
            plan: said(value),
            bound:
              bound === null
                ? ''
                : say('no_plan_beats_at_most_left_to_find', { bound: said(bound), left: said(left!) }),
          })}
        >
          <path className="rul" d={`M 0 48.5 H ${width - 20}`} />
          <rect x={x(bottom)} y="45" width={Math.abs(x(value) - x(first))} height="6" fill="var(--rime)" />
          <path d={`M ${x(first)} 34 V 56`} stroke="var(--ink)" strokeWidth="2.5" />
          <text x={x(first)} y="30" className="fig i2">
            {say('first_come', { first: said(first) })}
          </text>
          {value - first > 0.5 && bothFit && (
            <text x={x(first) + 4} y="66" className="fig" fill="var(--rime)">
              {gain}
            </text>
          )}
          <path d={`M ${x(value)} 45 l -6 -11 h 12 z`} fill="var(--ink)" />
          {bound !== null && (
            <>
              <path d={`M ${x(bound)} 20 V 64`} stroke="var(--ink)" strokeWidth="1.75" />
              {[0, 1, 2, 3, 4, 5].map((i) => (
                <path
                  key={i}
                  d={`M ${x(bound) + 2} ${28 + i * 7} l 14 -8`}
                  stroke="var(--rule)"
                  strokeWidth="1"
                />
              ))}
              <text x={Math.min(width - 4, x(bound) + 18)} y="14" className="end fig i2">
                {say('no_plan_beats', { bound: said(bound) })}
              </text>
              <text x={x(bound) - 6} y="68" className="end i2" style={{ fontSize: 13 }}>
                {leftWords}
              </text>
            </>
          )}
        </svg>
      )}
    </div>
  );
}
