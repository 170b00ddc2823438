import type { LotClose } from '@ember-slate/contract';
import { say } from './say.ts';

const limit = 2.5;

/** Unaccounted of every lot on one axis of per cent; those within what is allowed stack up, one outside is named. */
export function BalanceStrip({
  lots,
  chosen,
  onChoose,
}: {
  lots: readonly LotClose[];
  chosen: number | null;
  onChoose: (lotId: number) => void;
}) {
  const width = 330;
  const x = (v: number) => 10 + ((Math.max(-limit, Math.min(limit, v)) + limit) / (2 * limit)) * (width - 20);
  const stack = new Map<number, number>();
  const marks = lots.map((l) => {
    // Short reads to the left, as on the scale.
    const share = -l.discrepancy.share * 100;
    const bin = Math.round(share * 4);
    const height = stack.get(bin) ?? 0;
    stack.set(bin, height + 1);
    return { lot: l, x: x(share), y: 52 - Math.min(height, 5) * 6.5 };
  });
  const off = marks.filter((m) => !m.lot.discrepancy.within);
  return (
    <svg
      width={width}
      height="84"
      className="shrink-0 overflow-visible max-lg:hidden"
      role="group"
      aria-label={say('unaccounted_of_each_lot_per_cent')}
    >
      <text x="10" y="10" className="i2">
        {say('unaccounted_of_each_of_lots', { lots: lots.length })}
      </text>
      <rect x={x(-1.5)} y="18" width={x(1.5) - x(-1.5)} height="40" fill="var(--rimewash)" />
      <path className="rul" d={`M 10 58.5 H ${width - 10}`} />
      {[-2, -1, 0, 1, 2].map((v) => (
        <g key={v}>
          <path className="rul" d={`M ${Math.round(x(v)) + 0.5} 58 v 7`} />
          <text x={x(v)} y="80" className="i3 mid">
            {v > 0 ? `+${v}` : String(v).replace('-', '\u2212')}
          </text>
        </g>
      ))}
      {marks.map((m) => (
        <g
          key={m.lot.lotId}
          role="button"
          tabIndex={0}
          aria-label={say('g_unaccounted', { code: m.lot.code, grams: m.lot.discrepancy.grams })}
          className="cursor-pointer"
          onClick={() => onChoose(m.lot.lotId)}
          onKeyDown={(e) => e.key === 'Enter' && onChoose(m.lot.lotId)}
        >
          {m.lot.discrepancy.within ? (
            <circle
              cx={m.x}
              cy={m.y}
              r={m.lot.lotId === chosen ? 5 : 3}
              fill="var(--ink)"
              stroke={m.lot.lotId === chosen ? 'var(--slab)' : 'none'}
              strokeWidth="1.5"
            />
          ) : (
            <path d={`M ${m.x} ${m.y - 8} l 8 8 l -8 8 l -8 -8 z`} fill="var(--ember)" />
          )}
        </g>
      ))}
      {off.slice(0, 2).map((m, i) => (
        <text
          key={m.lot.code}
          x={m.x + (m.x > width / 2 ? -12 : 12)}
          y={m.y - 6 - i * 18}
          className={`fig em halo ${m.x > width / 2 ? 'end' : ''}`}
        >
          {m.lot.code}
        </text>
      ))}
    </svg>
  );
}
