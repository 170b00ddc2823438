import type { SpeciesRow, Ticket } from '@ember-slate/contract';
import {
  bodyOf,
  cutLines,
  equalPieces,
  targetPieces,
  wingOutline,
  zone,
  type Body,
  type Piece,
} from '@ember-slate/core/body';
import { useSize } from '../../app/size.ts';
import { markRows } from '../../parts/markRows.ts';
import { useLength } from '../../parts/length.ts';
import { useMass } from '../../parts/Mass.tsx';
import { offFish, type Slot } from './slots.ts';

/** What has come off the fish already, head end first. */
interface Done {
  from: number;
  to: number;
  name: string;
  grams: string;
}

/** Sections of the plan that each drawing shows. */
const sectionsOf: Readonly<Record<string, readonly string[]>> = {
  steaks: ['front', 'middle'],
  portions: ['side', 'eyed_back'],
  bias: ['side'],
  block: ['loin'],
};

/** Pieces as the cut plan has them, near side, head end first; none where no plan made the ticket. */
const plannedPieces = (ticket: Ticket, draws: string): Piece[] =>
  (ticket.marks?.pieces ?? [])
    .filter((p) => p.copy === 0 && sectionsOf[draws]?.includes(p.section))
    .sort((a, b) => a.from - b.from);

/** Which cut of the body a step works on, and how many pieces of it are off. */
export function marksFor(
  ticket: Ticket,
  body: Body,
  slot: Slot | null,
  draws: string,
): { pieces: Piece[]; done: number } {
  const planned = plannedPieces(ticket, draws);
  if (planned.length > 0) {
    const done = draws === 'steaks' && slot ? offFish(ticket, slot).reduce((n, w) => n + w.pieces, 0) : 0;
    return { pieces: planned, done };
  }
  if (draws === 'steaks') {
    const aim = slot?.aim ?? slot?.form?.pieceG ?? 200;
    const done = slot ? offFish(ticket, slot).reduce((n, w) => n + w.pieces, 0) : 0;
    const best = zone(body, 'steaks');
    const wanted = ticket.cuts.filter((c) => c.form === slot?.item).reduce((n, c) => n + (c.pieces ?? 1), 0);
    const pieces = targetPieces(best, aim);
    // Best behind the vent; when that is not enough and no joint takes the front, from the collar on.
    if (pieces.length >= wanted || ticket.stepIds.includes('joint')) return { pieces, done };
    return { pieces: targetPieces({ ...best, from: body.profile.collar }, aim), done };
  }
  if (draws === 'portions' || draws === 'bias' || draws === 'block') {
    const aim = slot?.aim ?? slot?.form?.pieceG ?? 160;
    const z = zone(body, draws === 'block' ? 'loin' : 'side');
    const n = Math.max(1, Math.round((z.grams * (z.curve.at(z.to) - z.curve.at(z.from))) / aim));
    return { pieces: equalPieces(z, n).slice(0, -1), done: 0 };
  }
  return { pieces: [], done: 0 };
}

/** The fish on the board to scale, what is off it dashed, and the line of this step in ember. */
export function BoardDrawing({
  ticket,
  species,
  draws,
  slot,
}: {
  ticket: Ticket;
  species: SpeciesRow;
  draws: string | null;
  slot: Slot | null;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const input = ticket.inputs[0]!;
  const body = bodyOf(species, input.condition, input.grams / input.pieces);
  return (
    <div ref={ref} className="h-full min-h-[120px] overflow-hidden">
      {height > 60 &&
        (body ? (
          <Board ticket={ticket} body={body} draws={draws} slot={slot} width={width} height={height} />
        ) : (
          <Wing
            grams={input.grams / input.pieces}
            draws={draws}
            width={width}
            height={height}
            name={species.name}
          />
        ))}
    </div>
  );
}

function doneParts(ticket: Ticket, body: Body, draws: string | null, mass: (g: number) => string): Done[] {
  const { collar, vent } = body.profile;
  const stepAt = (id: string) => ticket.stepIds.indexOf(id);
  const now = stepAt(ticket.stepId);
  const past = (...ids: string[]) => ids.some((id) => stepAt(id) !== -1 && stepAt(id) < now);
  const parts: Done[] = [];
  const input = ticket.inputs[0]!;
  if (past('head', 'vee_head', 'skin_head') || ['headed_gutted', 'tail'].includes(input.condition))
    parts.push({ from: 0, to: collar, name: '', grams: '' });
  const joint = ticket.cuts.find(
    (c) => ticket.steps.some((s) => s.id === 'joint') && c.form.includes('joint'),
  );
  if (past('joint') && joint) {
    const weighed = ticket.weighOuts.filter((w) => w.cutId === joint.id).reduce((s, w) => s + w.grams, 0);
    parts.push({ from: collar, to: vent, name: 'joint, done', grams: weighed > 0 ? mass(weighed) : '' });
  }
  if (draws === 'tail')
    parts.push({ from: vent, to: body.profile.steakEnd, name: 'steaks, done', grams: '' });
  return parts;
}

function Board({
  ticket,
  body,
  draws,
  slot,
  width,
  height,
}: {
  ticket: Ticket;
  body: Body;
  draws: string | null;
  slot: Slot | null;
  width: number;
  height: number;
}) {
  const mass = useMass();
  const length = useLength();
  const { pieces, done } = marksFor(ticket, body, slot, draws ?? '');
  const parts = doneParts(ticket, body, draws, mass);
  const gone = Math.max(0, ...parts.map((p) => p.to));
  const steaks = draws === 'steaks' && slot;
  const weights = steaks ? offFish(ticket, slot) : [];
  const first = pieces[0]?.from ?? gone;
  /** Where the knife's next face is measured from. */
  const face = !steaks ? gone : done > 0 ? (pieces[done - 1]?.to ?? pieces.at(-1)?.to ?? gone) : first;
  const tallest = Math.max(...[0.1, 0.2, 0.3, 0.4, 0.5, 0.6].map(body.halfHeight));
  const rulerRoom = steaks || pieces.length === 0 ? 46 : 62;
  const dimRoom = 36;
  const perMm = Math.min((width - 16) / body.totalMm, (height - rulerRoom - dimRoom) / (2.5 * tallest));
  const middle = dimRoom + tallest * 1.12 * perMm;
  const left = Math.max(8, (width - body.totalMm * perMm) / 2);
  const X = (u: number) => left + body.mm(u) * perMm;
  const edge = (from: number, to: number) => {
    const us = Array.from({ length: 49 }, (_, i) => from + ((to - from) * i) / 48);
    const at = (u: number, side: number) =>
      `${X(u).toFixed(1)} ${(middle - side * body.halfHeight(u) * perMm).toFixed(1)}`;
    return `M ${us.map((u) => at(u, 1)).join(' L ')} L ${us
      .toReversed()
      .map((u) => at(u, -1))
      .join(' L ')} Z`;
  };
  const tailRoot = body.halfHeight(1) * perMm;
  const tailEnd = left + body.totalMm * perMm;
  const span = body.standardMm * 0.09 * perMm;
  const current = steaks ? pieces[done] : undefined;
  const lines = cutLines(body, draws ?? '', current ? [current] : pieces);
  const rulerY = middle + tallest * 1.12 * perMm + 14;
  const rulerFrom = steaks ? face : gone > 0 ? gone : 0;
  const ruledMm = body.mm(1) - body.mm(rulerFrom);
  const ticks = Array.from({ length: Math.floor(ruledMm / 10) + 1 }, (_, i) => i * 10);
  const cutMm = current ? body.mm(current.to) - body.mm(face) : null;
  const xy = ([x, y]: readonly [number, number]) =>
    `${(left + x * perMm).toFixed(1)} ${(middle - y * perMm).toFixed(1)}`;
  const big = [50, 100, 200].find((s) => s * perMm > 46) ?? 500;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={
        cutMm !== null
          ? `Cut ${Math.round(cutMm)} mm from the face`
          : `The fish to scale, ${Math.round(body.totalMm)} mm${lines.length > 0 ? ', with the line of this step' : ''}`
      }
    >
      <path
        className="f-fin"
        d={`M ${X(1)} ${middle - tailRoot} Q ${(X(1) + tailEnd) / 2} ${middle - tailRoot} ${tailEnd} ${middle - span} L ${tailEnd - 8} ${middle} L ${tailEnd} ${middle + span} Q ${(X(1) + tailEnd) / 2} ${middle + tailRoot} ${X(1)} ${middle + tailRoot}`}
      />
      {gone > 0 && <path d={edge(0.001, gone)} fill="none" stroke="var(--rule)" strokeDasharray="4 5" />}
      {steaks && done > 0 && (
        <path d={edge(first, face)} fill="none" stroke="var(--rule)" strokeDasharray="4 5" />
      )}
      <path className="f-body" d={edge(face > 0 ? face : 0.001, 1)} style={{ strokeWidth: 2.4 }} />
      {steaks && first > gone && (
        <path className="f-body" d={edge(gone > 0 ? gone : 0.001, first)} style={{ strokeWidth: 2.4 }} />
      )}
      {gone === 0 && (
        <circle
          cx={X(body.profile.collar * 0.36)}
          cy={middle - body.halfHeight(body.profile.collar * 0.36) * 0.35 * perMm}
          r="4"
          fill="none"
          stroke="var(--fishline)"
        />
      )}
      {parts
        .filter((p) => p.name !== '' && X(p.to) - X(p.from) > p.name.length * 9)
        .map((p) => (
          <g key={p.name} className="fig">
            <text
              x={(X(p.from) + X(p.to)) / 2}
              y={middle - 4}
              className="mid"
              fill="var(--ink2)"
              style={{ fontSize: 20 }}
            >
              {p.name}
            </text>
            <text x={(X(p.from) + X(p.to)) / 2} y={middle + 18} className="mid i2" style={{ fontSize: 16 }}>
              {p.grams}
            </text>
          </g>
        ))}
      {steaks &&
        pieces.slice(0, done).map((p, i) => (
          <g key={i}>
            <path
              d={`M ${X(p.to)} ${middle - body.halfHeight(p.to) * perMm} V ${middle + body.halfHeight(p.to) * perMm}`}
              stroke="var(--rule)"
              strokeDasharray="4 5"
            />
            <text
              x={(X(p.from) + X(p.to)) / 2}
              y={middle - 4}
              className="mid fig"
              fill="var(--ink2)"
              style={{ fontSize: 20 }}
            >
              {i + 1}
            </text>
            {weights[i] && X(p.to) - X(p.from) > 30 && (
              <text x={(X(p.from) + X(p.to)) / 2} y={middle + 16} className="mid i2" style={{ fontSize: 14 }}>
                {weights[i].grams}
              </text>
            )}
          </g>
        ))}
      {current && (
        <>
          <path d={edge(face, current.to)} fill="var(--line)" stroke="var(--ink)" strokeWidth="2" />
          <text
            x={(X(face) + X(current.to)) / 2}
            y={middle + 8}
            className="mid fig"
            fill="var(--ink)"
            style={{ fontSize: 24, fontWeight: 700 }}
          >
            {done + 1}
          </text>
        </>
      )}
      {lines.map((l, i) => (
        <path
          key={i}
          d={`M ${l.points.map(xy).join(' L ')}`}
          fill="none"
          stroke={l.kind === 'cut' ? 'var(--emberline)' : 'var(--ink2)'}
          strokeWidth={l.kind === 'cut' ? 5 : 1.5}
          strokeDasharray={l.kind === 'cut' ? undefined : '6 5'}
        />
      ))}
      {!steaks &&
        markRows(
          pieces.map((p) => X(p.to)),
          38,
        ).map((row, i) => {
          const { to } = pieces[i]!;
          return (
            <g key={i}>
              <path
                d={`M ${X(to)} ${rulerY - 6} V ${rulerY + (row === 1 ? 32 : 12)}`}
                stroke="var(--ink)"
                strokeWidth="2"
              />
              {row !== null && (
                <text
                  x={X(to)}
                  y={rulerY + (row === 1 ? 50 : 31)}
                  className="mid fig"
                  fill="var(--ink)"
                  style={{ fontSize: 20, fontWeight: 700 }}
                >
                  {length.format(Math.round(body.mm(to) - body.mm(rulerFrom)))}
                </text>
              )}
            </g>
          );
        })}
      {current && cutMm !== null && (
        <g>
          <path
            d={`M ${X(current.to)} ${dimRoom - 22} V ${rulerY - 4}`}
            stroke="var(--emberline)"
            strokeWidth="5"
          />
          <path d={`M ${X(current.to)} ${rulerY} l -9 -15 h 18 z`} fill="var(--ember)" />
          <path
            d={`M ${X(face)} ${dimRoom - 20} V ${dimRoom + 8} M ${X(face)} ${dimRoom - 9} H ${X(current.to)}`}
            stroke="var(--ink)"
            strokeWidth="1.5"
            fill="none"
          />
          <text
            x={X(current.to) + 12}
            y={dimRoom - 8}
            className="fig"
            fill="var(--ink)"
            style={{ fontSize: 26, fontWeight: 700 }}
          >
            {length.format(Math.round(cutMm))} {length.unit}
          </text>
        </g>
      )}
      <g transform={`translate(${X(rulerFrom)} ${rulerY})`}>
        <path className="rul" d={`M 0 0.5 H ${ruledMm * perMm}`} />
        {ticks.map((t) => (
          <path key={t} className="rul" d={`M ${Math.round(t * perMm) + 0.5} 0 v ${t % 50 === 0 ? 11 : 6}`} />
        ))}
        {(steaks || pieces.length === 0 ? ticks : [])
          .filter((t) => t % big === 0)
          .map((t) => (
            <text key={t} x={t * perMm} y="28" className="i3 mid" style={{ fontSize: 16 }}>
              {t}
            </text>
          ))}
      </g>
      <text x={Math.max(110, X(rulerFrom) - 12)} y={rulerY + 6} className="i3 end" style={{ fontSize: 16 }}>
        {rulerFrom > 0 ? 'mm from the face' : ''}
      </text>
    </svg>
  );
}

/** A skate's wing from above, the cut edge left: the knife runs out along the cartilage. */
function Wing({
  grams,
  draws,
  width,
  height,
  name,
}: {
  grams: number;
  draws: string | null;
  width: number;
  height: number;
  name: string;
}) {
  const points = wingOutline(grams);
  const long = Math.max(...points.map((p) => p[0]));
  const wide = Math.max(...points.map((p) => p[1]));
  const perMm = Math.min((width - 40) / wide, (height - 30) / long);
  const at = (x: number, y: number) => `${(20 + y * perMm).toFixed(1)} ${(12 + x * perMm).toFixed(1)}`;
  const outline = points.map(([x, y]) => at(x, y)).join(' L ');
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`A wing of ${name}, ${Math.round(wide)} mm wide`}
    >
      <path
        className="f-body"
        d={`M ${at(0, 0)} L ${outline} L ${at(long, 0)} Z`}
        style={{ strokeWidth: 2.4 }}
      />
      {points.slice(1, -1).map(([x, y]) => (
        <path key={x} className="f-ray" d={`M ${at(long * 0.5, 0)} L ${at(x, y * 0.94)}`} />
      ))}
      {draws === 'wing' &&
        [0.25, 0.5, 0.75].map((s) => (
          <path
            key={s}
            d={`M ${at(long * s, 6)} Q ${at(long * s, wide * 0.4)} ${at(long * (0.5 + (s - 0.5) * 0.5), wide * 0.72)}`}
            fill="none"
            stroke={s === 0.5 ? 'var(--emberline)' : 'var(--ink2)'}
            strokeWidth={s === 0.5 ? 5 : 1.5}
            strokeDasharray={s === 0.5 ? undefined : '6 5'}
          />
        ))}
      <text x={24} y={height - 6} className="i3" style={{ fontSize: 16 }}>
        {Math.round(wide)} mm wide
      </text>
    </svg>
  );
}
