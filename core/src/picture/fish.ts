import { nth } from '../found.ts';
import type { Fin, Look } from './looks.ts';
import type { Ink, Sight, Spot, Stroke } from './sight.ts';
import type { Kind } from '../board/parts.ts';
import { clamp, halfWidth, mirror, ring, span, steps } from './strokes.ts';
import { type Body, pchip } from '../body/index.ts';

/** The back and belly edges of a fish at a share of its length, mm; the middle of a real fish is no straight line. */
export function edges(body: Body, look: Look) {
  const bend = look.jaw
    ? [0.006, 0, -0.01, -0.006, 0.001]
    : nth(look.eye, 0)[1] > 0.04 && look.eye.length === 1
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

export function tailFin(body: Body, look: Look, mid: number, root: number): Stroke[] {
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
export function fishStrokes(body: Body, look: Look, s: Sight, kind: Kind, blind: boolean): Stroke[] {
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
