import * as z from 'zod';
import * as f from './fields.ts';

const step = z.object({
  id: z.string(),
  title: z.string(),
  short: z.string(),
  why: z.string(),
  how: z.array(z.string()).readonly(),
  tool: z.string(),
  check: z.string(),
  cautions: z.array(z.string()).readonly(),
  minutes: z.number(),
  once: z.boolean(),
  timer: z.number().nullable(),
  trims: z.array(z.string()).readonly(),
  /** How often it is done on this ticket: by fish, fillet, piece, or once. */
  times: z.number(),
  /** Cuts of the ticket it is for, by their place; empty where it is for the fish as a whole. */
  cuts: z.array(z.number().int()).readonly(),
  begin: z.string(),
  way: z.string(),
  hand: z.string(),
  /** What lies on the board, the line of the blade, and where it rides in the flesh. */
  lies: z.string(),
  draws: z.string().nullable(),
  view: z.string().nullable(),
  /** The fish as it lies when the act begins: what is still on it. */
  before: z.object({
    head: z.boolean(),
    gills: z.boolean(),
    guts: z.boolean(),
    scales: z.boolean(),
    fins: z.boolean(),
    spines: z.boolean(),
    tailFin: z.boolean(),
    skin: z.boolean(),
    silver: z.boolean(),
    skirts: z.boolean(),
    open: z.boolean(),
  }),
});

/** What a ticket cuts: a line of an order, or pieces for the counter. */
const cut = z.object({
  id: f.id,
  lineId: f.id.nullable(),
  form: f.formId,
  formName: z.string(),
  customer: z.string().nullable(),
  orderNumber: z.number().int().nullable(),
  dueAt: f.instant.nullable(),
  pieces: z.number().int().nullable(),
  pieceGrams: z.number().int().nullable(),
  totalGrams: z.number().int().nullable(),
  /** What the customer wishes beside: slices of a thickness, and what becomes of the trim. */
  thickMm: z.number().int().nullable(),
  trimWish: f.trimWish,
  packing: f.packing,
  options: z.array(z.string()),
});
/** One form that a ticket cuts: for whom, how many pieces of how many grams, and what was wished. */
export type TicketCut = z.infer<typeof cut>;

export const timer = z.object({
  id: f.id,
  ticketId: f.id,
  number: z.number().int(),
  name: z.string(),
  speciesName: z.string(),
  startedAt: f.instant,
  endsAt: f.instant,
});
/** A timer at the bench, by the step or by hand; it ends at an instant. */
export type Timer = z.infer<typeof timer>;

export const summary = z.object({
  id: f.id,
  number: z.number().int(),
  version: f.version,
  state: z.enum(['waiting', 'cutting', 'closed']),
  speciesId: z.string(),
  speciesName: z.string(),
  cuts: z.array(cut),
  dueAt: f.instant,
  fish: z.number().int(),
  /** What lies on the board when it begins: fish as they came, or pieces. */
  condition: f.condition,
  minutes: z.number(),
  cutter: z.object({ id: f.id, name: z.string() }).nullable(),
  /** Why it lies still; null while it does not. */
  paused: z.string().nullable(),
  stepId: z.string(),
  stepIds: z.array(z.string()),
  doneAhead: z.array(z.string()),
  /** Days left of the lot that ends first, uncut; null without a clock. */
  daysLeft: z.number().nullable(),
});
/** A ticket as the list of the bench shows it; minutes are those its steps usually take. */
export type TicketSummary = z.infer<typeof summary>;

export const done = summary.pick({ id: true, number: true, speciesName: true, cuts: true }).extend({
  closedAt: f.instant,
  inputGrams: z.number().int(),
  /** What became pieces, without the trims. */
  mainGrams: z.number().int(),
});
/** A ticket that was closed: grams in, grams of its forms, and the yield reached. */
export type DoneTicket = z.infer<typeof done>;

export const weighKinds = ['order', 'counter', 'trim', 'waste', 'drip', 'water'] as const;
const weighOut = z.object({
  id: f.id,
  cutId: f.id.nullable(),
  kind: z.enum(weighKinds),
  item: z.string(),
  grams: z.number().int(),
  pieces: z.number().int(),
  source: f.weightSource,
  tub: z.string(),
  tareGrams: z.number().int(),
  weighedAt: f.instant,
  weighedBy: z.string(),
  /** Its label, if it has one: how often printed. */
  label: z.object({ id: f.id, prints: z.number().int() }).nullable(),
});
const pass = z.object({
  staffId: f.id,
  by: z.string(),
  /** Nobody else was there to sweep after them. */
  alone: z.boolean(),
  at: f.instant,
  found: z.number().int(),
  broken: z.array(z.string()),
});
/** The bench by the clock: who cuts what when, and what will be late. */
export const benchClock = z.object({
  hands: z.array(z.object({ id: f.id, name: z.string() })),
  tickets: z.array(
    z.object({
      id: f.id,
      number: z.number().int(),
      title: z.string(),
      dueAt: f.instant,
      doneAt: f.instant,
      lateMinutes: z.number().int(),
    }),
  ),
  slots: z.array(
    z.object({
      ticketId: f.id,
      hand: z.number().int(),
      /** The board is cleaned from here to the start. */
      cleanFrom: f.instant,
      start: f.instant,
      end: f.instant,
    }),
  ),
  /** Every order was tried. */
  exact: z.boolean(),
});
/** The work of the bench laid out by hand and hour, and when each ticket is done by it. */
export type BenchClock = z.infer<typeof benchClock>;

/** Where the plan has the knife go on each fish of a ticket: stretches in shares of standard length, head end first. */
const ticketMarks = z.object({
  mode: z.string(),
  pieces: z.array(
    z.object({
      section: z.string(),
      copy: z.number().int(),
      from: z.number(),
      to: z.number(),
      grams: z.number().int(),
      form: f.formId,
      lineId: f.id.nullable(),
    }),
  ),
});
/** Where the knife goes on each fish of a ticket, mm from the snout. */
export type TicketMarks = z.infer<typeof ticketMarks>;

export const ticket = summary.extend({
  /** Closed today: it may be opened again. */
  reopens: z.boolean(),
  /** Null for a ticket no plan made. */
  marks: ticketMarks.nullable(),
  /** Seconds on this step before the last look, and since when it runs; null while it stands still. */
  stepSeconds: z.number().int(),
  stepSince: f.instant.nullable(),
  steps: z.array(step).readonly(),
  /** How the first cut of a side runs. */
  firstCut: z.string(),
  /** Tools to lay out before the first cut. */
  tools: z.array(z.string()).readonly(),
  cautions: z.array(z.string()),
  inputs: z
    .array(
      z.object({
        lotId: f.id,
        code: z.string(),
        /** `whole`, or the form of the pieces that are cut again, by its name. */
        item: z.string(),
        itemName: z.string(),
        condition: f.condition,
        scaled: z.enum(['no', 'part', 'yes']),
        pieces: z.number().int(),
        grams: z.number().int(),
        source: f.weightSource,
        daysLeft: z.number(),
        verdict: f.verdict.nullable(),
      }),
    )
    .min(1),
  expected: z.object({
    yield: z.number(),
    /** Grams of each cut, in the order of the cuts; and how much of it was asked for. */
    mains: z.array(z.number().int()),
    asked: z.array(z.number().int()),
    drip: z.number().int(),
    /** `keep` is the shop's own rule, and that the part may be eaten at all. */
    trims: z.array(z.object({ part: f.trimId, grams: z.number().int(), keep: z.boolean() })),
  }),
  /** What the rest of a fish is marked anew by. */
  spread: f.spread,
  weighOuts: z.array(weighOut),
  sweep: z.object({
    one: pass.nullable(),
    two: pass.nullable(),
    /** The shop wants another hand for the second pass. */
    twoHands: z.boolean(),
    expectedBones: z.string(),
  }),
  frameGrade: z.number().int().nullable(),
  timers: z.array(timer),
  balance: z.object({
    input: z.number().int(),
    unaccounted: z.number().int(),
    allowed: z.number().int(),
    closes: z.boolean(),
  }),
});
/** Where cutters disagree, with what each way would do to this ticket. */
export const methods = z.array(
  z.object({
    question: z.string(),
    name: z.string(),
    by: z.enum(['default', 'shop', 'cutter', 'ticket', 'rule']),
    because: z.string(),
    method: z.string(),
    /** What each way would do to this ticket: grams of the forms and minutes, against now. */
    ways: z.array(
      z.object({
        method: z.string(),
        name: z.string(),
        note: z.string(),
        refused: z.string().nullable(),
        grams: z.number().int(),
        minutes: z.number(),
        /** What the ticket brings for each minute of the hand at today’s prices, minor units; null without a price. */
        perMinute: z.number().nullable(),
      }),
    ),
  }),
);
/** One question of cutting, the ways there are, and what each changes in grams and minutes. */
export type TicketMethod = z.infer<typeof methods>[number];
/** A ticket as it stands: its fish, steps, weights, bone sweep and balance of grams. */
export type Ticket = z.infer<typeof ticket>;
/** One weight taken out of a ticket, grams net of tub and tare, and how it is known. */
export type WeighOut = z.infer<typeof weighOut>;

export const tub = z.object({
  name: f.name('name of the tub', 40),
  grams: z.number().int().min(1, 'An empty tub weighs something').max(20_000),
});
/** A tub or tray the bench knows, by its empty weight in grams. */
export type Tub = z.infer<typeof tub>;
