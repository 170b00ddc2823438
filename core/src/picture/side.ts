import { sure } from '../found.ts';
import type { Body, Piece } from '../body/index.ts';
import type { Label, Scene, Sight, Spot, Stroke } from './sight.ts';
import { clamp, sceneOf, span } from './strokes.ts';
import { isSkinned } from '../species/index.ts';
import { kindOf } from '../board/parts.ts';

/** One side off the bone, flesh up, head end left at 0. */
export function sideScene(body: Body, s: Sight): Scene {
  const p = body.profile;
  const [u0, u1] = [p.collar, p.filletEnd];
  const X = (u: number) => body.mm(u) - body.mm(u0);
  const h = (u: number) => body.halfHeight(u);
  const did = (...ids: string[]) => ids.some((id) => s.done?.includes(id));
  const bellyOff = did('belly');
  // Without its flap a side ends where the flesh thins.
  const bulge = (u: number) =>
    bellyOff && u < p.vent
      ? 0.56 + 0.44 * clamp((u - p.vent + 0.06) / 0.06, 0, 1)
      : 1 + 0.12 * clamp((p.vent - u) / 0.1, 0, 1);
  const us = span(u0, u1, 50);
  const upper = us.map((u): Spot => [X(u), h(u)]);
  const lower = us.map((u): Spot => [X(u), -h(u) * bulge(u)]);
  const skinUp = ['scale', 'score'].includes(s.act.draws ?? '');
  const bare = !isSkinned(s.input);
  const pinEnd = p.pinBonesEnd ?? p.vent;
  const strokes: Stroke[] = [
    { ink: skinUp ? 'body' : 'loin', closed: true, points: [...upper, ...lower.toReversed()] },
  ];
  const labels: Label[] = [];
  const round = kindOf(s.species) === 'round';
  if (skinUp) {
    strokes.push({ ink: 'faint', points: us.map((u): Spot => [X(u), h(u) * 0.35 * (1 - u) ** 0.6]) });
    for (const u of span(u0 + 0.05, u1 - 0.08, 14))
      strokes.push({
        ink: 'faint',
        points: [
          [X(u), h(u) * 0.7],
          [X(u + 0.012), h(u) * 0.2],
          [X(u), -h(u) * 0.3],
        ],
      });
  } else if (round) {
    if (bare && !bellyOff && p.vent > p.collar) {
      const belly = span(u0, p.vent, 20).map((u): Spot => [
        X(u),
        -h(u) * (0.34 + 0.66 * clamp((u - p.vent + 0.09) / 0.09, 0, 1) ** 1.6),
      ]);
      strokes.push({
        ink: 'belly',
        closed: true,
        points: [...belly, ...lower.filter(([x]) => x <= X(p.vent)).toReversed()],
      });
      for (const u of span(u0 + 0.03, p.vent - 0.06, 8))
        strokes.push({
          ink: 'scar',
          points: [
            [X(u), -h(u) * 0.4],
            [X(u + 0.018), -h(u) * 0.84],
          ],
        });
      labels.push({
        id: 'rib_scar',
        at: [X(u0 + 0.3 * (p.vent - u0)), -h(p.vent) * 0.8],
        to: [X(u0 + 0.3 * (p.vent - u0)), -h(u0) * bulge(u0) - 14],
      });
      const shown =
        ['pin_bones', 'pins_left', 'ribs', 'trim', 'belly', 'salt', 'skin', 'score', 'again'].includes(
          s.act.id,
        ) && !did('pin_bones');
      if (shown) {
        for (const u of span(u0 + 0.012, pinEnd, 14))
          strokes.push({
            ink: 'bone',
            points: [
              [X(u), -h(u) * 0.04],
              [X(u) - 5, h(u) * 0.04 + 6],
            ],
          });
        labels.push({
          id: 'pin_bones',
          at: [X((u0 + pinEnd) / 2), 4],
          to: [X((u0 + pinEnd) / 2), h(0.4) + 12],
        });
      }
    }
    strokes.push({ ink: 'faint', points: span(u0 + 0.03, u1 - 0.02, 24).map((u): Spot => [X(u), 0]) });
  } else if (kindOf(s.species) === 'monk')
    for (const u of span(u0 + 0.06, u1 - 0.08, 12))
      strokes.push({
        ink: 'faint',
        points: [
          [X(u + 0.02), h(u) * 0.8],
          [X(u), 0],
          [X(u + 0.02), -h(u) * 0.8],
        ],
      });
  const tab = X(u1 - 0.03);
  const blades: Spot[][] = [];
  const cuts = (pieces: readonly Piece[], a: number, b: number, lean: number) =>
    pieces.forEach((x) => {
      if (x.to < u1 - 0.004)
        strokes.push({
          ink: 'cut',
          points: [
            [X(x.to) + lean, h(x.to) * a],
            [X(x.to) - lean, h(x.to) * b],
          ],
        });
    });
  const rows: Scene['rows'][number][] = [];
  const mm = (pieces: readonly Piece[]) => pieces.filter((x) => x.to < u1 - 0.004).map((x) => X(x.to));
  const pieces = s.pieces ?? [];
  switch (s.act.draws) {
    case 'skin':
      strokes.push({
        ink: 'gone',
        points: [
          [tab, h(u1) + 3],
          [tab, -h(u1) - 3],
        ],
      });
      labels.push({ id: 'tab', at: [tab + 3, 0], to: [tab + 4, -h(u1) - 14] });
      blades.push([
        [tab, 0],
        [X(0.8), 0],
        [X(0.62), 0],
      ]);
      break;
    case 'scale':
      blades.push(
        ...[0.5, 0, -0.5].map((q) => span(u1 - 0.05, u0 + 0.03, 12).map((u): Spot => [X(u), h(u) * q])),
      );
      break;
    case 'pin_line':
      blades.push(span(u0 + 0.012, pinEnd, 8).map((u): Spot => [X(u), h(u) * 0.1]));
      break;
    case 'pin_vee':
      blades.push(
        span(u0, pinEnd, 8).map((u): Spot => [X(u), h(u) * 0.14]),
        span(u0, pinEnd, 8).map((u): Spot => [X(u), -h(u) * 0.08]),
      );
      break;
    case 'ribs':
      blades.push([
        [X(u0 + 0.02), -h(u0) * 0.12],
        [X(u0 + 0.1), -h(u0) * 0.5],
        [X(u0 + 0.16), -h(u0) * 0.92],
      ]);
      break;
    case 'belly':
      blades.push(
        span(u0, p.vent + 0.02, 12).map((u): Spot => [X(u), -h(u) * (s.act.id === 'trim' ? 0.9 : 0.56)]),
      );
      break;
    case 'tail':
      blades.push([
        [X(p.steakEnd + 0.06), h(p.steakEnd) + 4],
        [X(p.steakEnd + 0.06), -h(p.steakEnd) - 4],
      ]);
      break;
    case 'portions':
    case 'bias': {
      const lean = s.act.draws === 'bias' ? body.standardMm * 0.02 : 0;
      cuts(pieces, 1.05, -1.1, lean);
      const next = pieces.slice(s.off ?? 0).find((x) => x.to < u1 - 0.004);
      if (next)
        blades.push([
          [X(next.to) + lean, h(next.to) * 1.12],
          [X(next.to) - lean, -h(next.to) * 1.2],
        ]);
      rows.push({ row: 'one', mm: mm(pieces) });
      break;
    }
    case 'block': {
      blades.push(span(u0, u1, 12).map((u): Spot => [X(u), h(u) * 0.06]));
      cuts(pieces, 1.05, 0.06, 0);
      cuts(s.bellyPieces ?? [], 0.06, -1.1, 0);
      if (pieces.length > 0) rows.push({ row: 'loin', mm: mm(pieces) });
      if ((s.bellyPieces ?? []).length > 0) rows.push({ row: 'belly', mm: mm(sure(s.bellyPieces)) });
      break;
    }
    case 'strips':
      strips(strokes, blades, X(u0 + 0.12), h(0.5) * 0.7, -h(0.5) * 0.7);
      break;
    case 'score':
      for (const u of span(u0 + 0.06, u1 - 0.1, 9))
        strokes.push({
          ink: 'cut',
          points: [
            [X(u), h(u) * 0.85],
            [X(u) - 4, -h(u) * 0.5],
          ],
        });
      blades.push([
        [X(u0 + 0.06), h(u0) * 0.95],
        [X(u0 + 0.06) - 4, -h(u0) * 0.6],
      ]);
      break;
    case 'sweep':
      blades.push(
        span(u0 + 0.01, pinEnd, 10).map((u): Spot => [X(u), 3]),
        [
          [2, h(u0) * 0.85],
          [2, -h(u0) * 0.9],
        ],
        span(u0 + 0.02, u1 - 0.02, 12).map((u): Spot => [X(u), h(u) * 0.86]),
        ...(round ? [span(u0 + 0.02, p.vent, 10).map((u): Spot => [X(u), -h(u) * 0.92])] : []),
      );
      break;
    case 'skirt':
      blades.push(span(u1 - 0.04, u0 + 0.02, 12).map((u): Spot => [X(u), h(u) * 0.9]));
      break;
    default:
  }
  return sceneOf(strokes, blades, labels, rows.length > 0 ? { from: 0, to: X(u1) } : null, rows);
}

/** Strips of 80 by 5 mm along a fillet, as many as go side by side between its edges. */
function strips(strokes: Stroke[], blades: Spot[][], start: number, top: number, bottom: number): void {
  const n = Math.max(1, Math.floor((top - bottom - 5) / 5));
  for (let i = 0; i <= n; i++) {
    const y = top - i * 5;
    if (i === 0)
      blades.push([
        [start, y],
        [start + 40, y - 2.5],
        [start + 80, y - 5],
      ]);
    else
      strokes.push({
        ink: 'cut',
        points: [
          [start, y],
          [start + 80, y - 5],
        ],
      });
  }
}

/** One quarter of a flatfish, flesh up: the middle line of the fish is its straight edge, below. */
export function quarterScene(body: Body, s: Sight): Scene {
  const p = body.profile;
  const [u0, u1] = [p.collar, p.filletEnd];
  const X = (u: number) => body.mm(u) - body.mm(u0);
  const h = (u: number) => body.halfHeight(u) * 0.88;
  const us = span(u0, u1, 40);
  const outer = us.map((u): Spot => [X(u), h(u)]);
  const strokes: Stroke[] = [{ ink: 'loin', closed: true, points: [[0, 0], ...outer, [X(u1), 0]] }];
  for (const u of span(u0 + 0.05, u1 - 0.08, 14))
    strokes.push({
      ink: 'faint',
      points: [
        [X(u), 1.5],
        [X(u + 0.03), h(u + 0.03) * 0.9],
      ],
    });
  const blades: Spot[][] = [];
  const labels: Label[] = [];
  if (['rib_cage', 'skirts'].includes(s.act.id)) {
    strokes.push({ ink: 'scar', points: us.map((u): Spot => [X(u), h(u) * 0.87]) });
    labels.push({ id: 'skirt', at: [X(0.6), h(0.6) * 0.94], to: [X(0.72), h(0.6) + 10] });
  }
  const rows: Scene['rows'][number][] = [];
  switch (s.act.draws) {
    case 'skin':
      blades.push([
        [X(u1 - 0.04), h(u1) * 0.4],
        [X(0.7), h(0.7) * 0.4],
        [X(0.52), h(0.52) * 0.4],
      ]);
      labels.push({ id: 'tab', at: [X(u1 - 0.02), 2], to: [X(u1 - 0.02), -10] });
      break;
    case 'skirt':
      blades.push(span(u1 - 0.03, u0 + 0.03, 14).map((u): Spot => [X(u), h(u) * 0.87]));
      break;
    case 'rib_cage':
      strokes.push({
        ink: 'scar',
        points: [
          [1, 3],
          [X(u0 + 0.07), h(u0) * 0.25],
          [X(u0 + 0.05), h(u0) * 0.7],
          [1, h(u0) * 0.8],
        ],
      });
      labels.push({ id: 'pocket', at: [X(u0 + 0.04), h(u0) * 0.4], to: [X(u0 + 0.1), -10] });
      blades.push([
        [1, h(u0) * 0.82],
        [X(u0 + 0.06), h(u0) * 0.6],
        [X(u0 + 0.07), h(u0) * 0.2],
        [2, 2],
      ]);
      break;
    case 'strips':
      strips(strokes, blades, X(u0 + 0.12), Math.min(h(u0 + 0.12), h(u0 + 0.12 + body.u(80))) * 0.9, 4);
      rows.push({ row: 'one', mm: [] });
      break;
    case 'sweep':
      blades.push(
        [
          [1, 2],
          [1, h(u0) * 0.9],
        ],
        span(u0 + 0.02, u1 - 0.02, 14).map((u): Spot => [X(u), h(u) * 0.92]),
      );
      break;
    case 'portions':
    case 'bias': {
      const pieces = s.pieces ?? [];
      for (const x of pieces)
        if (x.to < u1)
          strokes.push({
            ink: 'cut',
            points: [
              [X(x.to), h(x.to)],
              [X(x.to), 0],
            ],
          });
      rows.push({ row: 'one', mm: pieces.filter((x) => x.to < u1 - 0.004).map((x) => X(x.to)) });
      const next = pieces[s.off ?? 0];
      if (next)
        blades.push([
          [X(next.to), h(next.to) + 4],
          [X(next.to), -4],
        ]);
      break;
    }
    default:
  }
  return sceneOf(strokes, blades, labels, rows.length > 0 ? { from: 0, to: X(u1) } : null, rows);
}
