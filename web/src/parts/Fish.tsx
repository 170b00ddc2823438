import type { SpeciesRow } from '@ember-slate/contract';
import { bodyOf, type Body } from '@ember-slate/core/body';
import { isPiece, type ArrivalCondition } from '@ember-slate/core/species';
import { useMemo, type ReactNode } from 'react';
import { say } from './say.ts';

type Point = readonly [u: number, v: number];
interface FinRule {
  from: number;
  to: number;
  /** Height over standard length. */
  height: number;
  /** Where along the fin it is highest. */
  peak: number;
}

const long = (from: number, height: number): FinRule => ({ from, to: 0.88, height, peak: 0.45 });
/** Fins by body plan, ours: enough for the eye to tell a hake from a bream. */
const fins: Record<
  string,
  { dorsal: readonly FinRule[]; anal: readonly FinRule[]; tail: { span: number; fork: number } }
> = {
  fusiform: {
    dorsal: [
      { from: 0.42, to: 0.58, height: 0.07, peak: 0.2 },
      { from: 0.82, to: 0.86, height: 0.03, peak: 0.6 },
    ],
    anal: [{ from: 0.7, to: 0.8, height: 0.06, peak: 0.2 }],
    tail: { span: 0.1, fork: 0.6 },
  },
  deep: {
    dorsal: [long(0.28, 0.08)],
    anal: [{ from: 0.62, to: 0.82, height: 0.07, peak: 0.2 }],
    tail: { span: 0.15, fork: 0.45 },
  },
  elongate: {
    dorsal: [{ from: 0.27, to: 0.38, height: 0.06, peak: 0.25 }, long(0.41, 0.05)],
    anal: [long(0.56, 0.05)],
    tail: { span: 0.075, fork: 0.92 },
  },
  mackerel: {
    dorsal: [
      { from: 0.34, to: 0.46, height: 0.06, peak: 0.15 },
      { from: 0.62, to: 0.7, height: 0.04, peak: 0.2 },
    ],
    anal: [{ from: 0.63, to: 0.71, height: 0.04, peak: 0.2 }],
    tail: { span: 0.1, fork: 0.35 },
  },
  flat: {
    dorsal: [{ from: 0.08, to: 0.91, height: 0.065, peak: 0.55 }],
    anal: [{ from: 0.27, to: 0.91, height: 0.065, peak: 0.4 }],
    tail: { span: 0.1, fork: 1.1 },
  },
  tail: {
    dorsal: [{ from: 0.6, to: 0.84, height: 0.05, peak: 0.3 }],
    anal: [{ from: 0.66, to: 0.86, height: 0.045, peak: 0.3 }],
    tail: { span: 0.07, fork: 1.05 },
  },
};

interface Props {
  species: Pick<
    SpeciesRow,
    | 'name'
    | 'bodyPlan'
    | 'bodyRow'
    | 'body'
    | 'lwA'
    | 'lwB'
    | 'gutted'
    | 'headedGutted'
    | 'filletSkinOn'
    | 'filletSkinless'
    | 'typicalG'
  >;
  /** Weight of one fish or piece as it lies there, grams. */
  grams: number;
  condition?: ArrivalCondition;
  /** Pixels a millimetre: one scale for all fish of a screen. */
  perMm: number;
  /** A millimetre rule under it. */
  ruler?: boolean;
  /** Small among others: outlines only, without rays that would run together. */
  plain?: boolean;
}

/** Where things lie in the drawing of a fish, px. */
export interface Frame {
  /** Of mm from the snout. */
  x: (mm: number) => number;
  /** Half the height of the fish there. */
  half: (mm: number) => number;
  middle: number;
  width: number;
  height: number;
}

/**
 * A fish to scale, head left: outline of its body row, length from its weight; a side or loin by itself. Nothing for a
 * wing.
 */
export function Fish({ species, grams, condition = 'whole', perMm, ruler, plain }: Props) {
  const body = useMemo(() => bodyOf(species, condition, grams), [species, condition, grams]);
  return (
    body && (
      <FishOf
        body={body}
        species={species}
        perMm={perMm}
        ruler={ruler ?? false}
        piece={isPiece(condition)}
        plain={plain ?? false}
      />
    )
  );
}

/** A fish whose body is known, with what is drawn over it and `below` it. */
export function FishOf({
  body,
  species,
  perMm,
  ruler = false,
  below = 0,
  piece = false,
  plain = false,
  over,
}: {
  body: Body;
  species: Props['species'];
  perMm: number;
  ruler?: boolean;
  /** Room under it, px. */
  below?: number;
  /** Only one side of it lies there, off the bone. */
  piece?: boolean;
  plain?: boolean;
  over?: (frame: Frame) => ReactNode;
}) {
  const drawn = useMemo(
    () => (piece ? drawPiece(body, perMm) : draw(body, species.bodyPlan, perMm)),
    [body, species.bodyPlan, perMm, piece],
  );
  if (!drawn) return null;
  const rulerRoom = ruler ? 26 : below;
  const ticks = Array.from({ length: Math.floor(drawn.totalMm / 50) + 1 }, (_, i) => i * 50);
  return (
    <svg
      width={drawn.width}
      height={drawn.height + rulerRoom}
      role="img"
      aria-label={say('mm', { species: species.name, totalMm: Math.round(drawn.totalMm) })}
    >
      {drawn.fins.map((f, i) => (
        <g key={i}>
          <path className="f-fin" d={f.edge} />
          {!plain && <path className="f-ray" d={f.rays} />}
        </g>
      ))}
      <path className="f-body" d={drawn.body} />
      <path className="f-line" d={drawn.gill} />
      {!plain && <path className="f-ray" d={drawn.side} />}
      {drawn.eye && (
        <>
          <circle
            cx={drawn.eye[0]}
            cy={drawn.eye[1]}
            r={drawn.eye[2]}
            fill="var(--slab)"
            stroke="var(--fishline)"
            strokeWidth="1.1"
          />
          <circle cx={drawn.eye[0]} cy={drawn.eye[1]} r={drawn.eye[2] * 0.45} fill="var(--fishline)" />
        </>
      )}
      {over?.(drawn.frame)}
      {ruler && (
        <g transform={`translate(0 ${drawn.height + 8})`}>
          <path className="rul" d={`M 0 0.5 H ${drawn.totalMm * perMm}`} />
          {ticks.map((mm) => (
            <path
              key={mm}
              className="rul"
              d={`M ${Math.round(mm * perMm) + 0.5} 0 v ${mm % 100 === 0 ? 7 : 4}`}
            />
          ))}
          <text x={drawn.totalMm * perMm} y="18" className="i3 end">
            {say('mm_2', { totalMm: Math.round(drawn.totalMm) })}
          </text>
        </g>
      )}
    </svg>
  );
}

interface Drawn {
  body: string;
  fins: readonly { edge: string; rays: string }[];
  gill: string;
  side: string;
  eye: readonly [x: number, y: number, r: number] | null;
  frame: Frame;
  totalMm: number;
  width: number;
  height: number;
}

/** One side off the bone, collar left: its outline and the line where the pin bones run. */
function drawPiece(body: Body, perMm: number): Drawn {
  const { collar, filletEnd, vent } = body.profile;
  const start = body.mm(collar);
  // Room beside and above it for the figures and strokes of its marks.
  const x = (mm: number) => 16 + (mm - start) * perMm;
  const half = (u: number) => body.halfHeight(u) * perMm;
  const us = Array.from({ length: 41 }, (_, i) => collar + ((filletEnd - collar) * i) / 40);
  const middle = Math.max(...us.map(half)) + 7;
  const at = (u: number, v: number) => `${x(body.mm(u)).toFixed(1)} ${(middle - v).toFixed(1)}`;
  const width = x(body.mm(filletEnd)) + 16;
  return {
    body: `M ${us.map((u) => at(u, half(u))).join(' L ')} L ${us
      .toReversed()
      .map((u) => at(u, -half(u)))
      .join(' L ')} Z`,
    fins: [],
    gill: '',
    side: `M ${at(collar, half(collar) * 0.06)} L ${at(vent, half(vent) * 0.06)}`,
    eye: null,
    frame: {
      x,
      half: (mm) => half(Math.min(filletEnd, mm / body.standardMm)),
      middle,
      width,
      height: middle * 2,
    },
    totalMm: body.mm(filletEnd) - start,
    width: Math.ceil(width),
    height: Math.ceil(middle * 2),
  };
}

function draw(body: Body, bodyPlan: string, perMm: number): Drawn | null {
  const rule = fins[bodyPlan === 'large_flat' ? 'flat' : bodyPlan];
  if (!rule) return null;
  const shape = { ...body, collar: body.profile.collar };
  const unit = shape.standardMm * perMm;
  const half = (u: number) => shape.halfHeight(u) * perMm;
  const tallest = Math.max(...Array.from({ length: 21 }, (_, i) => half(i / 20)));
  const finRoom = 0.085 * unit;
  const middle = tallest + finRoom;
  const head = half(0) * 0.8 + 1;
  const at = ([u, v]: Point) => `${(head + u * unit).toFixed(1)} ${(middle - v).toFixed(1)}`;
  const us = Array.from({ length: 61 }, (_, i) => (i / 60) ** 1.4);
  const top = us.map((u): Point => [u, half(u)]);
  const bottom = us.map((u): Point => [u, -half(u)]).reverse();
  const snout = `C ${(head - half(0) * 0.8).toFixed(1)} ${(middle + half(0)).toFixed(1)} ${(head - half(0) * 0.8).toFixed(1)} ${(middle - half(0)).toFixed(1)} ${at(top[0]!)}`;
  const edge = `M ${[...top, ...bottom].map(at).join(' L ')} ${snout} Z`;

  const fin = (f: FinRule, side: 1 | -1) => {
    const lean = 0.4;
    const tip = (t: number): Point => {
      const u = f.from + (f.to - f.from) * t;
      const h = f.height * Math.sin(Math.PI * t ** (Math.log(0.5) / Math.log(f.peak))) ** 0.6;
      return [u + lean * h * 0.5, side * (half(Math.min(1, u)) + h * unit)];
    };
    const base = (t: number): Point => {
      const u = f.from + (f.to - f.from) * t;
      return [u, side * half(u)];
    };
    const steps = Array.from({ length: 25 }, (_, i) => i / 24);
    const rayCount = Math.max(3, Math.round((f.to - f.from) * 45));
    const rays = Array.from({ length: rayCount }, (_, i) => (i + 1) / (rayCount + 1)).map(
      (t) => `M ${at(base(t))} L ${at(tip(t))}`,
    );
    return {
      edge: `M ${at(base(0))} L ${steps.map((t) => at(tip(t))).join(' L ')} L ${at(base(1))}`,
      rays: rays.join(' '),
    };
  };
  const tailLength = shape.totalMm / shape.standardMm;
  const span = rule.tail.span * unit;
  const notch = 1 + (tailLength - 1) * rule.tail.fork;
  const root = half(1);
  const tail = {
    edge: `M ${at([1, root])} Q ${at([1 + (tailLength - 1) * 0.5, root * 1.1])} ${at([tailLength, span])} Q ${at([notch, span * 0.35])} ${at([notch, 0])} Q ${at([notch, -span * 0.35])} ${at([tailLength, -span])} Q ${at([1 + (tailLength - 1) * 0.5, -root * 1.1])} ${at([1, -root])}`,
    rays: [-0.75, -0.45, -0.15, 0.15, 0.45, 0.75]
      .map((q) => `M ${at([1.01, root * q])} L ${at([1 + (notch - 1) * 0.85, span * q * 0.85])}`)
      .join(' '),
  };
  const g = shape.collar * 0.9;
  const eyeAt = shape.collar * 0.36;
  const flat = bodyPlan === 'flat' || bodyPlan === 'large_flat';
  return {
    body: edge,
    fins: [tail, ...rule.dorsal.map((f) => fin(f, 1)), ...rule.anal.map((f) => fin(f, -1))],
    gill: `M ${at([g * 0.86, half(g * 0.86) * 0.72])} Q ${at([g * 1.12, 0])} ${at([g * 0.84, -half(g * 0.84) * 0.8])}`,
    side: `M ${at([shape.collar, half(shape.collar) * 0.25])} Q ${at([0.55, half(0.55) * 0.1])} ${at([0.98, 0])}`,
    eye: [
      head + eyeAt * unit,
      middle - half(eyeAt) * (flat ? 0.5 : 0.35),
      Math.max(1.6, unit * 0.014),
    ] as const,
    frame: {
      x: (mm: number) => head + mm * perMm,
      half: (mm: number) => half(Math.min(1, mm / shape.standardMm)),
      middle,
      width: head + tailLength * unit + 2,
      height: middle * 2,
    } satisfies Frame,
    totalMm: shape.totalMm,
    width: Math.ceil(head + tailLength * unit + 2),
    height: Math.ceil(middle * 2),
  };
}
