import type { Body, Marks, Zone, ZoneKind } from '@ember-slate/core/body';
import { useSize } from '../../app/size.ts';
import { FishOf } from '../../parts/Fish.tsx';
import { markRows } from '../../parts/markRows.ts';
import { useLength } from '../../parts/length.ts';
import { useMass } from '../../parts/Mass.tsx';
import { say } from './say.ts';

const scaleFor = (width: number, body: Body) => Math.min(1.4, Math.max(0.2, (width - 20) / body.totalMm));

/** A stretch of the fish between its upper and its lower edge. */
function band(
  { from, to }: { from: number; to: number },
  x: (u: number) => number,
  top: (u: number) => number,
  bottom: (u: number) => number,
): string {
  const us = Array.from({ length: 13 }, (_, i) => from + ((to - from) * i) / 12);
  const at = (u: number, y: number) => `${x(u).toFixed(1)} ${y.toFixed(1)}`;
  return `M ${us.map((u) => at(u, top(u))).join(' L ')} L ${us
    .toReversed()
    .map((u) => at(u, bottom(u)))
    .join(' L ')} Z`;
}

/** The fish to scale with the marks of one cut over it. */
export function MarkedFish({
  body,
  z,
  marks,
  species,
}: {
  body: Body;
  z: Zone;
  marks: Marks;
  species: Parameters<typeof FishOf>[0]['species'];
}) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const length = useLength();
  const perMm = scaleFor(width, body);
  const spots = [z.from, ...marks.pieces.map((p) => p.to)];
  return (
    <div ref={ref} className="overflow-hidden">
      {width > 100 && (
        <FishOf
          body={body}
          species={species}
          perMm={perMm}
          below={40}
          over={(f) => {
            const y = f.height + 4;
            const rows = markRows(
              spots.map((u) => f.x(body.mm(u))),
              30,
            );
            return (
              <>
                {marks.pieces.map((p, i) => (
                  <path
                    key={p.from}
                    d={band(
                      p,
                      (u) => f.x(body.mm(u)),
                      (u) => f.middle - f.half(body.mm(u)),
                      (u) => f.middle + f.half(body.mm(u)),
                    )}
                    fill="var(--rime)"
                    fillOpacity={i % 2 === 0 ? 0.32 : 0.2}
                  />
                ))}
                <path className="rul" d={`M ${f.x(body.mm(z.from))} ${y + 0.5} H ${f.x(body.mm(z.to))}`} />
                {spots.map((u, i) => {
                  const x = f.x(body.mm(u));
                  const row = rows[i]!;
                  return (
                    <g key={u}>
                      <path
                        d={`M ${x} ${f.middle - f.half(body.mm(u)) - 6} V ${y + (row === 1 ? 16 : 4)}`}
                        stroke="var(--ink)"
                        strokeWidth="1.75"
                      />
                      {row !== null && (
                        <text x={x} y={y + (row === 1 ? 30 : 17)} className="mid fig" fill="var(--ink)">
                          {length.format(Math.round(body.mm(u) - body.mm(z.from)))}
                        </text>
                      )}
                    </g>
                  );
                })}
              </>
            );
          }}
        />
      )}
    </div>
  );
}

/** Where loin and belly part, as a share of the half-height, up positive: by their share of the flesh. */
const parting = (body: Body, u: number) => 1 - 2 * body.shape.loin(u);

/**
 * One side off the bone as it lies on the board, skin down, collar left: back above, belly below, the line of the pin
 * bones, and the marks of the cut.
 */
export function MarkedSide({ body, z, marks, kind }: { body: Body; z: Zone; marks: Marks; kind: ZoneKind }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const length = useLength();
  const mass = useMass();
  const perMm = scaleFor(width, body);
  const { collar, filletEnd, pinBonesEnd, vent } = body.profile;
  const us = Array.from({ length: 49 }, (_, i) => collar + ((filletEnd - collar) * i) / 48);
  const tallest = Math.max(...us.map((u) => body.halfHeight(u))) * perMm;
  const x = (u: number) => (body.mm(u) - body.mm(collar)) * perMm + 8;
  const y = (u: number, share: number) => tallest + 4 - share * body.halfHeight(u) * perMm;
  const line = (from: number, to: number, share: (u: number) => number) =>
    `M ${us
      .filter((u) => u >= from && u <= to)
      .map((u) => `${x(u).toFixed(1)} ${y(u, share(u)).toFixed(1)}`)
      .join(' L ')}`;
  const top = (u: number) => (kind === 'belly' ? parting(body, u) : 1);
  const bottom = (u: number) => (kind === 'loin' ? parting(body, u) : -1);
  const edge = `${line(collar, filletEnd, () => 1)} L ${us
    .toReversed()
    .map((u) => `${x(u).toFixed(1)} ${y(u, -1).toFixed(1)}`)
    .join(' L ')} Z`;
  const ruler = tallest * 2 + 12;
  const spots = [z.from, ...marks.pieces.map((p) => p.to)];
  const rows = markRows(spots.map(x), 30);
  return (
    <div ref={ref} className="overflow-hidden">
      {width > 100 && (
        <svg
          width={x(filletEnd) + 24}
          height={ruler + 36}
          role="img"
          aria-label={say('the_side_off_the_bone', {
            pieces: marks.pieces.map((p) => `${Math.round(p.grams)} g`).join(', '),
          })}
        >
          <path className="f-body" d={edge} />
          <path className="f-line" strokeDasharray="2 4" d={line(collar, pinBonesEnd ?? vent, () => 0.06)} />
          <path className="f-ray" d={line(collar, filletEnd, (u) => parting(body, u))} />
          {marks.pieces.map((p, i) => {
            const wide = x(p.to) - x(p.from);
            const mid = (p.from + p.to) / 2;
            return (
              <g key={p.from}>
                <path
                  d={band(
                    p,
                    x,
                    (u) => y(u, top(u)),
                    (u) => y(u, bottom(u)),
                  )}
                  fill="var(--rime)"
                  fillOpacity={i % 2 === 0 ? 0.32 : 0.2}
                />
                <path
                  d={`M ${x(p.to)} ${y(p.to, top(p.to))} V ${y(p.to, bottom(p.to))}`}
                  stroke="var(--ink)"
                  strokeWidth="1.75"
                />
                {wide > 44 && (
                  <text
                    x={x(mid)}
                    y={y(mid, top(mid) * 0.3 + bottom(mid) * 0.7) + 5}
                    className="mid fig"
                    fill="var(--ink)"
                  >
                    {mass(Math.round(p.grams))}
                  </text>
                )}
              </g>
            );
          })}
          <path className="rul" d={`M ${x(z.from)} ${ruler + 0.5} H ${x(z.to)}`} />
          {spots.map((u, i) => (
            <g key={u}>
              <path
                d={`M ${x(u)} ${ruler - 4} V ${ruler + (rows[i] === 1 ? 16 : 4)}`}
                stroke="var(--ink)"
                strokeWidth="1.75"
              />
              {rows[i] !== null && (
                <text x={x(u)} y={ruler + (rows[i] === 1 ? 30 : 17)} className="mid fig" fill="var(--ink)">
                  {length.format(Math.round(body.mm(u) - body.mm(z.from)))}
                </text>
              )}
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}
