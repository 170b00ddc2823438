import type { Body } from '../body/index.ts';
import type { Scene, Sight, Spot, Stroke } from './sight.ts';
import { halfWidth, mirror, ring, sceneOf, span, steps } from './strokes.ts';

/** The gut cavity section opened flat: belly edges up and down, the bone lay in the middle. */
export function jointScene(body: Body, s: Sight): Scene {
  const p = body.profile;
  const X = (u: number) => body.mm(u) - body.mm(p.collar);
  // Opened flat, a side is about half its girth high.
  const half = (u: number) => (body.halfHeight(u) * Math.PI * 0.82) / 1.2;
  const us = span(p.collar, p.vent, 24);
  const upper = us.map((u): Spot => [X(u), half(u)]);
  const strokes: Stroke[] = [
    { ink: 'loin', closed: true, points: [...upper, ...mirror(upper).toReversed()] },
  ];
  for (const side of [1, -1]) {
    strokes.push({
      ink: 'belly',
      closed: true,
      points: [
        ...us.map((u): Spot => [X(u), side * half(u) * 0.62]),
        ...us.map((u): Spot => [X(u), side * half(u)]).toReversed(),
      ],
    });
    for (const u of us.filter((_, i) => i % 3 === 1))
      strokes.push({
        ink: 'scar',
        points: [
          [X(u), side * half(u) * 0.3],
          [X(u) + 6, side * half(u) * 0.9],
        ],
      });
    if (['pin_bones', 'trim', 'salt'].includes(s.act.id))
      for (const u of us.filter((_, i) => i % 2 === 1))
        strokes.push({
          ink: 'bone',
          points: [
            [X(u), side * half(u) * 0.2],
            [X(u) - 5, side * half(u) * 0.28],
          ],
        });
  }
  strokes.push({ ink: 'faint', points: us.map((u): Spot => [X(u), 0]) });
  const end = X(p.vent);
  const blades: Spot[][] = [];
  switch (s.act.draws) {
    case 'belly':
      blades.push(us.map((u): Spot => [X(u), half(u) * 0.94]));
      break;
    case 'pin_line':
      blades.push(us.map((u): Spot => [X(u), half(u) * 0.24]));
      break;
    case 'pin_vee':
      blades.push(
        us.map((u): Spot => [X(u), half(u) * 0.32]),
        us.map((u): Spot => [X(u), half(u) * 0.16]),
      );
      break;
    case 'halve':
      blades.push([
        [0, 0],
        [end / 2, 0],
        [end, 0],
      ]);
      break;
    default:
  }
  if (s.act.id === 'tie')
    for (let x = 14; x < end - 6; x += 28)
      strokes.push({
        ink: 'cut',
        points: [
          [x, half(p.collar)],
          [x, -half(p.collar)],
        ],
      });
  return sceneOf(
    strokes,
    blades,
    [{ id: 'bone_lay', at: [end * 0.5, 0], to: [end * 0.62, half(p.collar) + 12] }],
    s.act.id === 'tie' ? { from: 0, to: end } : null,
    [],
  );
}

/** A slice across, lying flat: skin round it, the bone in its middle, flaps below. */
export function sliceScene(body: Body, s: Sight): Scene {
  const u = body.profile.vent - 0.02;
  const [h, w] = [body.halfHeight(u), halfWidth(body, u)];
  const oval = steps(48).map((t): Spot => [w * Math.sin(2 * Math.PI * t), h * Math.cos(2 * Math.PI * t)]);
  const strokes: Stroke[] = [
    { ink: 'loin', closed: true, points: oval },
    {
      ink: 'faint',
      points: [
        [-w * 0.9, h * 0.06],
        [0, h * 0.02],
        [w * 0.9, h * 0.06],
      ],
    },
    {
      ink: 'bone',
      points: [
        [0, h * 0.9],
        [0, 0],
      ],
    },
    ring([0, 0], Math.max(3, h * 0.09), 'bone'),
    {
      ink: 'hollow',
      closed: true,
      points: steps(24).map((t): Spot => [
        w * 0.36 * Math.sin(2 * Math.PI * t),
        -h * 0.62 + h * 0.26 * Math.cos(2 * Math.PI * t),
      ]),
    },
  ];
  const blades: Spot[][] =
    s.act.draws === 'halve'
      ? [
          [
            [3, h * 1.08],
            [3, 0],
            [3, -h * 1.06],
          ],
        ]
      : [];
  if (s.act.id === 'ends')
    blades.push([
      [w * 0.9, -h * 0.5],
      [w * 0.2, -h * 0.86],
    ]);
  return sceneOf(strokes, blades, [], null, []);
}

/** A few ready portions side by side, seen from the cut face. */
export function portionScene(body: Body): Scene {
  const [h, w] = [body.halfHeight(0.4) * 0.7, halfWidth(body, 0.4)];
  const strokes: Stroke[] = [];
  for (let i = 0; i < 3; i++) {
    const x = i * (h * 2 + w * 0.6);
    const top = steps(12).map((t): Spot => [x + h * 2 * t, w * Math.sin(Math.PI * (0.12 + 0.76 * t))]);
    strokes.push(
      { ink: 'loin', closed: true, points: [[x, 0], ...top, [x + h * 2, 0]] },
      {
        ink: 'edge',
        points: [
          [x, 0],
          [x + h * 2, 0],
        ],
      },
    );
    for (const q of [0.25, 0.45, 0.65, 0.85])
      strokes.push({
        ink: 'faint',
        points: [
          [x + h * 2 * q, w * 0.85 * Math.sin(Math.PI * (0.12 + 0.76 * q))],
          [x + h * 2 * q - 6, 2],
        ],
      });
  }
  return sceneOf(strokes, [], [], null, []);
}
