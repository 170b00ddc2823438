import type { Body } from '../body/index.ts';
import type { Look } from './looks.ts';
import type { Sight, Spot } from './sight.ts';
import { edges } from './fish.ts';
import { kindOf } from '../board/parts.ts';
import { span } from './strokes.ts';

/** Where the blade goes along a fish. */
export function fishBlades(body: Body, look: Look, s: Sight): Spot[][] {
  const p = body.profile;
  const { top, bottom, mid } = edges(body, look);
  const from = Math.max(s.act.before.head ? p.collar : p.collar, s.face ?? 0);
  const end = p.filletEnd;
  const along = (a: number, b: number, q: number): Spot[] =>
    span(a, b, 24).map((u): Spot => [
      body.mm(u),
      mid(u) + q * (q >= 0 ? top(u) - mid(u) : mid(u) - bottom(u)),
    ]);
  const across = (u: number, lean = 0): Spot[] => [
    [body.mm(u + lean), top(u) + 4],
    [body.mm(u), mid(u)],
    [body.mm(u - lean), bottom(u) - 4],
  ];
  switch (s.act.draws) {
    case 'scale':
      return [
        along(0.9, p.collar + 0.05, 0.55),
        along(0.92, p.collar + 0.04, 0),
        along(0.9, p.collar + 0.05, -0.55),
      ];
    case 'fins':
      return [
        ...look.dorsal.map((f) =>
          span(Math.min(0.97, f.to), f.from, 12).map((u): Spot => [body.mm(u), top(u) + 1]),
        ),
        ...look.anal.map((f) =>
          span(Math.min(0.97, f.to), f.from, 12).map((u): Spot => [body.mm(u), bottom(u) - 1]),
        ),
        ...(look.pelvic && look.pelvic.at > (s.face ?? 0)
          ? [
              [
                [body.mm(look.pelvic.at) + 14, bottom(look.pelvic.at) - 6],
                [body.mm(look.pelvic.at) - 4, bottom(look.pelvic.at) + 3],
              ] satisfies Spot[],
            ]
          : []),
      ];
    case 'gut':
      return kindOf(s.species) === 'flat'
        ? [
            span(p.collar * 1.05, p.vent, 8).map((u): Spot => [
              body.mm(u),
              mid(u) - 0.55 * body.halfHeight(u),
            ]),
          ]
        : [span(p.vent, p.collar * 0.75, 18).map((u): Spot => [body.mm(u), bottom(u) + 1])];
    case 'gills': {
      const g = p.collar;
      return [
        [
          [body.mm(g - 0.035), mid(g) + 0.62 * body.halfHeight(g)],
          [body.mm(g - 0.005), mid(g)],
          [body.mm(g - 0.05), mid(g) - 0.7 * body.halfHeight(g)],
        ],
      ];
    }
    case 'head': {
      const g = p.collar;
      if (s.act.id === 'front_bone')
        return [
          [
            [body.mm(g) + 2, mid(g) + body.halfHeight(g) * 0.55],
            [body.mm(g + 0.035), mid(g)],
            [body.mm(g) + 2, mid(g) - body.halfHeight(g) * 0.55],
          ],
        ];
      return [
        [
          [body.mm(g - 0.035), top(g - 0.035) + 3],
          [body.mm(g + 0.02), mid(g)],
          [body.mm(g - 0.02), bottom(g - 0.02) - 3],
        ],
      ];
    }
    case 'vee_head':
      return [
        [
          [body.mm(p.collar * 0.74), top(p.collar * 0.74) + 3],
          [body.mm(p.collar * 1.14), mid(p.collar)],
          [body.mm(p.collar * 0.74), bottom(p.collar * 0.74) - 3],
        ],
      ];
    case 'back':
      return [along(from, 0.95, 0.93)];
    case 'back_tail':
      return [[...along(0.95, p.collar, 0.95), [body.mm(p.collar), mid(p.collar)]]];
    case 'belly_up':
      return s.act.id === 'skin_free'
        ? [along(p.vent, 0.95, -0.9), along(p.vent, 0.95, 0)]
        : [along(from, p.vent, -0.55), along(from, p.vent, -0.2)];
    case 'joint':
      return [across(p.vent), along(p.collar + 0.01, p.vent - 0.01, -0.12)];
    case 'tail':
      return s.act.id === 'open_tail'
        ? [along(Math.max(from, p.steakEnd), end, -0.3)]
        : [across(Math.min(0.985, end))];
    case 'fillet': {
      const q = s.firstCut === 'belly' ? -0.86 : 0.88;
      const [a, b] =
        s.firstCut === 'tail_head'
          ? [end, from]
          : s.firstCut === 'belly'
            ? [Math.min(0.9, p.vent + 0.04), from]
            : [from, end];
      return [kindOf(s.species) === 'monk' ? along(from, end, 0.08) : along(a, b, q)];
    }
    case 'midline':
      return [[...(s.act.before.head ? headArc(body, look) : []), ...along(from + 0.01, end, 0)]];
    case 'cross':
      return [along(from + 0.03, end, 0.9)];
    case 'skin_pull':
      if (s.act.id !== 'skin_both') return [along(from + 0.01, 0.95, 0.2)];
      return [along(0.95, s.act.before.head ? p.collar * 0.9 : p.collar, 0.2)];
    case 'skin':
      return [along(from, 0.92, 0.3)];
    case 'skirt':
      return [along(0.93, p.collar, 0.97), along(0.93, p.collar, -0.97)];
    case 'slash':
      return [0.42, 0.52, 0.62].map((u): Spot[] => [
        [body.mm(u - 0.02), top(u) - 0.3 * body.halfHeight(u)],
        [body.mm(u + 0.03), bottom(u) + 0.5 * body.halfHeight(u)],
      ]);
    default:
      return [];
  }
}

function headArc(body: Body, look: Look): Spot[] {
  const { top, bottom, mid } = edges(body, look);
  const u0 = body.profile.collar;
  return span(-1, 0, 8).map((t): Spot => {
    const u = u0 - 0.022 * (1 - t * t) + 0.012;
    return [body.mm(u), mid(u) + t * (t < 0 ? mid(u) - bottom(u) : top(u) - mid(u)) * 0.92];
  });
}
