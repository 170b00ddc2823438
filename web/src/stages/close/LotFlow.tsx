import type { LotClose } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useSize } from '../../app/size.ts';
import { useTimes } from '../../app/shop.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

const ends = [
  ['sold', say('sold_2')],
  ['returned', say('sent_back')],
  ['stock', say('in_stock')],
  ['kitchen', say('used_in_the_kitchen')],
  ['waste', say('waste_with_a_reason')],
  ['drip', say('drip_and_rinse')],
  ['unaccounted', say('unaccounted')],
] as const;
type End = (typeof ends)[number][0];

const ribbon = (x1: number, y1: number, x2: number, y2: number, h: number) => {
  const m = (x1 + x2) / 2;
  return `M ${x1} ${y1} C ${m} ${y1} ${m} ${y2} ${x2} ${y2} V ${y2 + h} C ${m} ${y2 + h} ${m} ${y1 + h} ${x1} ${y1 + h} Z`;
};

/** For every part of the lot: where its ribbon starts, and the ribbons from it to where it is now. */
function ribbons(
  lot: LotClose,
  at: {
    b: number;
    c: number;
    top: number;
    leftY: readonly number[];
    rightY: readonly number[];
    perGram: number;
    thick: (g: number) => number;
  },
): { start: number; ends: { key: End; d: string }[] }[] {
  const places = ends.filter(([key]) => lot.flow[key] !== 0);
  const into = Object.fromEntries(places.map(([key], i) => [key, at.rightY[i]!])) as Record<End, number>;
  let from = at.top;
  return lot.became.map((part, i) => {
    const start = from;
    from += Math.abs(part.grams) * at.perGram;
    let out = at.leftY[i]!;
    const drawn = places
      .filter(([key]) => part.where[key] !== 0)
      .map(([key]) => {
        const g = part.where[key];
        const d = ribbon(at.b, out, at.c, into[key], at.thick(g));
        out += Math.abs(g) * at.perGram;
        into[key] += Math.abs(g) * at.perGram;
        return { key, d };
      });
    return { start, ends: drawn };
  });
}

/** What came, when and for how much. */
function Landed({ lot, top }: { lot: LotClose; top: number }) {
  const mass = useMass();
  const { dayName } = useTimes();
  return (
    <>
      <text x="0" y={top + 14} className="fig" style={{ fontSize: 20 }}>
        {mass(lot.flow.received)}
      </text>
      <text x="0" y={top + 34} className="i2">
        {say('landed', { landedOn: dayName(lot.landedOn) })}
      </text>
      <text x="0" y={top + 52} className="i2">
        {say('fish_4', { pieces: lot.pieces })}
      </text>
      <text x="0" y={top + 70} className="i2">
        {say('at_a_kg', { pricePerKg: formatMoney(lot.pricePerKg) })}
      </text>
    </>
  );
}

/** Where it is now, with its share; what nobody can account for is marked. */
function Ends({
  lot,
  places,
  rightY,
  thick,
  c,
  width,
}: {
  lot: LotClose;
  places: readonly (typeof ends)[number][];
  rightY: readonly number[];
  thick: (g: number) => number;
  /** Where the column stands, px, and the whole is wide. */
  c: number;
  width: number;
}) {
  const mass = useMass();
  const { flow } = lot;
  return (
    <>
      {places.map(([key, name], i) => {
        const y = rightY[i]!;
        const h = thick(flow[key]);
        const hot = key === 'unaccounted' && !lot.discrepancy.within;
        return (
          <g key={key}>
            <rect x={c} y={y} width="3" height={h} fill={hot ? 'var(--emberline)' : 'var(--ink)'} />
            <text
              x={c + 14}
              y={y + Math.max(h, 22) / 2 + 5}
              className={`fig ${hot ? 'em' : ''}`}
              style={{ fontWeight: 500, fontSize: 17 }}
            >
              {name}
            </text>
            <text
              x={width - 66}
              y={y + Math.max(h, 22) / 2 + 6}
              className={`fig end ${hot ? 'em' : ''}`}
              style={{ fontSize: 20 }}
            >
              {mass(flow[key])}
            </text>
            <text
              x={width}
              y={y + Math.max(h, 22) / 2 + 5}
              className="fig i2 end"
              style={{ fontWeight: 500 }}
            >
              {((flow[key] / flow.received) * 100).toFixed(1)} %
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Where one lot's grams went: tables joined by ribbons of one scale; the last line is the exact sum. */
export function LotFlow({ lot }: { lot: LotClose }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const mass = useMass();
  const { flow } = lot;
  const perGram = 150 / Math.max(1, flow.received);
  const thick = (g: number) => Math.max(0.9, Math.abs(g) * perGram);
  const stack = (heights: readonly number[], least: number, from: number) => {
    let y = from;
    return heights.map((h) => {
      const at = y;
      y += Math.max(h + 4, least);
      return at;
    });
  };
  const top = 44;
  const places = ends.filter(([key]) => flow[key] !== 0);
  const leftY = stack(
    lot.became.map((b) => thick(b.grams)),
    26,
    top,
  );
  const rightY = stack(
    places.map(([key]) => thick(flow[key])),
    28,
    top,
  );
  const bottom = Math.max(
    (leftY.at(-1) ?? top) + Math.max(26, thick(lot.became.at(-1)?.grams ?? 0)),
    (rightY.at(-1) ?? top) + 62,
    top + 190,
  );
  const a = 118;
  const b = a + Math.max(110, width * 0.12);
  const bEnd = b + 210;
  const c = Math.max(bEnd + 120, width * 0.62);
  const drawn = ribbons(lot, { b: bEnd, c, top, leftY, rightY, perGram, thick });
  return (
    <div ref={ref} className="border-t border-line pt-3 pb-4">
      {width > 0 && (
        <svg
          width={width}
          height={bottom}
          className="block overflow-visible"
          role="img"
          aria-label={say('in_all', {
            speciesName: shortName(lot.speciesName),
            code: lot.code,
            places: places.map(([key, name]) => `${name} ${mass(flow[key])}`).join(', '),
            received: mass(flow.received),
          })}
        >
          <text x="0" y="14" className="fig" style={{ fontSize: 20 }}>
            {say('lot', { speciesName: shortName(lot.speciesName), code: lot.code })}
          </text>
          <text x={b} y="34" className="i2">
            {say('what_it_became')}
          </text>
          <text x={c + 14} y="34" className="i2">
            {say('where_that_is_now')}
          </text>
          <text x={width} y="34" className="i2 end">
            {say('share')}
          </text>
          <Landed lot={lot} top={top} />
          <rect x={a - 12} y={top} width="12" height={flow.received * perGram} fill="var(--ink)" />
          {lot.became.map((part, i) => {
            const y = leftY[i]!;
            const h = thick(part.grams);
            const { start, ends: out } = drawn[i]!;
            return (
              <g key={part.item}>
                <path d={ribbon(a, start, b, y, h)} fill="var(--ink)" opacity={i < 4 ? 0.2 : 0.12} />
                {out.map(({ key, d }) => (
                  <path
                    key={key}
                    d={d}
                    fill={key === 'sold' ? 'var(--rime)' : 'var(--ink)'}
                    opacity={key === 'sold' ? 0.45 : 0.17}
                  />
                ))}
                <rect x={b} y={y} width="3" height={h} fill="var(--ink)" />
                <rect x={bEnd - 3} y={y} width="3" height={h} fill="var(--ink)" />
                <text
                  x={b + 12}
                  y={y + Math.max(h, 22) / 2 + 5}
                  className="fig"
                  style={{ fontWeight: 500, fontSize: 16 }}
                >
                  {part.itemName}
                </text>
                <text
                  x={bEnd - 12}
                  y={y + Math.max(h, 22) / 2 + 5}
                  className="fig end"
                  style={{ fontSize: 16 }}
                >
                  {mass(part.grams)}
                </text>
              </g>
            );
          })}
          <Ends {...{ lot, places, rightY, thick, c, width }} />
          <path d={`M ${c + 14} ${bottom - 30} H ${width}`} stroke="var(--ink)" strokeWidth="1.5" />
          <text x={c + 14} y={bottom - 8} className="fig" style={{ fontSize: 17 }}>
            {say('in_all_to_the_gram')}
          </text>
          <text x={width - 66} y={bottom - 8} className="fig end" style={{ fontSize: 20, fontWeight: 700 }}>
            {mass(flow.received)}
          </text>
          <text x={width} y={bottom - 8} className="fig i2 end" style={{ fontWeight: 500 }}>
            100 %
          </text>
        </svg>
      )}
    </div>
  );
}
