import type { Body } from '../body/index.ts';
import type { BladeView } from '../board/acts/rule.ts';
import { type Ink, type Label, type Scene, type Spot, type Stroke } from './sight.ts';
import { halfWidth } from './strokes.ts';

const steps = (n: number) => Array.from({ length: n + 1 }, (_, i) => i / n);

/**
 * The place of the cut seen across the fish, mm: backbone, ribs, pin bones, the two masses of flesh, and where the
 * blade rides between them (heights and widths of the body model).
 */
export function bladeScene(body: Body | null, view: BladeView): Scene {
  if (view === 'under_skin') return skinScene();
  if (!body) return flatScene(wingHalf, wingHalf * 4);
  const p = body.profile;
  const inCavity = ['over_ribs', 'through_ribs', 'under_ribs', 'to_skin'].includes(view) && p.vent > p.collar;
  const u = inCavity ? p.collar + 0.45 * (p.vent - p.collar) : Math.min(0.7, p.vent + 0.12);
  if (view === 'along_bones' || view === 'cartilage')
    return flatScene(halfWidth(body, 0.5) * 1.6, body.halfHeight(0.5));
  const [b, a] = [body.halfHeight(u), halfWidth(body, u) * 1.1];
  const at = (t: number, r = 1): Spot => [a * r * Math.sin(t), b * r * Math.cos(t)];
  const arc = (from: number, to: number, r = 1) => steps(30).map((t) => at(from + (to - from) * t, r));
  const fill = (ink: Ink, points: readonly Spot[]): Stroke => ({ ink, points, closed: true });
  const strokes: Stroke[] = [fill('flesh', arc(0, 2 * Math.PI))];
  const labels: Label[] = [];
  const blades: Spot[][] = [];
  const bone = (points: readonly Spot[]): Stroke => ({ ink: 'bone', points });
  const disc = (x: number, y: number, r: number, ink: Ink): Stroke =>
    fill(
      ink,
      steps(18).map((t): Spot => [x + r * Math.cos(2 * Math.PI * t), y + r * Math.sin(2 * Math.PI * t)]),
    );
  const cavity = steps(24).map((t): Spot => [
    a * 0.56 * Math.sin(2 * Math.PI * t),
    -b * 0.42 + b * 0.44 * Math.cos(2 * Math.PI * t),
  ]);
  const spineY = inCavity ? b * 0.06 : 0;
  strokes.push(
    fill('loin', [[0, b * 0.97], ...arc(0.02, 1.62), [a * 0.08, spineY - b * 0.02]]),
    fill('belly', [
      ...arc(1.62, 2.85),
      ...(inCavity
        ? ([
            [a * 0.5, -b * 0.7],
            [a * 0.54, -b * 0.3],
          ] satisfies Spot[])
        : []),
      [a * 0.1, spineY - b * 0.04],
    ]),
  );
  if (inCavity) strokes.push(fill('hollow', cavity));
  strokes.push(
    { ink: 'edge', points: arc(0, 2 * Math.PI), closed: true },
    bone([
      [0, spineY + b * 0.08],
      [0, b * 0.9],
    ]),
    disc(0, spineY, b * 0.08, 'hollow'),
  );
  if (!inCavity)
    strokes.push(
      bone([
        [0, spineY - b * 0.08],
        [0, -b * 0.88],
      ]),
    );
  for (const side of [1, -1]) {
    if (inCavity)
      strokes.push(
        bone([
          [side * a * 0.1, spineY - b * 0.02],
          [side * a * 0.44, spineY - b * 0.04],
          [side * a * 0.64, -b * 0.24],
          [side * a * 0.6, -b * 0.72],
        ]),
        {
          ink: 'scar',
          points: [
            [side * a * 0.2, spineY],
            [side * a * 0.72, b * 0.16],
          ],
        },
      );
  }
  switch (view) {
    case 'over_ribs':
      blades.push([
        [a * 0.03, b * 1.04],
        [a * 0.05, b * 0.5],
        [a * 0.14, spineY + b * 0.08],
        [a * 0.42, spineY + b * 0.03],
        [a * 0.7, -b * 0.2],
        [a * 0.72, -b * 0.62],
      ]);
      labels.push(
        { id: 'loin', at: [a * 0.5, b * 0.5], to: [a * 1.15, b * 0.75] },
        { id: 'pins_stay', at: [a * 0.66, b * 0.14], to: [a * 1.15, b * 0.35] },
        { id: 'ribs_stay', at: [a * 0.6, -b * 0.36], to: [a * 1.15, -b * 0.1] },
        { id: 'belly_wall', at: [a * 0.84, -b * 0.4], to: [a * 1.15, -b * 0.55] },
      );
      break;
    case 'through_ribs':
      blades.push([
        [a * 0.03, b * 1.04],
        [a * 0.05, b * 0.4],
        [a * 0.11, -b * 0.1],
      ]);
      labels.push(
        { id: 'loin', at: [a * 0.5, b * 0.5], to: [a * 1.15, b * 0.75] },
        { id: 'belly_wall', at: [a * 0.84, -b * 0.4], to: [a * 1.15, -b * 0.4] },
      );
      break;
    case 'under_ribs':
      blades.push([
        [a * 0.6, -b * 0.86],
        [a * 0.7, -b * 0.4],
        [a * 0.5, spineY + b * 0.03],
        [a * 0.14, spineY - b * 0.02],
      ]);
      labels.push({ id: 'belly_wall', at: [a * 0.86, -b * 0.36], to: [a * 1.15, -b * 0.4] });
      break;
    case 'on_backbone':
      blades.push([
        [a * 0.03, b * 1.04],
        [a * 0.05, b * 0.4],
        [a * 0.11, spineY + b * 0.04],
        [a * 0.09, -b * 0.5],
      ]);
      labels.push({ id: 'spine', at: [0, spineY], to: [a * 1.15, b * 0.1] });
      break;
    case 'to_skin':
      blades.push(
        [
          [a * 0.3, b * 0.24],
          [a * 0.9, b * 0.3],
        ],
        [
          [a * 0.3, b * 0.02],
          [a * 0.92, b * 0.14],
        ],
      );
      labels.push({ id: 'pin_bones', at: [a * 0.6, b * 0.14], to: [a * 1.15, b * 0.5] });
      break;
    default:
  }
  return wrap(strokes, blades, labels);
}

/** A fillet on the board, skin down: the blade lies flat between the two. */
function skinScene(): Scene {
  const dome = steps(24).map((t): Spot => [-60 + 120 * t, 2 + 22 * Math.sin(Math.PI * t) ** 0.7]);
  return wrap(
    [
      { ink: 'loin', closed: true, points: [[-60, 2], ...dome, [60, 2]] },
      {
        ink: 'bone',
        points: [
          [-78, -1],
          [66, -1],
        ],
      },
      {
        ink: 'faint',
        points: [
          [-84, -6],
          [84, -6],
        ],
      },
    ],
    [
      [
        [62, 3],
        [20, 0.8],
        [-20, 0.8],
      ],
    ],
    [
      { id: 'skin_down', at: [-70, -1], to: [-50, -20] },
      { id: 'loin', at: [10, 14], to: [20, 40] },
    ],
  );
}

/** Half the thickness of a wing where it is drawn, mm. */
const wingHalf = 14;

/** A flatfish or a wing across: bones lie level in the middle, flesh above and below them. */
function flatScene(b: number, a: number): Scene {
  const at = (t: number): Spot => [a * Math.sin(t), b * Math.cos(t)];
  const arc = (from: number, to: number) => steps(30).map((t) => at(from + (to - from) * t));
  const r = b * 0.12;
  return wrap(
    [
      { ink: 'flesh', points: arc(0, 2 * Math.PI), closed: true },
      { ink: 'loin', points: [...arc(-Math.PI / 2, Math.PI / 2), [a, 0], [-a, 0]], closed: true },
      {
        ink: 'bone',
        points: [
          [-a * 0.9, 0],
          [a * 0.9, 0],
        ],
      },
      {
        ink: 'hollow',
        closed: true,
        points: steps(18).map((t): Spot => [r * Math.cos(2 * Math.PI * t), r * Math.sin(2 * Math.PI * t)]),
      },
      { ink: 'edge', points: arc(0, 2 * Math.PI), closed: true },
    ],
    [
      [
        [0, b * 1.05],
        [0, b * 0.25],
        [a * 0.3, b * 0.1],
        [a * 0.82, b * 0.08],
      ],
    ],
    [{ id: 'bones_level', at: [-a * 0.5, 0], to: [-a * 0.4, -b * 1.3] }],
  );
}

function wrap(strokes: Stroke[], blades: Spot[][], labels: Label[]): Scene {
  const all = [...strokes.flatMap((s) => s.points), ...blades.flat()];
  return {
    strokes,
    blades,
    labels,
    ruler: null,
    rows: [],
    box: {
      left: Math.min(...all.map((p) => p[0])),
      right: Math.max(...all.map((p) => p[0])),
      top: Math.max(...all.map((p) => p[1])),
      bottom: Math.min(...all.map((p) => p[1])),
    },
  };
}
