import './plain.ts';
import { type RuleProfile } from '@ember-slate/core/freshness';
import { weightSources, type WeightSource } from '@ember-slate/core/units';
import * as z from 'zod';
import { packings, type Packing } from '@ember-slate/core/board';
import type { Category, Use, Verdict } from '@ember-slate/core/freshness';
import { stockPlaces, type StockPlace } from '@ember-slate/core/ledger';
import { rawGrounds, type RawGround } from '@ember-slate/core/coldchain';
import { arrivalConditions } from '@ember-slate/core/species';
import type { ProductionMethod } from '@ember-slate/core/labels';
import { trims, type TrimId, type TrimWish } from '@ember-slate/core/yields';

/** Fields many requests share, with the trade's own words for what is wrong. */

/**
 * Plain text: no control characters but the ends of lines, none that turn letters round or hide, no half characters.
 * One pattern for all that people write, so that nothing they write can pass for something else.
 */

/** Text without control characters or letters nobody sees. */
export const plainText =
  /^(?:[^\u0000-\u0008\u000b-\u001f\u007f-\u009f\u00ad\u061c\u200b-\u200f\u2028-\u202e\u2060-\u206f\ud800-\udfff\ufeff\ufff9-\ufffb]|[\ud800-\udbff][\udc00-\udfff])*$/;
const notPlain = 'No control characters or hidden letters';

/** Free text of at most so many characters, its ends trimmed. */
export const text = (max: number, tooLong = `At most ${max} characters`) =>
  z.string().trim().max(max, tooLong).regex(plainText, notPlain);
/** A name that must be given, at most so many characters. */
export const name = (what: string, max = 80) =>
  z
    .string()
    .trim()
    .min(1, `Say the ${what}`)
    .max(max, `The ${what} is longer than ${max} characters`)
    .regex(plainText, notPlain)
    .refine((t) => !/[\t\n]/.test(t), 'On one line, please');
/** A remark of at most 500 characters; none is an empty one. */
export const note = text(500, 'A note is at most 500 characters').default('');

/** Why something was put right, kept with what it said before; none where nobody has built on it yet. */
export const reasonOrNone = text(120, 'A reason is at most 120 characters').default('');

/** The signature of a second person, as their PIN gave it; or that nobody else is in the shop. */
export const second = z.union(
  [z.literal('alone'), z.string().regex(/^[A-Za-z0-9_-]{43}$/)],
  'Somebody else signs this too',
);

/** What a person signs in with. */
export const pin = z.string().regex(/^\d{4,8}$/, 'A PIN is 4 to 8 digits');

/** The largest number a row can have. */
const mostRows = 4_294_967_295;
/** A row's number. */
export const id = z.number().int().positive().max(mostRows, 'There is no such row');
/** The same where an address says it. */
export const idInQuery = z.coerce.number().int().positive().max(mostRows, 'There is no such row');
/** Which ticket or batch made it; 0 as landed. */
export const batch = z.number().int().min(0).max(mostRows, 'There is no such batch');
/** The version of a record: a change names the one that was read. */
export const version = z.number().int().positive().max(mostRows);
/** The answer to an edit: the version it made. */
export const saved = z.object({ version });
/** A weight in whole grams, more than nothing. */
export const grams = z
  .number({ error: 'Give the weight in grams' })
  .int('Whole grams, please')
  .min(1, 'A weight is more than nothing')
  .max(2_000_000, 'More than two tonnes: check the unit');
/** A number of fish or pieces, at least one. */
export const pieces = z
  .number({ error: 'Give the number' })
  .int('Whole fish, please')
  .min(1, 'At least one')
  .max(20_000, 'More than 20 000: check the count');
/** What was taken by rate of tax: rate in hundredths of a per cent, money with tax and the tax in it, minor units. */
export const taxSums = z.array(
  z.object({ rate: z.number().int(), paid: z.number().int(), tax: z.number().int() }),
);

/** Money in minor units of the shop’s currency, not below nothing. */
export const money = z
  .number({ error: 'Give the price' })
  .int()
  .min(0, 'A price is not negative')
  .max(10_000_000, 'That price cannot be right');
/** A rate of tax, hundredths of a per cent; null where none is charged. */
export const taxRate = z
  .number({ error: 'Give a rate in per cent' })
  .int('A rate has two decimals at most')
  .min(0, 'A rate is not below nothing')
  .max(10_000, 'A rate is at most 100 %')
  .nullable();
/** A temperature in tenths of a degree C. */
export const tenths = z
  .number()
  .int()
  .min(-400, 'Colder than -40 C: check the probe')
  .max(600, 'Warmer than 60 C: check the probe');
/** Cash, card, or on account. */
export const pay = z.enum(['cash', 'card', 'account']);
/** Days a shop's books can hold: nothing before this century, nothing after it. */
const inCentury = (text: string) => text >= '2000-01-01' && text < '2100-01-01';
/** A date of this century, as 2026-11-25. */
export const day = z.iso.date('Give a date').refine(inCentury, 'A day of this century, please');
/** A moment in UTC, as ISO 8601. */
export const instant = z.iso
  .datetime('Give a date and time')
  .refine(inCentury, 'A time of this century, please');
/** How a weight is known: measured, typed, estimated, or said by a stand-in. */
export const weightSource = z.enum(weightSources);
/** One big fish from the scale and the board. */
export const oneFish = z.object({
  grams,
  source: weightSource,
  lengthMm: z
    .number()
    .int()
    .min(20, 'Shorter than 2 cm: check the unit')
    .max(5000, 'Longer than 5 m')
    .nullable(),
});
export type { WeightSource };

/** A short name that programs give: of a step, a question, a fish of a plan. */
export const key = (max: number) =>
  z.string().regex(new RegExp(`^[A-Za-z0-9_:./ -]{1,${max}}$`), 'Not a name of this shop');
/** What a scanner reads: printable characters, and the group separators of GS1. */
export const scanned = z.string().regex(/^[\u001d\u0020-\u007e]{0,200}$/, 'That is no code of a label');

/** A species of the book, by its id. */
export const speciesId = z
  .string({ error: 'Choose the species' })
  .min(1, 'Choose the species')
  .regex(/^[a-z0-9_-]{1,40}$/, 'Not in the species book');
/** A kind of trim, every one the core knows. */
export const trimId = z.enum(Object.keys(trims) as [TrimId, ...TrimId[]]);
/** What a row of stock is: the fish as landed or a form, a kind of trim, something made of trim. */
export const item = z.union(
  [
    z.string().regex(/^[a-z0-9_]{1,40}$/),
    z.templateLiteral([z.literal('trim:'), trimId]),
    z.string().regex(/^made:[a-z_]{2,30}$/),
  ],
  'Nothing of that kind is in a shop',
);
/** A form of the shop’s book, shipped or its own. */
export const formId = z.string().regex(/^[a-z_:0-9]{2,40}$/, 'Choose a form of this shop');
/** What the customer will do with it. */
export const use = z.enum(['raw', 'steam', 'grill', 'poach', 'fry'] satisfies Use[]);
/** How it is packed. */
export const packing = z.enum(packings as [Packing, ...Packing[]]);
/** What becomes of the trim: the shop keeps it, head and bones go along, or all of it does. */
export const trimWish = z.enum(['shop', 'stock', 'all'] satisfies TrimWish[]);
/** How a fish came: whole, gutted, a tail, a piece. */
export const condition = z.enum(arrivalConditions);
/** What a grade allows: sale, sale today, cooking only, waiting, or none. */
export const verdict = z.enum(['accept', 'use_today', 'cooked_only', 'hold', 'reject'] satisfies Verdict[]);
/** Freshness category of the common market standards (Regulation (EC) 2406/96). */
export const category = z.enum(['Extra', 'A', 'B', 'Not admitted'] satisfies Category[]);
/** A place in which stock lies. */
export const stockPlace = z.enum(stockPlaces as [StockPlace, ...StockPlace[]]);
/** Whose rules the shop follows. */
export const ruleProfile = z.enum(['eu', 'us'] satisfies RuleProfile[]);
/** What lets fish be eaten raw though it was not frozen. */
export const rawGround = z.enum(rawGrounds as [RawGround, ...RawGround[]]);
/** Caught at sea, caught in fresh water, or farmed. */
export const production = z.enum(['caught', 'caught_freshwater', 'farmed'] satisfies ProductionMethod[]);
/** What a person does in the shop; it decides what they may. */
export const role = z.enum(['counter', 'bench', 'manager']);

/**
 * How far pieces come out off what was aimed at, one standard deviation as a share of the weight: what a fish is off by
 * and what each cut adds, and the tickets it was learned from.
 */
export const spread = z.object({
  fish: z.number().min(0.001).max(1),
  cut: z.number().min(0.001).max(1),
  tickets: z.number().int().min(0),
});

/** A share or a factor of the body model. */
const ratio = z.number().min(-100).max(100);
const curve = z.array(z.tuple([ratio, ratio])).max(40);
/** What a shop measured of a species' body; see the body model for each. */
export const bodyOwn = z
  .object({
    points: z.array(z.tuple([ratio, ratio, ratio])).max(40),
    kappa: ratio,
    collar: ratio,
    vent: ratio,
    pinBonesEnd: ratio.nullable(),
    tail: ratio,
    filletEnd: ratio,
    fin: ratio,
    steakEnd: ratio,
    cavity: curve,
    flesh: curve,
    loin: curve,
  })
  .partial();

/** An RFC 9457 problem document; `errors` names fields by path, `current` is what a stale write missed. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  code: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  current: z.unknown().optional(),
  retryAfter: z.number().optional(),
});
/** Why a request was refused (RFC 9457), with what is wrong at which field. */
export type Problem = z.infer<typeof problem>;
/** The record that was made or changed. */
export const done = z.object({ id: z.number().int() });
/** One row of stock: this item of this lot, made by this ticket (0: as landed), in this place. */
export const stockKey = {
  place: stockPlace,
  lotId: id,
  item,
  batch,
};
/** The same in an answer: what an older version let in is named as it stands. */
export const onHandKey = { ...stockKey, item: z.string() };
