import { pchip, wingOutline } from '@ember-slate/core/body';
import { useLength } from './length.ts';
import { markRows } from './markRows.ts';
import { say } from './say.ts';

interface Piece {
  fromMm: number;
  toMm: number;
  grams: number;
  name: string;
}

/** One wing from above, body edge left, with its cuts along the span and their mm from that edge under it. */
export function WingDrawing({
  grams,
  pieces,
  perMm,
}: {
  /** Of one wing. */
  grams: number;
  pieces: readonly Piece[];
  perMm: number;
}) {
  const length = useLength();
  const points = wingOutline(grams);
  const x = (mm: number) => mm * perMm + 12;
  const at = (along: number, out: number) => `${x(out).toFixed(1)} ${(along * perMm + 2).toFixed(1)}`;
  const long = Math.max(...points.map((p) => p[0]));
  const wide = Math.max(...points.map((p) => p[1]));
  const span = pchip(
    points.map((p) => p[0]),
    points.map((p) => p[1]),
  );
  const edge = Array.from({ length: 61 }, (_, i) => (long * i) / 60);
  const ruler = long * perMm + 10;
  const marks = [0, ...pieces.map((p) => p.toMm)];
  const rows = markRows(marks.map(x), 28);
  return (
    <svg
      width={x(wide) + 24}
      height={ruler + 36}
      role="img"
      aria-label={say('a_wing_mm_wide', {
        wide: Math.round(wide),
        pieces: pieces.map((p) => `${Math.round(p.grams)} g`).join(', '),
      })}
    >
      <path
        className="f-body"
        d={`M ${at(0, 0)} L ${edge.map((a) => at(a, span(a))).join(' L ')} L ${at(long, 0)} Z`}
      />
      {/* Rays fan out from the body edge. */}
      {points.slice(1, -1).map((p) => (
        <path key={p[0]} className="f-ray" d={`M ${at(long * 0.5, 0)} L ${at(p[0], p[1] * 0.94)}`} />
      ))}
      {pieces.map((p) => (
        <text
          key={p.fromMm}
          x={(x(p.fromMm) + x(p.toMm)) / 2}
          y={long * perMm * 0.5}
          className="mid fig"
          fill="var(--ink)"
        >
          {p.name}
        </text>
      ))}
      <path className="rul" d={`M ${x(0)} ${ruler + 0.5} H ${x(wide)}`} />
      {Array.from({ length: Math.floor(wide / 10) + 1 }, (_, i) => (
        <path
          key={i}
          className="rul"
          d={`M ${Math.round(x(i * 10)) + 0.5} ${ruler} v ${i % 5 === 0 ? 6 : 3}`}
        />
      ))}
      {marks.map((mm, i) => (
        <g key={mm}>
          {i > 0 && mm < wide - 1 && (
            <path d={`M ${x(mm)} 2 V ${ruler + 6}`} stroke="var(--ink)" strokeWidth="1.75" />
          )}
          {rows[i] !== null && (
            <text x={x(mm)} y={ruler + (rows[i] === 1 ? 33 : 20)} className="mid fig" fill="var(--ink)">
              {length.format(Math.round(mm))}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
