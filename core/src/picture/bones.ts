import type { Body } from '../body/index.ts';
import type { Look } from './looks.ts';
import type { Scene, Sight, Spot, Stroke } from './sight.ts';
import { edges, fishStrokes, tailFin } from './fish.ts';
import { fishBlades } from './blades.ts';
import { kindOf } from '../board/parts.ts';
import { ring, sceneOf, span, steps } from './strokes.ts';

export function frameScene(body: Body, look: Look, s: Sight): Scene {
  const p = body.profile;
  const { before } = s.act;
  const from = before.head ? 0 : p.collar;
  const strokes: Stroke[] = [];
  if (before.tailFin) strokes.push(...tailFin(body, look, 0, body.halfHeight(1)));
  if (before.head) {
    const us = steps(24).map((t) => p.collar * t ** 1.3);
    strokes.push({
      ink: 'body',
      closed: true,
      points: [
        ...us.map((u): Spot => [body.mm(u), body.halfHeight(u)]),
        ...us.map((u): Spot => [body.mm(u), -body.halfHeight(u)]).toReversed(),
      ],
    });
    for (const [u, v, r] of look.eye)
      strokes.push(ring([body.mm(u), v * body.standardMm], r * body.standardMm, 'hollow'));
  }
  strokes.push({
    ink: 'bone',
    points: [
      [body.mm(Math.max(from, p.collar)), 0],
      [body.mm(1), 0],
    ],
  });
  for (const u of span(p.collar + 0.02, 0.96, 34)) {
    const flat = kindOf(s.species) === 'flat';
    const up = body.halfHeight(u) * 0.82;
    const down = !flat && u < p.vent ? body.halfHeight(u) * 0.5 : up;
    strokes.push(
      {
        ink: 'scar',
        points: [
          [body.mm(u), 0],
          [body.mm(u + 0.028), up],
        ],
      },
      {
        ink: 'scar',
        points: [
          [body.mm(u), 0],
          [body.mm(u + 0.028), -down],
        ],
      },
    );
  }
  const blades: Spot[][] =
    s.act.draws === 'head'
      ? [
          [
            [body.mm(p.collar), body.halfHeight(p.collar) * 0.9],
            [body.mm(p.collar), 0],
            [body.mm(p.collar), -body.halfHeight(p.collar) * 0.9],
          ],
        ]
      : [];
  return sceneOf(
    strokes,
    blades,
    [{ id: 'spine', at: [body.mm(0.6), 0], to: [body.mm(0.66), body.halfHeight(0.4) * 0.95] }],
    null,
    [],
  );
}

export function headScene(body: Body, look: Look, s: Sight): Scene {
  const p = body.profile;
  const { top, bottom, mid } = edges(body, look);
  const on: Sight = {
    ...s,
    act: { ...s.act, before: { ...s.act.before, head: true, fins: false, tailFin: false, skin: true } },
  };
  const all = fishStrokes(body, look, on, kindOf(s.species), false);
  const end = body.mm(p.collar + 0.03);
  // The head alone: everything of the fish in front of the collar.
  const strokes = all.flatMap((x): Stroke[] => {
    if (x.ink === 'body') {
      const points = x.points.filter(([a]) => a <= end);
      return [{ ...x, points }];
    }
    return x.points.every(([a]) => a <= end) ? [x] : [];
  });
  const g = p.collar;
  const h = body.halfHeight(g);
  const blades: Spot[][] = [];
  if (s.act.draws === 'collars')
    blades.push([
      [body.mm(g - 0.02), top(g) - 2],
      [body.mm(g - 0.045), mid(g)],
      [body.mm(g - 0.02), bottom(g) + 2],
    ]);
  if (s.act.draws === 'cheeks')
    blades.push(
      steps(14).map((t): Spot => [
        body.mm(g * 0.58) + h * 0.3 * Math.cos(2 * Math.PI * t * 0.92 + 0.6),
        mid(g * 0.58) - h * 0.14 + h * 0.24 * Math.sin(2 * Math.PI * t * 0.92 + 0.6),
      ]),
    );
  if (s.act.draws === 'gills')
    blades.push(...fishBlades(body, look, { ...s, act: { ...s.act, draws: 'gills' } }));
  return sceneOf(
    strokes,
    blades,
    s.act.draws === 'gills'
      ? [{ id: 'gill_plate', at: [body.mm(g * 0.8), mid(g)], to: [body.mm(g + 0.05), top(g) + 8] }]
      : [],
    null,
    [],
  );
}
