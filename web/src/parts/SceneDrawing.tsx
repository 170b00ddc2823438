import type { Ink, LabelId, Scene } from '@ember-slate/core/picture';
import { curveCatmullRom, line } from 'd3-shape';
import { useLength } from './length.ts';
import { markRows } from './markRows.ts';
import { say } from './say.ts';

type Label = Scene['labels'][number];

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

type Point = readonly [x: number, y: number];

/** A stretch that is off already, with its words. */
interface Gone {
  fromMm: number;
  toMm: number;
  half: number;
  name: string;
  detail: string;
}
/** A measure to be cut now, mm in the scene. */
interface Dimension {
  fromMm: number;
  toMm: number;
}

/** Where the millimetres of a scene lie on the screen, px. */
interface Place {
  X: (mm: number) => number;
  Y: (mm: number) => number;
  perMm: number;
  width: number;
  /** Over the picture, where a dimension stands. */
  top: number;
  /** Under the picture, where the ruler begins. */
  foot: number;
}

/** Fits a scene and its words into its room, to scale. */
function placed(
  scene: Scene,
  width: number,
  height: number,
  gone: readonly Gone[],
  dimension: boolean,
): Place {
  const { box, labels } = scene;
  const left = Math.min(box.left, ...gone.map((g) => g.fromMm));
  const below = labels.some((l) => l.to[1] < box.top && l.to[0] <= box.right - 1);
  const above = labels.some((l) => l.to[1] >= box.top);
  const room = {
    left: 12,
    right: labels.some((l) => l.to[0] > box.right) ? Math.min(190, width * 0.55) : 14,
    top: dimension ? 40 : above ? 28 : 12,
    bottom: (scene.ruler ? 34 + scene.rows.length * 26 : 12) + (below ? 22 : 0),
  };
  const wide = width - room.left - room.right;
  const perMm = Math.max(
    0.05,
    Math.min(
      wide / Math.max(1, box.right - left),
      (height - room.top - room.bottom) / Math.max(1, box.top - box.bottom),
    ),
  );
  const spare = Math.max(0, (wide - (box.right - left) * perMm) / 2);
  const Y = (mm: number) => room.top + (box.top - mm) * perMm;
  return {
    X: (mm) => room.left + spare + (mm - left) * perMm,
    Y,
    perMm,
    width,
    top: room.top,
    foot: Y(box.bottom) + (below ? 28 : 14),
  };
}

/** Straight from point to point, and softly through them. */
const straight = line<Point>().digits(1);
const soft = line<Point>().curve(curveCatmullRom.alpha(0)).digits(1);

function Strokes({ scene, at: { X, Y } }: { scene: Scene; at: Place }) {
  return scene.strokes.map((s, i) => {
    const ink = inks[s.ink];
    const points = s.points.map(([x, y]): Point => [X(x), Y(y)]);
    return (
      <path
        key={i}
        d={`${(s.smooth ? soft : straight)(points) ?? ''}${s.closed ? ' Z' : ''}`}
        fill={ink.fill ?? 'none'}
        stroke={ink.stroke}
        strokeWidth={ink.width}
        strokeDasharray={ink.dash}
        opacity={ink.opacity}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    );
  });
}

function OffAlready({ gone: g, at: { X, Y } }: { gone: Gone; at: Place }) {
  const middle = (X(g.fromMm) + X(g.toMm)) / 2;
  return (
    <g className="fig">
      <path
        d={`M ${X(g.fromMm)} ${Y(g.half)} H ${X(g.toMm)} V ${Y(-g.half)} H ${X(g.fromMm)} Z`}
        fill="none"
        stroke="var(--rule)"
        strokeDasharray="4 5"
      />
      {X(g.toMm) - X(g.fromMm) > g.name.length * 9 && (
        <>
          <text x={middle} y={Y(0) - 4} className="mid" fill="var(--ink2)" style={{ fontSize: 20 }}>
            {g.name}
          </text>
          <text x={middle} y={Y(0) + 18} className="mid i2" style={{ fontSize: 16 }}>
            {g.detail}
          </text>
        </>
      )}
    </g>
  );
}

/** A label beside the scene, over it or under it, with a line to what it names. */
function Named({ scene, label: l, text, at }: { scene: Scene; label: Label; text: string; at: Place }) {
  const { X, Y, width } = at;
  const { box } = scene;
  const beside = l.to[0] > box.right - 1;
  const above = l.to[1] >= box.top;
  const half = text.length * 3.7;
  const [x, y] = [X(l.to[0]), Y(l.to[1])];
  const tx = beside
    ? Math.min(x + 4, width - half * 2 - 4)
    : Math.max(half + 4, Math.min(width - half - 4, x));
  const ty = beside ? y + 5 : above ? Y(box.top) - 8 : Y(box.bottom) + 18;
  const end = beside ? `${tx - 3} ${ty - 5}` : `${tx} ${above ? ty + 3 : ty - 14}`;
  return (
    <g>
      <path d={`M ${X(l.at[0])} ${Y(l.at[1])} L ${end}`} stroke="var(--rule)" strokeWidth="1" fill="none" />
      <text x={tx} y={ty} textAnchor={beside ? 'start' : 'middle'} className="i2" style={{ fontSize: 15 }}>
        {text}
      </text>
    </g>
  );
}

function ToBeCut({ dimension: d, at: { X, top } }: { dimension: Dimension; at: Place }) {
  const length = useLength();
  const [from, to] = [X(d.fromMm), X(d.toMm)];
  return (
    <g>
      <path
        d={`M ${from} ${top - 22} V ${top + 4} M ${to} ${top - 22} V ${top - 6} M ${from} ${top - 13} H ${to}`}
        stroke="var(--ink)"
        strokeWidth="1.5"
        fill="none"
      />
      <text
        x={to + 10}
        y={top - 9}
        className="fig"
        fill="var(--ink)"
        style={{ fontSize: 26, fontWeight: 700 }}
      >
        {length.format(Math.round(d.toMm - d.fromMm))} {length.unit}
      </text>
    </g>
  );
}

/** The marks of one row of pieces along the ruler; where they stand too close only every other says its figure. */
function MarkRow({
  row: r,
  from,
  y,
  X,
}: {
  row: Scene['rows'][number];
  from: number;
  y: number;
  X: Place['X'];
}) {
  const length = useLength();
  const shown = markRows(
    r.mm.map((m) => X(from + m)),
    34,
  );
  return (
    <g>
      {r.row !== 'one' && (
        <text x={Math.max(44, X(from) - 10)} y={y} className="i2 end" style={{ fontSize: 15 }}>
          {r.row}
        </text>
      )}
      {r.mm.map(
        (mm, i) =>
          shown[i] === 0 && (
            <text
              key={i}
              x={X(from + mm)}
              y={y}
              className="mid fig"
              fill="var(--ink)"
              style={{ fontSize: 19, fontWeight: 700 }}
            >
              {length.format(Math.round(mm))}
            </text>
          ),
      )}
    </g>
  );
}

/** The ruler under the picture: its marks where pieces are marked, else its own figures. */
function Ruler({
  scene,
  ruler,
  height,
  fromFace,
  at: { X, foot, perMm, width },
}: {
  scene: Scene;
  ruler: NonNullable<Scene['ruler']>;
  height: number;
  fromFace: boolean;
  at: Place;
}) {
  const length = useLength();
  const big = [10, 50, 100, 200].find((s) => s * perMm > 46) ?? 500;
  const ticks = Array.from({ length: Math.floor((ruler.to - ruler.from) / 10) + 1 }, (_, i) => i * 10);
  const plain = fromFace || scene.rows.every((r) => r.mm.length === 0);
  return (
    <g>
      <path className="rul" d={`M ${X(ruler.from)} ${foot + 0.5} H ${X(ruler.to)}`} />
      {ticks.map((t) => (
        <path
          key={t}
          className="rul"
          d={`M ${Math.round(X(ruler.from + t)) + 0.5} ${foot} v ${t % 50 === 0 ? 11 : 6}`}
        />
      ))}
      {plain
        ? ticks
            .filter((t) => t % big === 0)
            .map((t) => (
              <text key={t} x={X(ruler.from + t)} y={foot + 28} className="i3 mid" style={{ fontSize: 16 }}>
                {length.format(t)}
              </text>
            ))
        : scene.rows.map((row, n) => (
            <MarkRow key={row.row} row={row} from={ruler.from} y={foot + 26 + n * 26} X={X} />
          ))}
      <text x={width - 6} y={height - 4} className="i3 end" style={{ fontSize: 15 }}>
        {say('from_the_cut_face', { unit: length.unit })}
      </text>
    </g>
  );
}

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
  dimension: Dimension | null;
  gone: readonly Gone[];
  ruledFromFace: boolean;
}) {
  const at = placed(scene, width, height, gone, dimension !== null);
  return (
    <svg width={width} height={height} role="img" aria-label={label}>
      {gone.map((g) => (
        <OffAlready key={g.name} gone={g} at={at} />
      ))}
      <Strokes scene={scene} at={at} />
      {scene.labels.map((l) => (
        <Named
          key={`${l.id} ${l.at[0]}`}
          scene={scene}
          label={l}
          text={says[l.id](figures[l.id] ?? '')}
          at={at}
        />
      ))}
      {scene.blades.map((way, i) => (
        <Blade key={i} points={way.map(([x, y]) => [at.X(x), at.Y(y)] as const)} />
      ))}
      {dimension && <ToBeCut dimension={dimension} at={at} />}
      {scene.ruler && (
        <Ruler scene={scene} ruler={scene.ruler} height={height} fromFace={ruledFromFace} at={at} />
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
