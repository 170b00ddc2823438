import type { Label, Scene, Sight, Spot, Stroke } from './sight.ts';
import { bodyAt, sceneOf } from './strokes.ts';
import { discScene, wingScene } from './ray.ts';
import { fishBlades } from './blades.ts';
import { fishStrokes } from './fish.ts';
import { frameScene, headScene } from './bones.ts';
import { jointScene, portionScene, sliceScene } from './crosscut.ts';
import { kindOf } from '../board/parts.ts';
import { lookOf } from './looks.ts';
import { quarterScene, sideScene } from './side.ts';

/** The same scene from the other side. */
function turned(s: Scene): Scene {
  const flip = ([x, y]: Spot): Spot => [s.box.left + s.box.right - x, y];
  return {
    ...s,
    strokes: s.strokes.map((x) => ({ ...x, points: x.points.map(flip) })),
    blades: s.blades.map((b) => b.map(flip)),
    labels: s.labels.map((l) => ({ ...l, at: flip(l.at), to: flip(l.to) })),
  };
}

/** What lies on the board at an act, with the way of the blade: everything in mm. Null where nothing lies there. */
export function sceneAt(s: Sight): Scene | null {
  const kind = kindOf(s.species);
  const { lies } = s.act;
  if (lies === 'nothing' && kind !== 'ray') {
    const body = bodyAt(s);
    return body ? portionScene(body) : null;
  }
  if (kind === 'ray') {
    if (lies === 'disc') return discScene(s);
    if (lies === 'head') return discScene(s);
    if (lies === 'nothing') return s.act.before.head ? discScene(s) : wingScene(s, false);
    return wingScene(s, lies === 'wing_face' || lies === 'side' || lies === 'quarter' || lies === 'portion');
  }
  const body = bodyAt(s);
  if (!body) return null;
  const look = lookOf(s.species);
  switch (lies) {
    case 'side':
      return sideScene(body, s);
    case 'quarter':
      return quarterScene(body, s);
    case 'joint':
      return jointScene(body, s);
    case 'slice':
      return sliceScene(body, s);
    case 'portion':
      return portionScene(body);
    case 'head':
      return headScene(body, look, s);
    case 'frame':
      return frameScene(body, look, s);
    default: {
      const blind = s.act.id === 'flat_blind';
      const strokes = fishStrokes(body, look, s, kind, blind);
      const blades = fishBlades(body, look, s);
      const p = body.profile;
      const labels: Label[] = [];
      if (s.act.draws === 'gut' && kind === 'round')
        labels.push({
          id: 'vent',
          at: [body.mm(p.vent), -body.halfHeight(p.vent)],
          to: [body.mm(p.vent) + 14, -body.halfHeight(0.4) - 12],
        });
      if (['midline', 'cross'].includes(s.act.draws ?? ''))
        labels.push({
          id: 'skirt',
          at: [body.mm(0.7), -body.halfHeight(0.7) * 0.95],
          to: [body.mm(0.8), -body.halfHeight(0.45)],
        });
      const cuts: Stroke[] = [];
      const rows: Scene['rows'][number][] = [];
      let ruler: Scene['ruler'] = null;
      const face = Math.max(s.act.before.head ? 0 : p.collar, s.face ?? 0);
      if (s.act.draws === 'steaks' && s.pieces) {
        for (const x of s.pieces)
          cuts.push({
            ink: 'cut',
            points: [
              [body.mm(x.to), body.halfHeight(x.to)],
              [body.mm(x.to), -body.halfHeight(x.to)],
            ],
          });
        const next = s.pieces.find((x) => x.to > face + 1e-6);
        if (next)
          blades.push([
            [body.mm(next.to), body.halfHeight(next.to) + 8],
            [body.mm(next.to), 0],
            [body.mm(next.to), -body.halfHeight(next.to) - 8],
          ]);
        ruler = { from: body.mm(face), to: body.mm(1) };
        rows.push({
          row: 'one',
          mm: s.pieces.map((x) => body.mm(x.to) - body.mm(face)).filter((m) => m > 0.5),
        });
      }
      const scene = sceneOf([...strokes, ...cuts], blades, labels, ruler, rows);
      // For the second side it was turned over: its head points the other way.
      return blind || s.act.id === 'fillet_second' ? turned(scene) : scene;
    }
  }
}
