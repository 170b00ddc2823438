import type { Label, Scene, Sight, Spot, Stroke } from './sight.ts';
import { pchip, wingEdgeMm, wingOutline, wingsOf } from '../body/index.ts';
import { ring, sceneOf, span } from './strokes.ts';

/** A ray from above, whole, snout up: its disc with two wings, and the beginning of the tail. */
export function discScene(s: Sight): Scene {
  const wings = wingsOf(s.species, s.input === 'whole' || s.input === 'gutted' ? s.input : 'wing', s.grams);
  const outline = wingOutline(wings / 2);
  const edge = wingEdgeMm(wings / 2);
  const reach = pchip(
    outline.map((p) => p[0]),
    outline.map((p) => p[1]),
  );
  const half = edge * 0.16;
  const wide = Math.max(...outline.map((p) => p[1]));
  /** Down the body from the snout, and out to one side. */
  const at = (down: number, out: number): Spot => [out, -down];
  const rim = span(0, edge, 40).map((x): [number, number] => [x, half + reach(x)]);
  const right: Spot[] = [
    at(-edge * 0.22, 0),
    at(-edge * 0.12, half * 0.55),
    ...rim.map(([x, y]) => at(x, y)),
    at(edge * 1.05, half * 0.75),
  ];
  const both = (points: readonly Spot[]) => [
    ...points,
    ...points.map(([x, y]): Spot => [-x, y]).toReversed(),
  ];
  const strokes: Stroke[] = [
    {
      ink: 'body',
      closed: true,
      points: both([at(edge * 1.02, half * 0.6), at(edge * 1.25, half * 0.34), at(edge * 1.5, half * 0.16)]),
    },
    { ink: 'body', closed: true, points: both(right) },
  ];
  for (const side of [1, -1]) {
    for (const x of [0.14, 0.26, 0.38, 0.5, 0.62, 0.74, 0.86])
      strokes.push({
        ink: 'ray',
        points: [
          at(edge * (0.5 + (x - 0.5) * 0.5), side * half * 1.2),
          at(edge * x, side * (half + reach(edge * x) * 0.92)),
        ],
      });
    strokes.push(
      ring(at(edge * 0.1, side * half * 0.42), edge * 0.022, 'hollow'),
      ring(at(edge * 0.17, side * half * 0.5), edge * 0.011, 'edge'),
    );
  }
  for (let i = 0; i < 7; i++) {
    const d = edge * (0.9 + i * 0.08);
    strokes.push({ ink: 'ray', points: [at(d + 4, -3), at(d, 0), at(d + 4, 3)] });
  }
  const way = (side: 1 | -1): Spot[] => [
    at(-edge * 0.02, side * half * 0.95),
    at(edge * 0.2, side * half * 1.12),
    at(edge * 0.5, side * half * 1.18),
    at(edge * 0.8, side * half * 1.08),
    at(edge * 1.02, side * half * 0.85),
  ];
  const cuts = s.act.draws === 'wings_off';
  if (cuts) strokes.push({ ink: 'gone', points: way(-1) });
  const blades: Spot[][] = cuts
    ? [way(1)]
    : s.act.draws === 'cheeks'
      ? [[at(edge * 0.02, half * 0.7), at(edge * 0.12, half * 0.95), at(edge * 0.2, half * 0.7)]]
      : [];
  const beside = half + wide + edge * 0.1;
  const labels: Label[] = cuts
    ? [
        { id: 'waste_body', at: at(edge * 0.3, half * 0.3), to: at(-edge * 0.05, beside) },
        { id: 'tail_muscle', at: at(edge * 1.25, half * 0.2), to: at(edge * 1.2, beside) },
      ]
    : [];
  return sceneOf(strokes, blades, labels, null, []);
}

/** One wing with its thick edge left, or one face of it off the cartilage. */
export function wingScene(s: Sight, face: boolean): Scene {
  const wings =
    s.input === 'wing' ? s.grams : wingsOf(s.species, s.input === 'gutted' ? 'gutted' : 'whole', s.grams);
  const one = wings / 2;
  const outline = wingOutline(one);
  const edge = wingEdgeMm(one);
  const long = Math.max(...outline.map((p) => p[0]));
  const reach = pchip(
    outline.map((p) => p[0]),
    outline.map((p) => p[1]),
  );
  const at = (x: number, y: number): Spot => [y, long / 2 - x];
  const rim = span(0, long, 40).map((x) => at(x, reach(x)));
  const strokes: Stroke[] = [
    {
      ink: s.act.before.skin && !face ? 'body' : face ? 'loin' : 'flesh',
      closed: true,
      points: [at(0, 0), ...rim, at(long, 0)],
    },
  ];
  for (const [x, y] of outline.slice(1, -1))
    strokes.push({ ink: 'ray', points: [at(long * 0.5 + (x - long * 0.5) * 0.25, 4), at(x, y * 0.93)] });
  const blades: Spot[][] = [];
  const labels: Label[] = [];
  switch (s.act.draws) {
    case 'wing':
      blades.push([
        at(edge * 0.5, 2),
        at(edge * 0.47, reach(edge * 0.5) * 0.45),
        at(edge * 0.44, reach(edge * 0.44) * 0.86),
      ]);
      labels.push({
        id: 'bone_lay',
        at: at(edge * 0.2, reach(edge * 0.2) * 0.5),
        to: at(edge * 0.05, reach(edge * 0.2) * 0.9),
      });
      break;
    case 'skin':
      blades.push([
        at(edge * 0.45, reach(edge * 0.45) * 0.9),
        at(edge * 0.46, reach(edge * 0.45) * 0.5),
        at(edge * 0.48, 14),
      ]);
      break;
    case 'skin_pull':
      blades.push([
        at(edge * 0.5, 4),
        at(edge * 0.48, reach(edge * 0.5) * 0.5),
        at(edge * 0.46, reach(edge * 0.46) * 0.92),
      ]);
      break;
    case 'sweep':
      blades.push([at(4, 3), at(long - 4, 3)]);
      break;
    case 'portions': {
      const marks = (s.pieces ?? []).map((p) => p.to * Math.max(...outline.map((q) => q[1])));
      for (const m of marks)
        strokes.push({
          ink: 'cut',
          points: [
            [m, long / 2],
            [m, -long / 2],
          ],
        });
      return sceneOf(strokes, blades, labels, { from: 0, to: Math.max(...outline.map((p) => p[1])) }, [
        { row: 'one', mm: marks },
      ]);
    }
    default:
  }
  return sceneOf(strokes, blades, labels, null, []);
}
