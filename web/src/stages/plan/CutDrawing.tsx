import { isPiece } from '@ember-slate/core/species';
import type { Body } from '@ember-slate/core/body';
import type { SpeciesRow } from '@ember-slate/contract';
import { FishOf, type Frame } from '../../parts/Fish.tsx';
import { Dots, Hatch } from '../../parts/patterns.tsx';
import { markRows } from '../../parts/markRows.ts';
import { WingDrawing } from '../../parts/WingDrawing.tsx';
import { useLength } from '../../parts/length.ts';
import { lettersOf, placeOf, seenAt, zeroOf, type Card } from './pieces.ts';

interface Props {
  card: Card;
  species: SpeciesRow;
  body: Body;
  perMm: number;
  /** The line whose pieces stand out. */
  lit: string | null;
}

/** Edge of a stretch of the fish between two places, over the whole of its height or a part of it. */
function stretchPath(f: Frame, from: number, to: number, part: 'all' | 'back' | 'belly'): string {
  const at = Array.from({ length: 25 }, (_, i) => from + ((to - from) * i) / 24);
  const top = part === 'belly' ? 0 : 1;
  const bottom = part === 'back' ? 0 : -1;
  const point = (mm: number, share: number) =>
    `${f.x(mm).toFixed(1)} ${(f.middle - share * f.half(mm)).toFixed(1)}`;
  return `M ${at.map((mm) => point(mm, top)).join(' L ')} L ${at
    .toReversed()
    .map((mm) => point(mm, bottom))
    .join(' L ')} Z`;
}

/** The fish to scale with its pieces: promised in rime, counter hatched, what comes off dotted, marks in mm from the cut end. */
export function CutDrawing({ card, species, body, perMm, lit }: Props) {
  const length = useLength();
  const { mode, planned, runs } = card;
  const names = lettersOf(runs);
  const whole = mode.id === 'whole';
  const piece = isPiece(card.fish.condition);
  const drawn = planned.pieces.filter(seenAt);
  const zero = zeroOf(mode);
  const ends = whole
    ? []
    : [...new Set(drawn.flatMap((p) => [placeOf(mode, p).from, placeOf(mode, p).to]).map(Math.round))].sort(
        (a, b) => a - b,
      );
  const end = Math.max(zero, ...mode.sections.map((s) => s.startMm + s.lengthMm));
  const words = drawn.map((p) => `${names.get(p)} ${Math.round(p.grams)} g`).join(', ');
  return (
    <div role="img" aria-label={`${species.name}, ${Math.round(body.totalMm)} mm: ${words}`}>
      <FishOf
        body={body}
        species={species}
        perMm={perMm}
        below={40}
        piece={piece}
        over={(f) => {
          const rulerY = f.height + 4;
          const spots = ends.map((mm) => ({ mm, x: f.x(mm) }));
          // Marks that stand close share the two rows under the rule; closer still, the line says it alone.
          const rows = markRows(
            spots.map((p) => p.x),
            26,
          );
          return (
            <>
              <defs>
                <Hatch id="cut-hatch" />
                <Dots id="cut-dots" />
              </defs>
              {!whole && !piece && <path d={stretchPath(f, 1, zero, 'all')} fill="url(#cut-dots)" />}
              {drawn.map((p, i) => {
                const { from, to, part } = whole
                  ? { from: 1, to: body.standardMm, part: 'all' as const }
                  : placeOf(mode, p);
                const on = lit !== null && p.line === lit;
                const wide = f.x(to) - f.x(from);
                const y =
                  f.middle +
                  (part === 'back' ? -0.45 : part === 'belly' ? 0.5 : 0) * f.half((from + to) / 2) +
                  6;
                return (
                  <g key={i}>
                    <path
                      d={stretchPath(f, from, to, part)}
                      fill={p.line === null ? 'url(#cut-hatch)' : 'var(--rime)'}
                      fillOpacity={p.line === null ? 1 : on ? 0.6 : i % 2 === 0 ? 0.32 : 0.2}
                      stroke={on ? 'var(--ink)' : 'none'}
                      strokeWidth="2"
                    />
                    {wide > 11 && (
                      <text
                        x={(f.x(from) + f.x(to)) / 2}
                        y={y}
                        className="mid fig"
                        fill="var(--ink)"
                        style={{ fontSize: wide > 20 ? 18 : 15 }}
                      >
                        {names.get(p)}
                      </text>
                    )}
                  </g>
                );
              })}
              {drawn.some((p) => placeOf(mode, p).part !== 'all') && !whole && (
                <path d={`M ${f.x(zero)} ${f.middle} H ${f.x(end)}`} stroke="var(--ink)" strokeWidth="1.75" />
              )}
              {spots.map(({ mm, x }, i) => {
                const row = rows[i]!;
                return (
                  <g key={mm}>
                    <path
                      d={`M ${x} ${f.middle - f.half(mm) - 6} V ${rulerY + (row === 1 ? 16 : 4)}`}
                      stroke="var(--ink)"
                      strokeWidth="1.75"
                    />
                    {row !== null && (
                      <text
                        x={x}
                        y={rulerY + (row === 1 ? 30 : 17)}
                        className="mid fig"
                        fill="var(--ink)"
                        style={{ fontSize: 14 }}
                      >
                        {length.format(mm - Math.round(zero))}
                      </text>
                    )}
                  </g>
                );
              })}
              {!whole && <path className="rul" d={`M ${f.x(zero)} ${rulerY + 0.5} H ${f.x(end)}`} />}
              {!whole &&
                Array.from({ length: Math.floor((end - zero) / 10) + 1 }, (_, i) => (
                  <path
                    key={i}
                    className="rul"
                    d={`M ${Math.round(f.x(zero + i * 10)) + 0.5} ${rulerY} v ${i % 5 === 0 ? 6 : 3}`}
                  />
                ))}
            </>
          );
        }}
      />
    </div>
  );
}

/** A wing of the plan from above; no side view. */
export function PlannedWing({ card, grams, perMm }: { card: Card; grams: number; perMm: number }) {
  const names = lettersOf(card.runs);
  const pieces = card.planned.pieces.filter(seenAt);
  return (
    <WingDrawing
      grams={grams / 2}
      perMm={perMm}
      pieces={pieces.map((p) => ({
        toMm: p.toMm,
        fromMm: p.fromMm,
        grams: p.grams,
        name: names.get(p) ?? '',
      }))}
    />
  );
}
