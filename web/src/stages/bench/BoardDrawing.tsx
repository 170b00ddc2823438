import type { SpeciesRow, Ticket } from '@ember-slate/contract';
import type { BladeView, Drawing, Lies } from '@ember-slate/core/board';
import {
  equalPieces,
  remark,
  targetPieces,
  zone,
  type Body,
  type Known,
  type Piece,
} from '@ember-slate/core/body';
import { bladeScene, bodyAt, sceneAt, type Scene, type Sight } from '@ember-slate/core/picture';
import { useSize } from '../../app/size.ts';
import { useLength } from '../../parts/length.ts';
import { useMass } from '../../parts/Mass.tsx';
import { SceneDrawing } from '../../parts/SceneDrawing.tsx';
import { piecesOff, type Slot } from './slots.ts';
import { say } from './say.ts';

type Step = Ticket['steps'][number];

/** Sections of the plan that each drawing shows. */
const sectionsOf: Readonly<Record<string, readonly string[]>> = {
  steaks: ['front', 'middle'],
  portions: ['side', 'eyed_back'],
  bias: ['side'],
  block: ['loin'],
  belly: ['belly'],
};

type PlannedPiece = NonNullable<Ticket['marks']>['pieces'][number];

/** Pieces as the cut plan has them, near side, head end first; none where no plan made the ticket. */
const plannedPieces = (ticket: Ticket, draws: string): PlannedPiece[] =>
  (ticket.marks?.pieces ?? [])
    .filter((p) => p.copy === 0 && sectionsOf[draws]?.includes(p.section))
    .sort((a, b) => a.from - b.from);

/** Slices of a thickness from the start of the zone, each as heavy as it comes out. */
function slicesOf(body: Body, from: number, to: number, mm: number): Piece[] {
  const z = { ...zone(body, 'front'), from, to };
  const step = body.u(mm);
  return Array.from({ length: Math.floor((to - from) / step + 1e-9) }, (_, i): Piece => {
    const a = from + i * step;
    return { from: a, to: a + step, grams: z.grams * (z.curve.at(a + step) - z.curve.at(a)) };
  });
}

interface BoardMarks {
  pieces: Piece[];
  belly: Piece[];
  /** Pieces that are off already. */
  done: number;
  /** What the fish weighs of what the body model says, by the pieces that are off. */
  factor: number;
}
const noMarks: BoardMarks = { pieces: [], belly: [], done: 0, factor: 1 };

/** Slices: beside sides behind the collar; alone best behind the vent, if there are enough. */
function slicesFor(ticket: Ticket, body: Body, slot: Slot | null): Piece[] {
  const { collar, vent, steakEnd } = body.profile;
  const cuts = ticket.cuts.filter((c) => c.form === slot?.item);
  const mm = slot?.cut?.thickMm ?? cuts[0]?.thickMm ?? null;
  const wanted = cuts.reduce((n, c) => n + (c.pieces ?? 1), 0);
  const from = (u: number) =>
    mm !== null
      ? slicesOf(body, u, steakEnd, mm)
      : targetPieces({ ...zone(body, 'front'), from: u }, slot?.aim ?? slot?.form?.pieceG ?? 200);
  if (ticket.stepIds.includes('fillet_first')) return from(collar).slice(0, wanted);
  const best = from(vent);
  return best.length >= wanted || ticket.stepIds.includes('joint') ? best : from(collar);
}

/** A row of equal pieces along a side, near the weight that is aimed at. */
function rowFor(body: Body, slot: Slot | null, kind: 'side' | 'loin' | 'belly'): Piece[] {
  const z = zone(body, kind);
  const grams = z.grams * (z.curve.at(z.to) - z.curve.at(z.from));
  return equalPieces(z, Math.max(1, Math.round(grams / (slot?.aim ?? slot?.form?.pieceG ?? 160))));
}

/**
 * A row of pieces that are cut one after another, as the plan or the form has them. After each that was weighed the rest
 * of the row is marked anew; slices by thickness weigh what they weigh. Pieces of another form in the row are weighed
 * later: their stretch stays as wide as it was.
 */
function rowOf(
  ticket: Ticket,
  body: Body,
  slot: Slot | null,
  draws: string,
  row: readonly (Piece & { form?: string })[],
): BoardMarks {
  if (!slot) return { ...noMarks, pieces: [...row] };
  const sides = draws === 'steaks' ? 1 : 2;
  const mine = row.filter((p) => (p.form ?? slot.item) === slot.item);
  const off = piecesOff(ticket, slot.item);
  // Fish after fish, side after side; when all of the ticket is cut the last row stands.
  const nth = Math.min(Math.floor(off.length / Math.max(1, mine.length)), ticket.fish * sides - 1);
  const weighedOf = (n: number) => {
    const these = off.slice(n * mine.length, (n + 1) * mine.length);
    return row.map((p) => these[mine.indexOf(p)]);
  };
  const next = mine[off.length - nth * mine.length];
  const done = next ? row.indexOf(next) : row.length;
  if (ticket.cuts.some((c) => c.form === slot.item && c.thickMm !== null))
    return { ...noMarks, pieces: [...row], done };
  const z = zone(body, draws === 'steaks' ? 'front' : 'side');
  const said = row.reduce((s, p) => s + z.grams * (z.curve.at(p.to) - z.curve.at(p.from)), 0);
  const meant = row.reduce((s, p) => s + p.grams, 0);
  // A side weighs what is left of it when it is trimmed and skinned; a slice across the fish weighs all of it.
  const share = draws === 'steaks' || said <= 0 ? 1 : meant / said;
  const ours = { ...z, grams: z.grams * share };
  const anew = (n: number, before?: Known) => remark(ours, row, weighedOf(n), before, ticket.spread);
  return { belly: [], done, ...anew(nth, nth % sides === 1 ? anew(nth - 1) : undefined) };
}

/** Which cut of the body a step works on, and how many pieces of it are off. */
export function marksFor(ticket: Ticket, body: Body, slot: Slot | null, draws: string): BoardMarks {
  const planned = plannedPieces(ticket, draws);
  const orElse = (row: () => Piece[]) => (planned.length > 0 ? planned : row());
  switch (draws) {
    case 'steaks':
      return rowOf(
        ticket,
        body,
        slot,
        draws,
        orElse(() => slicesFor(ticket, body, slot)),
      );
    case 'portions':
    case 'bias':
      return rowOf(
        ticket,
        body,
        slot,
        draws,
        orElse(() => rowFor(body, slot, 'side')),
      );
    case 'block':
      return planned.length > 0
        ? { ...noMarks, pieces: planned, belly: plannedPieces(ticket, 'belly') }
        : { ...noMarks, pieces: rowFor(body, slot, 'loin'), belly: rowFor(body, slot, 'belly') };
    default:
      return { ...noMarks, pieces: planned };
  }
}

/** Where the fish begins now: what is in front of it is off. */
function faceOf(ticket: Ticket, body: Body, step: Step, marks: BoardMarks): number {
  const now = ticket.stepIds.indexOf(step.id);
  const past = (id: string) => ticket.stepIds.includes(id) && ticket.stepIds.indexOf(id) < now;
  const { collar, vent, steakEnd } = body.profile;
  if (step.draws === 'steaks') {
    const first = marks.pieces[0]?.from ?? (past('joint') ? vent : collar);
    return marks.done > 0 ? (marks.pieces[marks.done - 1]?.to ?? marks.pieces.at(-1)?.to ?? first) : first;
  }
  if (past('slices') && !ticket.stepIds.includes('fillet_first')) return steakEnd;
  return past('joint') ? vent : 0;
}

/** What is off the fish on the board already, as words in its place. */
function goneOf(ticket: Ticket, body: Body, step: Step, face: number, mass: (g: number) => string) {
  const { collar, vent } = body.profile;
  if (step.lies !== 'fish' || face <= collar) return [];
  const weighed = (act: string) => {
    const forms = (ticket.steps.find((s) => s.id === act)?.cuts ?? []).map((i) => ticket.cuts[i]!.form);
    const grams = ticket.weighOuts.filter((w) => forms.includes(w.item)).reduce((s, w) => s + w.grams, 0);
    return grams > 0 ? mass(grams) : '';
  };
  const joint = ticket.stepIds.includes('joint') && face >= vent - 1e-6;
  return [
    ...(joint ? [{ from: collar, to: vent, name: say('joint_done'), detail: weighed('joint') }] : []),
    ...(step.draws !== 'steaks' && ticket.stepIds.includes('slices')
      ? [{ from: joint ? vent : collar, to: face, name: say('slices_done'), detail: weighed('slices') }]
      : []),
  ];
}

/** The ways of the blade seen across the fish: where it rides in the flesh. */
function BladeFigure({ view, width, height }: { view: Scene; width: number; height: number }) {
  return (
    <figure className="m-0 shrink-0 border-l border-line pl-3" style={{ width }}>
      <figcaption className="font-figure text-label font-semibold">{say('blade_view')}</figcaption>
      <SceneDrawing
        scene={view}
        width={width - 14}
        height={height - 26}
        label={say('where_the_blade_rides_seen_across')}
        figures={{}}
        dimension={null}
        gone={[]}
        ruledFromFace={false}
      />
    </figure>
  );
}

/** What is off already, as stretches of the scene. */
const goneIn = (body: Body, gone: ReturnType<typeof goneOf>) =>
  gone.map((g) => ({
    ...g,
    fromMm: body.mm(g.from),
    toMm: body.mm(g.to),
    half: body.halfHeight((g.from + g.to) / 2),
  }));

/** What lies on the board at a step, to scale, with the way of the blade in ember and where it rides in the flesh. */
export function BoardDrawing({
  ticket,
  species,
  step,
  slot,
}: {
  ticket: Ticket;
  species: SpeciesRow;
  step: Step;
  slot: Slot | null;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const mass = useMass();
  const length = useLength();
  const input = ticket.inputs[0]!;
  const of = { species, input: input.condition, grams: input.grams / input.pieces };
  const body = bodyAt(of);
  const marks = body ? marksFor(ticket, body, slot, step.draws ?? '') : noMarks;
  const face = body ? faceOf(ticket, body, step, marks) : 0;
  const sight: Sight = {
    ...of,
    act: {
      id: step.id,
      lies: step.lies as Lies,
      draws: step.draws as Drawing | null,
      before: step.before,
    },
    pieces: marks.pieces,
    bellyPieces: marks.belly,
    off: marks.done,
    face,
    firstCut: ticket.firstCut,
    done: ticket.stepIds.slice(0, ticket.stepIds.indexOf(step.id)),
  };
  const scene = sceneAt(sight);
  const view = step.view ? bladeScene(body, step.view as BladeView) : null;
  const next = step.draws === 'steaks' ? marks.pieces[marks.done] : undefined;
  const dimension = next && body ? { fromMm: body.mm(face), toMm: body.mm(next.to) } : null;
  const words = dimension
    ? say('cut_from_the_face', {
        cutMm: length.format(Math.round(dimension.toMm - dimension.fromMm)),
        unit: length.unit,
      })
    : say('what_lies_on_the_board_to_scale', {
        scene: scene && scene.blades.length > 0 ? say('with_the_way_of_the_blade') : '',
      });
  const raw = ticket.expected.trims.find((t) => t.part === 'ray_body');
  const wide = view && width > 620 ? Math.min(360, width * 0.36) : 0;
  const drawn = height > 60;
  return (
    <div ref={ref} className="flex h-full min-h-[120px] overflow-hidden">
      {drawn && scene && (
        <SceneDrawing
          scene={scene}
          width={width - wide}
          height={height}
          label={words}
          figures={{ waste_body: raw ? mass(Math.round(raw.grams / ticket.fish)) : '' }}
          dimension={dimension}
          gone={body ? goneIn(body, goneOf(ticket, body, step, face, mass)) : []}
          ruledFromFace={step.draws === 'steaks'}
        />
      )}
      {drawn && view && wide > 0 && <BladeFigure view={view} width={wide} height={height} />}
    </div>
  );
}
