import type { SpeciesRow, StockRow } from '@ember-slate/contract';
import { outline } from '@ember-slate/core/body';
import { arrivalFraction, isPiece } from '@ember-slate/core/species';
import { Fish } from '../../parts/Fish.tsx';

/** Pixels a millimetre: one scale for everything on the slab. */
const perMm = 0.21;
const most = 8;
/** How deep a fish is with its fins, of its length; others are slender. */
const depth: Readonly<Record<string, number>> = { flat: 0.62, deep: 0.5 };

/** One piece seen from above, to scale: fillet, steak or a block of joint; the side length follows its weight. */
function piecePath(item: string, species: SpeciesRow, grams: number): { d: string; w: number; h: number } {
  if (item === 'steaks') {
    const r = Math.sqrt(grams / 2.8) * 10 * 0.55 * perMm;
    return {
      d: `M 0 ${-r} C ${r} ${-r} ${r} ${r * 0.5} ${r * 0.35} ${r} L 0 ${r * 0.55} L ${-r * 0.35} ${r} C ${-r} ${r * 0.5} ${-r} ${-r} 0 ${-r} Z M 0 ${-r * 0.25} m -1.6 0 a 1.6 1.6 0 1 0 3.2 0 a 1.6 1.6 0 1 0 -3.2 0`,
      w: r * 2,
      h: r * 2,
    };
  }
  const half = item === 'boneless_joint' ? 0.5 : 1;
  const shape = outline(species, Math.min(species.maxG, (grams * 2 * half) / species.filletSkinless));
  const length = shape
    ? shape.standardMm * (0.98 - shape.collar) * perMm * half
    : Math.cbrt(grams) * 22 * perMm;
  const height = length * (item === 'boneless_joint' ? 0.45 : 0.3);
  return {
    d: `M 0 ${-height * 0.35} Q ${length * 0.35} ${-height * 0.65} ${length} ${-height * 0.1} L ${length} ${height * 0.1} Q ${length * 0.35} ${height * 0.75} 0 ${height * 0.4} Z M ${length * 0.06} 0 H ${length * 0.92}`,
    w: length,
    h: height * 1.3,
  };
}

/** What lies in a tray, drawn as many as there are up to eight. */
export function Pieces({
  row,
  species,
  width,
  height,
}: {
  row: StockRow;
  species: SpeciesRow;
  width: number;
  height: number;
}) {
  const n = Math.max(1, Math.min(most, row.pieces));
  if (row.item.startsWith('trim:') || row.item.startsWith('made:')) {
    const dots = Math.max(4, Math.min(28, Math.round(row.grams / 60)));
    return (
      <svg width={width} height={height} aria-hidden="true">
        {Array.from({ length: dots }, (_, i) => (
          <ellipse
            key={i}
            className="f-body"
            cx={width / 2 + ((i % 9) - 4) * 13 + (Math.floor(i / 9) % 2) * 6}
            cy={height / 2 - 6 + Math.floor(i / 9) * 12}
            rx="6.5"
            ry="5"
          />
        ))}
      </svg>
    );
  }
  const landed = row.item === 'whole' && isPiece(row.condition);
  if ((row.item === 'whole' && !landed) || row.item === 'gutted' || row.item === 'scaled_gutted') {
    const whole = row.grams / Math.max(1, row.pieces) / arrivalFraction(species, row.condition);
    const shape = outline(species, Math.min(species.maxG, whole));
    // As many as lie beside and below each other without touching.
    const length = (shape?.standardMm ?? Math.cbrt(whole) * 40) * 1.2 * perMm;
    const across = Math.max(1, Math.min(n, Math.floor(width / (length + 4))));
    const down = Math.max(
      1,
      Math.min(Math.ceil(n / across), Math.floor(height / (length * (depth[species.bodyPlan] ?? 0.3)))),
    );
    return (
      <div className="relative overflow-hidden" style={{ width, height }} aria-hidden="true">
        {Array.from({ length: Math.min(n, across * down) }, (_, i) => (
          <div
            key={i}
            className="absolute -translate-y-1/2"
            style={{
              left: (i % across) * (length + 4),
              top: ((Math.floor(i / across) + 0.5) * height) / down,
            }}
          >
            <Fish species={species} grams={whole} perMm={perMm} plain />
          </div>
        ))}
      </div>
    );
  }
  const piece = piecePath(landed ? 'side' : row.item, species, row.grams / Math.max(1, row.pieces));
  const columns = Math.max(1, Math.floor(width / (piece.w + 6)));
  const rows = Math.ceil(n / columns);
  return (
    <svg width={width} height={height} aria-hidden="true">
      {Array.from({ length: n }, (_, i) => {
        const x = (i % columns) * (piece.w + 6) + (row.item === 'steaks' ? piece.w / 2 + 1 : 1);
        const y =
          height / 2 +
          (Math.floor(i / columns) - (rows - 1) / 2) * Math.min(piece.h + 4, (height - 8) / rows);
        return <path key={i} className="f-body" transform={`translate(${x} ${y})`} d={piece.d} />;
      })}
    </svg>
  );
}
