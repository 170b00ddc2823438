import fc, { type Arbitrary } from 'fast-check';
import * as z from 'zod';
import { plainText } from '../fields.ts';
import type { Route } from '../route.ts';

/** What a shop of a test holds, so that what is drawn speaks of it. */
export interface Known {
  species: readonly string[];
  items: readonly string[];
  days: readonly string[];
  now: Date;
  /** Only what the schemas allow, as a server answers. */
  answered?: boolean;
}

interface Schema {
  type?: string | readonly string[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  prefixItems?: Schema[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  enum?: unknown[];
  const?: unknown;
  format?: string;
  pattern?: string;
  maxLength?: number;
  minLength?: number;
  minItems?: number;
  maxItems?: number;
  minimum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
  maximum?: number;
  additionalProperties?: Schema | boolean;
  propertyNames?: Schema;
}

const strange = [
  '',
  'x',
  'constructor',
  '__proto__',
  'trim:',
  'made:',
  "'; --",
  '=1+1',
  '\u202e',
  'a'.repeat(600),
  '%',
  '\\',
];
const nonsense: Arbitrary<unknown> = fc.constantFrom<unknown>(
  null,
  -1,
  0,
  1e12,
  1e308,
  0.5,
  true,
  '',
  [],
  {},
  ...strange,
);

const fits = (s: Schema) => {
  const pattern = s.pattern === undefined ? null : new RegExp(s.pattern, 'u');
  return (t: unknown) =>
    typeof t === 'string' &&
    t === t.trim() &&
    t.length >= (s.minLength ?? 0) &&
    t.length <= (s.maxLength ?? Infinity) &&
    (pattern === null || pattern.test(t));
};

function textOf(name: string, s: Schema, known: Known): Arbitrary<unknown> {
  const any = anyText(name, s, known);
  if (!known.answered || s.format !== undefined) return any;
  if (/species/i.test(name)) return fc.constantFrom(...known.species);
  if (/item|form|like/i.test(name)) {
    const cut = (item: string) => !item.includes(':') && item !== 'whole';
    const there = known.items.filter(fits(s)).filter((i) => !/form/i.test(name) || cut(i));
    return there.length > 0 ? fc.constantFrom(...there) : fc.stringMatching(new RegExp(s.pattern!, 'u'));
  }
  const own = s.pattern !== undefined && s.pattern !== plainText.source;
  return own ? fc.stringMatching(new RegExp(s.pattern!, 'u')) : any.filter(fits(s));
}

function anyText(name: string, s: Schema, known: Known): Arbitrary<unknown> {
  if (s.format === 'date') return fc.constantFrom(...known.days);
  if (s.format === 'date-time')
    return fc
      .integer({ min: -40, max: 400 })
      .map((d) => new Date(known.now.getTime() + d * 21_600_000).toISOString());
  if (/species/i.test(name)) return fc.constantFrom(...known.species);
  if (/item|form|like/i.test(name)) return fc.constantFrom(...known.items);
  return fc.oneof(
    fc.constantFrom('ok', 'one two', 'fillet', 'A1', 'stone', ...strange),
    fc.string({ maxLength: 30 }),
  );
}

/** The bounds a schema names for a number, or these. */
function boundsOf(s: Schema, [lowest, highest]: readonly [number, number]) {
  const step = s.type === 'integer' ? 1 : 0.001;
  const least = s.exclusiveMinimum === undefined ? s.minimum : s.exclusiveMinimum + step;
  const most = s.exclusiveMaximum === undefined ? s.maximum : s.exclusiveMaximum - step;
  const named = (bound: number | undefined) =>
    bound !== undefined && Math.abs(bound) < Number.MAX_SAFE_INTEGER;
  return { low: named(least) ? least! : lowest, high: named(most) ? most! : highest };
}

/** A list names nothing twice: what it is told apart by is different in each. */
function oneOfEach(list: unknown[]): unknown[] {
  const names = [
    'id',
    'lotId',
    'lineId',
    'ticketId',
    'position',
    'day',
    'name',
    'code',
    'item',
    'form',
    'part',
    'speciesId',
    'cutter',
    'cutterId',
    'from',
  ];
  const key = (o: unknown) =>
    typeof o === 'object' && o !== null
      ? JSON.stringify(
          names
            .filter((n) => n in o)
            .map((n) => (o as Record<string, unknown>)[n])
            .slice(0, 1),
        )
      : JSON.stringify(o);
  return [...new Map(list.map((o) => [key(o), o])).values()];
}

/** What is wanted is pieces of a weight or a total weight: a rule of the contract that its schemas cannot say. */
function oneQuantity(o: Record<string, unknown>) {
  if (!('totalGrams' in o && 'pieceGrams' in o && 'pieces' in o)) return o;
  return o.totalGrams === null
    ? { ...o, pieces: o.pieces ?? 2, pieceGrams: o.pieceGrams ?? 200 }
    : { ...o, pieces: null, pieceGrams: null };
}

function valueOf(name: string, s: Schema, known: Known): Arbitrary<unknown> {
  const options = s.anyOf ?? s.oneOf;
  if (options) return fc.oneof(...options.map((o) => valueOf(name, o, known)));
  if (s.enum) return fc.constantFrom(...s.enum);
  if ('const' in s) return fc.constant(s.const);
  if (Array.isArray(s.type))
    return fc.oneof(...s.type.map((type: string) => valueOf(name, { ...s, type }, known)));
  switch (s.type) {
    case 'string':
      return textOf(name, s, known);
    case 'integer':
    case 'number': {
      // Where a schema names no bound, what is answered is of a shop's size.
      const { low, high } = boundsOf(s, known.answered ? [0, 1e6] : [-5, 1e9]);
      const least = Math.ceil(low);
      const near = fc.integer({
        min: least,
        max: Math.max(least, Math.floor(Math.min(high, Math.max(low + 1, 40)))),
      });
      const ends = fc.constantFrom(low, high);
      return s.type === 'number'
        ? fc.oneof(...(least <= high ? [near] : []), ends, fc.double({ min: low, max: high, noNaN: true }))
        : fc.oneof(near, near, near, ends);
    }
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'array':
      if (s.prefixItems) return fc.tuple(...s.prefixItems.map((i) => valueOf(name, i, known)));
      return (
        fc
          .array(valueOf(name, s.items ?? {}, known), {
            minLength: s.minItems ?? 0,
            maxLength: Math.min(s.maxItems ?? 4, (s.minItems ?? 0) + 4),
          })
          // So many, each at its place, are no rows of their own: days of a week may be alike.
          .map((list) =>
            known.answered && (s.maxItems === undefined || s.minItems !== s.maxItems)
              ? oneOfEach(list)
              : list,
          )
      );
    case 'object':
      if (typeof s.additionalProperties === 'object')
        return fc.dictionary(
          fc.constantFrom(...((s.propertyNames?.enum as string[]) ?? ['skin', 'gills', 'steaks', 'x'])),
          valueOf(name, s.additionalProperties, known),
          { maxKeys: 3 },
        );
      return fc
        .record(
          Object.fromEntries(Object.entries(s.properties ?? {}).map(([k, p]) => [k, valueOf(k, p, known)])),
          {
            requiredKeys: s.required ?? [],
          },
        )
        .map((o) => (known.answered ? oneQuantity(o) : o));
    default:
      return nonsense;
  }
}

/** Now and then one field of an object holds something else altogether. */
const spoilt = (value: Arbitrary<unknown>): Arbitrary<unknown> =>
  fc
    .tuple(value, fc.double({ min: 0, max: 1, noNaN: true }), fc.nat(), nonsense)
    .map(([v, luck, at, junk]) => {
      if (luck > 0.2 || typeof v !== 'object' || v === null || Array.isArray(v)) return v;
      const keys = Object.keys(v);
      return keys.length === 0 ? v : { ...v, [keys[at % keys.length]!]: junk };
    });

const schemaOf = (s: z.ZodType) => z.toJSONSchema(s, { io: 'input', unrepresentable: 'any' }) as Schema;
const pathPart = (name: string, known: Known): Arbitrary<string> =>
  name === 'day'
    ? fc.constantFrom(...known.days, '2026-02-30', 'today')
    : fc.oneof(
        fc.integer({ min: 1, max: 12 }).map(String),
        fc.constantFrom(
          '0',
          '4294967295',
          '99999999999',
          ...known.species.slice(0, 3),
          'head',
          'roe',
          'stock_pack',
          '%00',
          '..%2f',
        ),
      );

export interface RandomRequest {
  path: string;
  method: string;
  body: unknown;
}

/**
 * Requests of one route: bodies and queries that its schemas mostly allow, with numbers at their bounds, ids that exist
 * and ids that do not, and now and then something no schema allows.
 */
export function requestsOf(route: Route, known: Known): Arbitrary<RandomRequest> {
  const names = [...route.path.matchAll(/:(\w+)/g)].map((m) => m[1]!);
  const query = route.query ? spoilt(valueOf('', schemaOf(route.query), known)) : fc.constant(undefined);
  const body = route.body ? spoilt(valueOf('', schemaOf(route.body), known)) : fc.constant(undefined);
  return fc.tuple(fc.tuple(...names.map((n) => pathPart(n, known))), query, body).map(([parts, q, sent]) => {
    let path = route.path;
    names.forEach((n, i) => (path = path.replace(`:${n}`, parts[i]!)));
    const asked =
      q && typeof q === 'object'
        ? new URLSearchParams(Object.entries(q).map(([k, v]) => [k, String(v)]))
        : null;
    return { method: route.method, path: asked ? `${path}?${asked.toString()}` : path, body: sent };
  });
}

/** Answers of one route, as its schema allows them. */
export const answersOf = (route: Route, known: Known): Arbitrary<unknown> =>
  valueOf('', z.toJSONSchema(route.answer, { io: 'output', unrepresentable: 'any' }) as Schema, {
    ...known,
    answered: true,
  });

/** Bodies of one route, as its schema allows them; undefined where it has none. */
export const bodiesOf = (route: Route, known: Known): Arbitrary<unknown> =>
  route.body ? valueOf('', schemaOf(route.body), { ...known, answered: true }) : fc.constant(undefined);
