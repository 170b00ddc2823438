import type { Ink, LabelId, Scene } from '@ember-slate/core/picture';
import { useLength } from './length.ts';
import { markRows } from './markRows.ts';
import { say } from './say.ts';

const inks: Record<Ink, { fill?: string; stroke?: string; width?: number; dash?: string; opacity?: number }> =
  {
    body: { fill: 'var(--fishfill)', stroke: 'var(--fishline)', width: 2 },
    flesh: { fill: 'var(--fishfill)', stroke: 'var(--fishline)', width: 1.5 },
    loin: { fill: 'var(--loin)', stroke: 'var(--fishline)', width: 1.5 },
    belly: { fill: 'var(--bellyfill)', stroke: 'var(--finline)', width: 1 },
    hollow: { fill: 'var(--slab)', stroke: 'var(--fishline)', width: 1.25 },
    edge: { stroke: 'var(--fishline)', width: 1.5 },
    detail: { stroke: 'var(--finline)', width: 1 },
    faint: { stroke: 'var(--finline)', width: 0.8, opacity: 0.55 },
    fin: { fill: 'var(--slab)', stroke: 'var(--finline)', width: 1 },
    ray: { stroke: 'var(--finline)', width: 0.7, opacity: 0.6 },
    bone: { stroke: 'var(--fishline)', width: 1.75 },
    scar: { stroke: 'var(--finline)', width: 1, opacity: 0.7 },
    gone: { stroke: 'var(--fishline)', width: 1.6, dash: '5 4' },
    cut: { stroke: 'var(--ink2)', width: 1.5, dash: '6 5' },
  };

/** What the labels of a picture say; some carry a figure. */
const says: Record<LabelId, (figure: string) => string> = {
  pin_bones: () => say('pin_bones_they_lean_to_the_head'),
  rib_scar: () => say('belly_wall_where_the_ribs_lay'),
  tab: () => say('tab'),
  skirt: () => say('fin_muscle_skirt'),
  vent: () => say('vent'),
  tail_muscle: () => say('tail_muscle_big_ones_only'),
  waste_body: (grams) => (grams === '' ? say('body_waste') : say('body_waste_2', { grams })),
  bone_lay: () => say('here_the_bones_lay'),
  spine: () => say('backbone'),
  loin: () => say('flesh'),
  belly_wall: () => say('belly_wall_thin'),
  ribs_stay: () => say('ribs_stay_on_the_frame'),
  pins_stay: () => say('pin_bones_stay_in'),
  pocket: () => say('pocket_and_rib_cage'),
  gill_plate: () => say('gill_plate'),
  bones_level: () => say('bones_or_cartilage_level'),
  skin_down: () => say('skin_pulled'),
};

/** A scene to scale: what lies there, the blade's way with a ring where it begins and a head where it goes, marks. */
export function SceneDrawing({
  scene,
  width,
  height,
  label,
  figures,
  dimension,
  gone,
  ruledFromFace,
}: {
  scene: Scene;
  width: number;
  height: number;
  label: string;
  figures: Partial<Record<LabelId, string>>;
  /** A measure to be cut now, mm in the scene. */
  dimension: { fromMm: number; toMm: number } | null;
  /** Stretches that are off already, with their words. */
  gone: readonly { fromMm: number; toMm: number; half: number; name: string; detail: string }[];
  ruledFromFace: boolean;
}) {
  const length = useLength();
  const { box } = scene;
  const left = Math.min(box.left, ...gone.map((g) => g.fromMm));
  const labelled = scene.labels;
  const toRight = labelled.some((l) => l.to[0] > box.right);
  const room = {
    left: 12,
    right: toRight ? Math.min(190, width * 0.55) : 14,
    top: dimension ? 40 : labelled.some((l) => l.to[1] >= box.top) ? 28 : 12,
    bottom:
      (scene.ruler ? 34 + scene.rows.length * 26 : 12) +
      (labelled.some((l) => l.to[1] < box.top && l.to[0] <= box.right - 1) ? 22 : 0),
  };
  const perMm = Math.max(
    0.05,
    Math.min(
      (width - room.left - room.right) / Math.max(1, box.right - left),
      (height - room.top - room.bottom) / Math.max(1, box.top - box.bottom),
    ),
  );
  const across = (width - room.left - room.right - (box.right - left) * perMm) / 2;
  const X = (mm: number) => room.left + Math.max(0, across) + (mm - left) * perMm;
  const Y = (mm: number) => room.top + (box.top - mm) * perMm;
  const path = (points: readonly (readonly [number, number])[], closed = false) =>
    `M ${points.map(([x, y]) => `${X(x).toFixed(1)} ${Y(y).toFixed(1)}`).join(' L ')}${closed ? ' Z' : ''}`;
  const below = labelled.some((l) => l.to[1] < box.top && l.to[0] <= box.right - 1);
  const soft = (points: readonly (readonly [number, number])[], closed = false) => {
    const at = (i: number) => points[Math.max(0, Math.min(points.length - 1, i))]!;
    const p = (x: number, y: number) => `${X(x).toFixed(1)} ${Y(y).toFixed(1)}`;
    return `M ${p(...at(0))} ${points
      .slice(1)
      .map(([x, y], n) => {
        const [a, b, d] = [at(n - 1), at(n), at(n + 2)];
        return `C ${p(b[0] + (x - a[0]) / 6, b[1] + (y - a[1]) / 6)} ${p(x - (d[0] - b[0]) / 6, y - (d[1] - b[1]) / 6)} ${p(x, y)}`;
      })
      .join(' ')}${closed ? ' Z' : ''}`;
  };
  const foot = Y(box.bottom) + (below ? 28 : 14);
  const big = [10, 50, 100, 200].find((s) => s * perMm > 46) ?? 500;
  const ticks = scene.ruler
    ? Array.from({ length: Math.floor((scene.ruler.to - scene.ruler.from) / 10) + 1 }, (_, i) => i * 10)
    : [];
  return (
    <svg width={width} height={height} role="img" aria-label={label}>
      {gone.map((g) => (
        <g key={g.name} className="fig">
          <path
            d={`M ${X(g.fromMm)} ${Y(g.half)} H ${X(g.toMm)} V ${Y(-g.half)} H ${X(g.fromMm)} Z`}
            fill="none"
            stroke="var(--rule)"
            strokeDasharray="4 5"
          />
          {X(g.toMm) - X(g.fromMm) > g.name.length * 9 && (
            <>
              <text
                x={(X(g.fromMm) + X(g.toMm)) / 2}
                y={Y(0) - 4}
                className="mid"
                fill="var(--ink2)"
                style={{ fontSize: 20 }}
              >
                {g.name}
              </text>
              <text
                x={(X(g.fromMm) + X(g.toMm)) / 2}
                y={Y(0) + 18}
                className="mid i2"
                style={{ fontSize: 16 }}
              >
                {g.detail}
              </text>
            </>
          )}
        </g>
      ))}
      {scene.strokes.map((s, i) => {
        const ink = inks[s.ink];
        return (
          <path
            key={i}
            d={(s.smooth ? soft : path)(s.points, s.closed)}
            fill={ink.fill ?? 'none'}
            stroke={ink.stroke}
            strokeWidth={ink.width}
            strokeDasharray={ink.dash}
            opacity={ink.opacity}
            strokeLinejoin="round"
            strokeLinecap="round"
          />
        );
      })}
      {scene.labels.map((l) => {
        const end = l.to[0] > box.right - 1 ? 'start' : 'middle';
        const above = l.to[1] >= box.top;
        const text = says[l.id](figures[l.id] ?? '');
        const half = text.length * 3.7;
        const [x, y] = [X(l.to[0]), Y(l.to[1])];
        const tx =
          end === 'middle'
            ? Math.max(half + 4, Math.min(width - half - 4, x))
            : Math.min(x + 4, width - half * 2 - 4);
        const ty = end === 'start' ? y + 5 : above ? Y(box.top) - 8 : Y(box.bottom) + 18;
        return (
          <g key={`${l.id} ${l.at[0]}`}>
            <path
              d={`M ${X(l.at[0])} ${Y(l.at[1])} L ${end === 'middle' ? tx : tx - 3} ${end === 'middle' ? (above ? ty + 3 : ty - 14) : ty - 5}`}
              stroke="var(--rule)"
              strokeWidth="1"
              fill="none"
            />
            <text x={tx} y={ty} textAnchor={end} className="i2" style={{ fontSize: 15 }}>
              {text}
            </text>
          </g>
        );
      })}
      {scene.blades.map((way, i) => (
        <Blade key={i} points={way.map(([x, y]) => [X(x), Y(y)] as const)} />
      ))}
      {dimension && (
        <g>
          <path
            d={`M ${X(dimension.fromMm)} ${room.top - 22} V ${room.top + 4} M ${X(dimension.toMm)} ${room.top - 22} V ${room.top - 6} M ${X(dimension.fromMm)} ${room.top - 13} H ${X(dimension.toMm)}`}
            stroke="var(--ink)"
            strokeWidth="1.5"
            fill="none"
          />
          <text
            x={X(dimension.toMm) + 10}
            y={room.top - 9}
            className="fig"
            fill="var(--ink)"
            style={{ fontSize: 26, fontWeight: 700 }}
          >
            {length.format(Math.round(dimension.toMm - dimension.fromMm))} {length.unit}
          </text>
        </g>
      )}
      {scene.ruler && (
        <g>
          <path className="rul" d={`M ${X(scene.ruler.from)} ${foot + 0.5} H ${X(scene.ruler.to)}`} />
          {ticks.map((t) => (
            <path
              key={t}
              className="rul"
              d={`M ${Math.round(X(scene.ruler!.from + t)) + 0.5} ${foot} v ${t % 50 === 0 ? 11 : 6}`}
            />
          ))}
          {scene.rows.every((r) => r.mm.length === 0) || ruledFromFace
            ? ticks
                .filter((t) => t % big === 0)
                .map((t) => (
                  <text
                    key={t}
                    x={X(scene.ruler!.from + t)}
                    y={foot + 28}
                    className="i3 mid"
                    style={{ fontSize: 16 }}
                  >
                    {length.format(t)}
                  </text>
                ))
            : scene.rows.map((r, n) => {
                const base = foot + 26 + n * 26;
                return (
                  <g key={r.row}>
                    {r.row !== 'one' && (
                      <text
                        x={Math.max(44, X(scene.ruler!.from) - 10)}
                        y={base}
                        className="i2 end"
                        style={{ fontSize: 15 }}
                      >
                        {r.row}
                      </text>
                    )}
                    {markRows(
                      r.mm.map((m) => X(scene.ruler!.from + m)),
                      34,
                    ).map(
                      (row, i) =>
                        row === 0 && (
                          <text
                            key={i}
                            x={X(scene.ruler!.from + r.mm[i]!)}
                            y={base}
                            className="mid fig"
                            fill="var(--ink)"
                            style={{ fontSize: 19, fontWeight: 700 }}
                          >
                            {length.format(Math.round(r.mm[i]!))}
                          </text>
                        ),
                    )}
                  </g>
                );
              })}
          <text x={width - 6} y={height - 4} className="i3 end" style={{ fontSize: 15 }}>
            {say('from_the_cut_face', { unit: length.unit })}
          </text>
        </g>
      )}
    </svg>
  );
}

/** The way of the blade: a ring where it begins, a head where it goes. */
function Blade({ points }: { points: readonly (readonly [number, number])[] }) {
  const [x0, y0] = points[0]!;
  const [x1, y1] = points.at(-1)!;
  const [xp, yp] = points.at(-2) ?? points[0]!;
  const a = Math.atan2(y1 - yp, x1 - xp);
  const head = 15;
  const barb = (side: number) =>
    `${(x1 - head * Math.cos(a - side * 0.42)).toFixed(1)} ${(y1 - head * Math.sin(a - side * 0.42)).toFixed(1)}`;
  return (
    <g>
      <path
        d={`M ${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join(' L ')}`}
        fill="none"
        stroke="var(--emberline)"
        strokeWidth="4.5"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      <path d={`M ${x1.toFixed(1)} ${y1.toFixed(1)} L ${barb(1)} L ${barb(-1)} Z`} fill="var(--emberline)" />
      <circle cx={x0} cy={y0} r="6" fill="var(--slab)" stroke="var(--emberline)" strokeWidth="3" />
    </g>
  );
}
