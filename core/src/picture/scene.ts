import { bodyOf, pchip, wingEdgeMm, wingOutline, wingsOf, type Body, type Piece } from '../body/index.ts';
import type { Act } from '../board/act.ts';
import { kindOf, type Kind } from '../board/parts.ts';
import { isSkinned, type ArrivalCondition, type Species } from '../species/index.ts';
import { lookOf, type Fin, type Look } from './looks.ts';

/** A point in mm: right from the snout (of a piece: from its cut face), up from the middle line. */
export type Spot = readonly [x: number, y: number];

/** What a line is: the interface gives each its colour in every theme. */
export type Ink =
  | 'body'
  | 'flesh'
  | 'loin'
  | 'belly'
  | 'hollow'
  | 'edge'
  | 'detail'
  | 'faint'
  | 'fin'
  | 'ray'
  | 'bone'
  | 'scar'
  | 'gone'
  | 'cut';
export interface Stroke {
  ink: Ink;
  points: readonly Spot[];
  closed?: boolean;
  /** Drawn as one soft curve through its points. */
  smooth?: boolean;
}
/** Labels of parts, by what they are; their words stand with the interface. */
export type LabelId =
  | 'pin_bones'
  | 'rib_scar'
  | 'tab'
  | 'skirt'
  | 'vent'
  | 'tail_muscle'
  | 'waste_body'
  | 'bone_lay'
  | 'spine'
  | 'loin'
  | 'belly_wall'
  | 'ribs_stay'
  | 'pins_stay'
  | 'pocket'
  | 'gill_plate'
  | 'bones_level'
  | 'skin_down';
export interface Label {
  id: LabelId;
  at: Spot;
  to: Spot;
}
export interface Scene {
  strokes: readonly Stroke[];
  /** The way of the blade, from where it begins. More than one where it goes twice. */
  blades: readonly (readonly Spot[])[];
  labels: readonly Label[];
  /** Where the ruler lies: its zero, mm, and how far it goes; null where nothing is measured. */
  ruler: { from: number; to: number } | null;
  /** Rows of marks, mm from the ruler's zero. */
  rows: readonly { row: 'one' | 'loin' | 'belly'; mm: readonly number[] }[];
  /** Everything drawn lies within. */
  box: { left: number; right: number; top: number; bottom: number };
}

export interface Sight {
  species: Species;
  input: ArrivalCondition;
  /** One fish, or one piece, grams. */
  grams: number;
  act: Pick<Act, 'id' | 'lies' | 'draws' | 'before'>;
  /** Stretches of the plan or of what is asked for, shares of standard length, head end first; by row. */
  pieces?: readonly Piece[];
  bellyPieces?: readonly Piece[];
  /** Where the fish begins now, share of standard length: what is in front is off. */
  face?: number;
  /** Acts that are done already. */
  done?: readonly string[];
  /** First way of the fillet: along the back or up from the belly, from the head or from the tail. */
  firstCut?: string;
}

const steps = (n: number) => Array.from({ length: n + 1 }, (_, i) => i / n);
const span = (from: number, to: number, n: number) => steps(n).map((t) => from + (to - from) * t);
const mirror = (points: readonly Spot[]): Spot[] => points.map(([x, y]): Spot => [x, -y]);
const clamp = (v: number, a: number, b: number) => Math.max(a, Math.min(b, v));

/** The back and belly edges of a fish at a share of its length, mm; the middle of a real fish is no straight line. */
function edges(body: Body, look: Look) {
  const bend = look.jaw
    ? [0.006, 0, -0.01, -0.006, 0.001]
    : look.eye[0]![1] > 0.04 && look.eye.length === 1
      ? [-0.05, -0.006, 0.016, 0.016, 0]
      : [0.002, -0.002, -0.008, -0.004, 0];
  const camber = pchip([0, 0.18, 0.36, 0.6, 1], bend);
  const mid = (u: number) => camber(clamp(u, 0, 1)) * body.standardMm;
  // A monkfish lies on its belly: its head is broader than high.
  const half = (u: number) =>
    look.pelvic === null ? Math.max(body.halfHeight(u), halfWidth(body, u)) : body.halfHeight(u);
  return { mid, top: (u: number) => mid(u) + half(u), bottom: (u: number) => mid(u) - half(u) };
}

function finStrokes(body: Body, f: Fin, edge: (u: number) => number, side: 1 | -1): Stroke[] {
  const height = pchip(
    f.shape.map((p) => p[0]),
    f.shape.map((p) => p[1]),
  );
  const long = body.standardMm;
  const base = (t: number): Spot => {
    const u = f.from + (f.to - f.from) * t;
    return [body.mm(u), edge(u)];
  };
  const tip = (t: number, reach = 1): Spot => {
    const [x, y] = base(t);
    const h = height(t) * f.height * long * reach;
    return [x + f.lean * h, y + side * h];
  };
  return [
    { ink: 'fin', points: [base(0), ...steps(20).map((t) => tip(t)), base(1)] },
    ...span(1, f.rays, f.rays - 1).map((i): Stroke => {
      const t = i / (f.rays + 1);
      return { ink: 'ray', points: [base(t), tip(t, 0.9)] };
    }),
  ];
}

function leaf(at: Spot, long: number, degrees: number, ink: Ink): Stroke[] {
  const a = (degrees * Math.PI) / 180;
  const q = (l: number, w: number): Spot => [
    at[0] + long * (l * Math.cos(a) - w * Math.sin(a)),
    at[1] + long * (l * Math.sin(a) + w * Math.cos(a)),
  ];
  return [
    {
      ink,
      closed: true,
      smooth: true,
      points: [
        q(0, 0.06),
        q(0.25, 0.15),
        q(0.6, 0.17),
        q(1, 0.03),
        q(0.85, -0.11),
        q(0.45, -0.14),
        q(0, -0.06),
      ],
    },
    { ink: 'ray', points: [q(0.1, 0.02), q(0.88, 0.02)] },
    { ink: 'ray', points: [q(0.1, -0.02), q(0.8, -0.06)] },
    { ink: 'ray', points: [q(0.1, 0.05), q(0.75, 0.1)] },
  ];
}

function tailFin(body: Body, look: Look, mid: number, root: number): Stroke[] {
  const x = (t: number) => body.standardMm + (body.totalMm - body.standardMm) * t;
  const wide = look.tail.span * body.standardMm;
  const { notch } = look.tail;
  const half = steps(10).map((t): Spot => [x(t), mid + root + (wide - root) * t ** 1.5]);
  const inner = (q: number): Spot => [
    x(notch > 1 ? 1 + (notch - 1) * (1 - q * q) * 1.2 : notch + (1 - notch) * q ** 1.4),
    mid + wide * q,
  ];
  const upper = [...half, ...span(0.9, 0, 6).map(inner)];
  const lower = mirror(upper.map(([a, b]): Spot => [a, b - mid])).map(([a, b]): Spot => [a, b + mid]);
  return [
    { ink: 'fin', closed: true, points: [...upper, ...lower.toReversed()] },
    ...[-0.8, -0.55, -0.3, -0.1, 0.1, 0.3, 0.55, 0.8].map((q): Stroke => ({
      ink: 'ray',
      points: [
        [x(0.04), mid + root * q],
        [inner(Math.abs(q))[0] - (body.totalMm - body.standardMm) * 0.08, mid + wide * q * 0.93],
      ],
    })),
  ];
}

/** A whole fish on its side, or what is left of it: what is off is not drawn. */
function fishStrokes(body: Body, look: Look, s: Sight, kind: Kind, blind: boolean): Stroke[] {
  const { before } = s.act;
  const { top, bottom, mid } = edges(body, look);
  const p = body.profile;
  const from = Math.max(before.head ? 0 : p.collar, s.face ?? 0);
  const us = before.head && from === 0 ? steps(70).map((t) => t ** 1.5) : span(from, 1, 60);
  const upper = us.map((u): Spot => [body.mm(u), top(u)]);
  const lower = us.map((u): Spot => [body.mm(u), bottom(u)]).reverse();
  const nose: Spot[] =
    from === 0
      ? [
          [-body.halfHeight(0) * 0.7, mid(0) - body.halfHeight(0) * 0.5],
          [
            -body.halfHeight(0) * (look.jaw ? 1.1 : 0.8),
            mid(0) + body.halfHeight(0) * (look.jaw ? -0.2 : 0.2),
          ],
          [-body.halfHeight(0) * 0.4, mid(0) + body.halfHeight(0) * 0.8],
        ]
      : [];
  const out: Stroke[] = [];
  if (before.tailFin) out.push(...tailFin(body, look, mid(1), body.halfHeight(1)));
  if (before.fins) {
    // Cut in front of the face, a fin is off with what was in front.
    const standing = (f: Fin) => f.from >= from - 0.01;
    for (const f of look.dorsal.filter(standing)) out.push(...finStrokes(body, f, top, 1));
    for (const f of look.anal.filter(standing)) out.push(...finStrokes(body, f, bottom, -1));
    if (look.pelvic && look.pelvic.at >= from)
      out.push(
        ...leaf(
          [body.mm(look.pelvic.at), bottom(look.pelvic.at) + 1],
          look.pelvic.long * body.standardMm,
          -20,
          'fin',
        ),
      );
  }
  out.push({ ink: before.skin ? 'body' : 'loin', closed: true, points: [...upper, ...lower, ...nose] });
  // The side line, or without the skin the bends of the muscles.
  if (before.skin) {
    out.push({
      ink: 'faint',
      points: span(Math.max(from, p.collar), 0.99, 30).map((u): Spot => [
        body.mm(u),
        mid(u) + body.halfHeight(u) * 0.42 * (1 - u) ** 0.8,
      ]),
    });
  } else
    for (const u of span(Math.max(from, p.collar) + 0.05, 0.9, 12))
      out.push({
        ink: 'faint',
        points: [
          [body.mm(u + 0.03), top(u + 0.03) - 2],
          [body.mm(u), mid(u)],
          [body.mm(u + 0.03), bottom(u + 0.03) + 2],
        ],
      });
  if (kind === 'flat' && !blind && before.skin)
    for (const [u, q] of [
      [0.34, 0.55],
      [0.36, -0.5],
      [0.45, 0.25],
      [0.5, 0.72],
      [0.55, -0.66],
      [0.62, 0.42],
      [0.66, -0.46],
      [0.74, 0.1],
      [0.8, -0.45],
    ] as const)
      if (u > from)
        out.push(ring([body.mm(u), mid(u) + q * body.halfHeight(u)], body.standardMm * 0.009, 'faint'));
  if (from === 0) {
    const g = p.collar;
    const h = body.halfHeight;
    out.push({
      ink: 'edge',
      smooth: true,
      points: [
        [body.mm(g - 0.04), mid(g) + 0.7 * h(g - 0.04)],
        [body.mm(g + 0.004), mid(g) + 0.3 * h(g)],
        [body.mm(g + 0.008), mid(g) - 0.2 * h(g)],
        [body.mm(g - 0.03), mid(g) - 0.62 * h(g - 0.03)],
        [body.mm(g - 0.1), mid(g) - 0.92 * h(g - 0.1)],
      ],
    });
    out.push({
      ink: 'detail',
      smooth: true,
      points: [
        [body.mm(g * 0.68), mid(g * 0.68) + 0.3 * h(g * 0.68)],
        [body.mm(g * 0.72), mid(g * 0.7)],
        [body.mm(g * 0.62), mid(g * 0.6) - 0.6 * h(g * 0.6)],
      ],
    });
    out.push({
      ink: 'edge',
      points: [
        [-h(0) * 0.6, mid(0) - h(0) * 0.35],
        [body.mm(0.03), mid(0.03) - h(0.03) * 0.35],
        [body.mm(look.jaw ? 0.082 : 0.06), mid(0.06) - h(0.06) * 0.45],
      ],
    });
    if (!blind)
      for (const [u, v, r] of look.eye) {
        const at: Spot = [body.mm(u), mid(u) + v * body.standardMm];
        out.push(ring(at, r * body.standardMm, 'hollow'), ring(at, r * body.standardMm * 0.45, 'edge'));
      }
  }
  if (before.fins && look.pectoral.at >= from && (before.head || kind !== 'round'))
    out.push(
      ...leaf(
        [body.mm(look.pectoral.at), mid(look.pectoral.at) + look.pectoral.v * body.standardMm],
        look.pectoral.long * body.standardMm,
        -10,
        'body',
      ),
    );
  if (kind !== 'flat' && from < p.vent && p.vent > p.collar)
    out.push({
      ink: 'edge',
      points: [
        [body.mm(p.vent) - 3, bottom(p.vent) + 1],
        [body.mm(p.vent), bottom(p.vent) + 5],
        [body.mm(p.vent) + 3, bottom(p.vent) + 1],
      ],
    });
  // A cut face shows the bone.
  if (from > 0 && kind !== 'monk') {
    const r = Math.max(2.5, body.halfHeight(from) * 0.09);
    out.push(ring([body.mm(from) + r, mid(from) + body.halfHeight(from) * 0.08], r, 'bone'));
  }
  return out;
}

const ring = ([x, y]: Spot, r: number, ink: Ink): Stroke => ({
  ink,
  closed: true,
  points: steps(18).map((t): Spot => [x + r * Math.cos(2 * Math.PI * t), y + r * Math.sin(2 * Math.PI * t)]),
});

/** Where the blade goes along a fish. */
function fishBlades(body: Body, look: Look, s: Sight): Spot[][] {
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

/** One side off the bone, flesh up, head end left at 0. */
function sideScene(body: Body, s: Sight): Scene {
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
      const first = pieces.find((x) => x.to < u1 - 0.004);
      if (first)
        blades.push([
          [X(first.to) + lean, h(first.to) * 1.12],
          [X(first.to) - lean, -h(first.to) * 1.2],
        ]);
      rows.push({ row: 'one', mm: mm(pieces) });
      break;
    }
    case 'block': {
      blades.push(span(u0, u1, 12).map((u): Spot => [X(u), h(u) * 0.06]));
      cuts(pieces, 1.05, 0.06, 0);
      cuts(s.bellyPieces ?? [], 0.06, -1.1, 0);
      if (pieces.length > 0) rows.push({ row: 'loin', mm: mm(pieces) });
      if ((s.bellyPieces ?? []).length > 0) rows.push({ row: 'belly', mm: mm(s.bellyPieces!) });
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
function quarterScene(body: Body, s: Sight): Scene {
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
      const [first] = pieces;
      if (first)
        blades.push([
          [X(first.to), h(first.to) + 4],
          [X(first.to), -4],
        ]);
      break;
    }
    default:
  }
  return sceneOf(strokes, blades, labels, rows.length > 0 ? { from: 0, to: X(u1) } : null, rows);
}

/** A ray from above, whole, snout up: its disc with two wings, and the beginning of the tail. */
function discScene(s: Sight): Scene {
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
function wingScene(s: Sight, face: boolean): Scene {
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

/** The gut cavity section opened flat: belly edges up and down, the bone lay in the middle. */
function jointScene(body: Body, s: Sight): Scene {
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
function sliceScene(body: Body, s: Sight): Scene {
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

function frameScene(body: Body, look: Look, s: Sight): Scene {
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

function headScene(body: Body, look: Look, s: Sight): Scene {
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

/** A few ready portions side by side, seen from the cut face. */
function portionScene(body: Body): Scene {
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

export const halfWidth = (body: Body, u: number): number =>
  (body.halfHeight(u) * body.shape.width(u)) / Math.max(1e-9, body.shape.height(u));

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

function sceneOf(
  strokes: readonly Stroke[],
  blades: readonly (readonly Spot[])[],
  labels: readonly Label[],
  ruler: Scene['ruler'],
  rows: Scene['rows'],
): Scene {
  const all = [...strokes.flatMap((x) => x.points), ...blades.flat()];
  const xs = all.map((p) => p[0]);
  const ys = all.map((p) => p[1]);
  return {
    strokes,
    blades,
    labels,
    ruler,
    rows,
    box: { left: Math.min(...xs), right: Math.max(...xs), top: Math.max(...ys), bottom: Math.min(...ys) },
  };
}

/** The fish as the body model has it, whatever of it lies there. */
export const bodyAt = (s: Pick<Sight, 'species' | 'input' | 'grams'>): Body | null =>
  bodyOf(s.species, s.input, s.grams);

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
