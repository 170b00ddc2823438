import type { Body, Piece } from './body.ts';

/** A point in mm: along the fish from the snout, up from its middle line. */
export type Spot = readonly [x: number, y: number];
export interface CutLine {
  points: Spot[];
  /** The knife's own way, or a line to go by. */
  kind: 'cut' | 'guide';
}

/** Points along the fish at a share of its half-height that may change on the way. */
const along = (body: Body, from: number, to: number, share: (t: number) => number, n = 24): Spot[] =>
  Array.from({ length: n + 1 }, (_, i): Spot => {
    const t = i / n;
    const u = from + (to - from) * t;
    return [body.mm(u), share(t) * body.halfHeight(u)];
  });
const across = (body: Body, u: number, lean = 0): Spot[] => [
  [body.mm(Math.min(1, u + lean)), body.halfHeight(Math.min(1, u + lean))],
  [body.mm(u - lean), -body.halfHeight(u - lean)],
];
const cut = (points: Spot[]): CutLine => ({ points, kind: 'cut' });
const guide = (points: Spot[]): CutLine => ({ points, kind: 'guide' });

/**
 * The line a step cuts on the side of a fish (common practice; where it runs comes from the body model). `pieces` are
 * the portion marks where the step makes some. Empty for a step that cuts no line.
 */
export function cutLines(body: Body, step: string, pieces: readonly Piece[] = []): CutLine[] {
  const p = body.profile;
  const end = p.filletEnd;
  switch (step) {
    case 'scale':
      return [0.55, 0, -0.55].map((y) => cut(along(body, 0.9, p.collar + 0.04, () => y)));
    case 'fins':
      return [cut(along(body, 0.9, p.collar, () => 1)), cut(along(body, 0.9, p.vent, () => -1))];
    case 'gut':
      return [cut(along(body, p.vent, p.collar * 0.75, () => -0.96))];
    case 'head': {
      const { collar } = p;
      return [
        cut([
          [body.mm(collar - 0.035), body.halfHeight(collar - 0.035)],
          [body.mm(collar + 0.02), 0.1 * body.halfHeight(collar)],
          [body.mm(collar - 0.015), -body.halfHeight(collar - 0.015)],
        ]),
      ];
    }
    case 'vee_head':
      return [
        cut([
          [body.mm(p.collar * 0.72), body.halfHeight(p.collar * 0.72)],
          [body.mm(p.collar * 1.12), 0],
          [body.mm(p.collar * 0.72), -body.halfHeight(p.collar * 0.72)],
        ]),
      ];
    case 'back':
      return [cut(along(body, p.collar, 0.95, () => 0.9))];
    case 'joint':
      return [cut(across(body, p.vent)), guide(along(body, p.collar, p.vent, () => 0.06))];
    case 'tail':
      return [cut(along(body, p.steakEnd, end, () => -0.85)), guide(along(body, p.steakEnd, end, () => 0))];
    case 'fillet':
      return [cut(along(body, p.collar, end, () => 0.82)), guide(along(body, p.collar, end, () => 0.08))];
    case 'midline':
      return [
        cut(along(body, p.collar, end, () => 0)),
        guide(along(body, p.collar, end, (t) => 0.86 * Math.sin(Math.PI * Math.min(1, t + 0.08)) ** 0.5)),
        guide(along(body, p.collar, end, (t) => -0.86 * Math.sin(Math.PI * Math.min(1, t + 0.08)) ** 0.5)),
      ];
    case 'cross':
      return [cut(along(body, p.collar, end, () => 0.88)), guide(along(body, p.collar, end, () => 0))];
    case 'ribs':
      return Array.from({ length: 9 }, (_, i) => {
        const u = p.collar + 0.02 + ((p.vent - p.collar - 0.06) * i) / 8;
        return (i === 0 ? cut : guide)([
          [body.mm(u), 0.05 * body.halfHeight(u)],
          [body.mm(u + 0.03), -0.8 * body.halfHeight(u + 0.03)],
        ]);
      }).concat(cut(along(body, p.collar, p.vent, () => 0.04)));
    case 'pin_line':
      return [cut(along(body, p.collar, p.pinBonesEnd ?? p.vent, () => 0.06))];
    case 'pin_vee':
      return [0.13, -0.01].map((y) => cut(along(body, p.collar, p.pinBonesEnd ?? p.vent, () => y)));
    case 'belly':
      return [cut(along(body, p.collar, p.vent + 0.04, (t) => -0.5 - 0.35 * t))];
    case 'skin':
      return [cut(along(body, end, p.collar, () => -0.3))];
    case 'sweep':
      return [
        cut(along(body, p.collar, p.pinBonesEnd ?? p.vent, () => 0.06)),
        cut(along(body, p.collar + 0.01, p.collar + 0.011, (t) => 0.85 - 1.7 * t)),
        cut(along(body, p.collar, end, () => 0.85)),
        cut(along(body, p.collar, p.vent, () => -0.85)),
      ];
    case 'steaks':
    case 'portions':
      return pieces.map((x) => cut(across(body, x.to)));
    case 'bias':
      return pieces.map((x) => cut(across(body, x.to, 0.03)));
    case 'block':
      return [cut(along(body, p.collar, end, () => 0.06)), ...pieces.map((x) => guide(across(body, x.to)))];
    case 'strips':
      return Array.from({ length: 14 }, (_, i) => {
        const u = p.collar + 0.08 + ((end - p.collar - 0.16) * i) / 13;
        return (i === 0 ? cut : guide)(across(body, u, 0.035));
      });
    default:
      return [];
  }
}
