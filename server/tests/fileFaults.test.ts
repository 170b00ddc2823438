import { readdirSync, readFileSync } from 'node:fs';
import { composeFile, marksFile, planFile } from '@ember-slate/contract/files';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type * as z from 'zod';
import { answerTo } from '../src/launch/files/answer.ts';
import { composed } from '../src/launch/files/compose.ts';
import { marksOf } from '../src/launch/files/marks.ts';
import { planOf } from '../src/launch/files/plan.ts';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
type Path = (string | number)[];

/** What a command says of a text; a plan is not searched for, only begun. */
const say = {
  plan: (text: string) =>
    answerTo(planFile, (f: z.infer<typeof planFile>) => planOf({ ...f, seconds: 0 }), text),
  marks: (text: string) => answerTo(marksFile, marksOf, text),
  compose: (text: string) => answerTo(composeFile, composed, text),
};
const dir = 'docs/examples';
const examples = readdirSync(dir).map((name) => ({
  name,
  kind: name.split('-')[0] as keyof typeof say,
  text: readFileSync(`${dir}/${name}`, 'utf8'),
}));
const read = (text: string) => JSON.parse(text) as { [key: string]: Json };

/** Every place of a file, with what stands there. */
function places(value: Json, path: Path = []): { path: Path; value: Json }[] {
  const inside = Array.isArray(value)
    ? value.flatMap((v, i) => places(v, [...path, i]))
    : typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([k, v]) => places(v, [...path, k]))
      : [];
  return [{ path, value }, ...inside];
}
function put(file: Json, path: Path, value: Json): Json {
  const copy = structuredClone(file);
  const parent = path.slice(0, -1).reduce<Json>((at, key) => (at as { [key: string]: Json })[key]!, copy);
  if (path.length === 0) return value;
  (parent as { [key: string]: Json })[path.at(-1)!] = value;
  return copy;
}

/** Names somebody gives: any word will do for them. */
const given = new Set(['id', 'fish']);
/** What no file may say, at a place of it: the value that stands there instead. */
const nonsense: Record<string, (value: Json, path: Path) => Json | undefined> = {
  'another kind of thing': (value) =>
    typeof value === 'number'
      ? 'much'
      : typeof value === 'string'
        ? 17
        : typeof value === 'boolean'
          ? 'yes'
          : Array.isArray(value)
            ? { some: 'x' }
            : value === null
              ? { some: 'thing' }
              : ['x'],
  'a field nobody knows': (value) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? { ...value, colour: 'blue' }
      : undefined,
  'a word nobody knows': (value, path) =>
    typeof value === 'string' && !given.has(String(path.at(-1))) ? 'no such thing' : undefined,
  'far too little': (value) => (typeof value === 'number' ? -1e9 : undefined),
  'far too much': (value) => (typeof value === 'number' ? 1e12 : undefined),
  'the wrong way round': (value) =>
    Array.isArray(value) && value.length === 2 && Number(value[0]) < Number(value[1])
      ? [value[1]!, value[0]!]
      : undefined,
  'a thing twice': (value, path) =>
    Array.isArray(value) && value.length > 0 && ['fish', 'lines', 'counter'].includes(String(path.at(-1)))
      ? [...value, value[0]!]
      : undefined,
};

describe('nonsense in a file', () => {
  const all = examples.flatMap((e) =>
    places(read(e.text)).flatMap(({ path, value }) =>
      Object.entries(nonsense).flatMap(([what, of]) => {
        const wrong = of(value, path);
        return wrong === undefined ? [] : [{ e, path, what, wrong }];
      }),
    ),
  );

  it('is refused by the path it stands at, every kind of it at every place of every example', async () => {
    expect(all.length).toBeGreaterThan(800);
    const missed: string[] = [];
    for (const { e, path, what, wrong } of all) {
      const said = await say[e.kind](JSON.stringify(put(read(e.text), path, wrong)));
      const at = path.join('.');
      if (!('wrong' in said)) missed.push(`${e.name}: ${what} at ${at} passes`);
      else if (!said.wrong.some((line) => line.startsWith(at === '' ? '' : at)))
        missed.push(`${e.name}: ${what} at ${at} is said of ${said.wrong.join('; ')}`);
    }
    expect(missed).toEqual([]);
  });

  it('never ends a command otherwise than by an answer or by lines that name a place', async () => {
    const edit = fc.record({
      at: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
      cut: fc.nat({ max: 3 }),
      put: fc.constantFrom(
        '',
        '"',
        '{',
        '}',
        '[',
        ']',
        ',',
        ':',
        '-',
        '0',
        '9',
        'e9',
        'null',
        '\\u0000',
        'é',
        '.',
      ),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...examples),
        fc.array(edit, { minLength: 1, maxLength: 4 }),
        async (e, edits) => {
          let text = e.text;
          for (const { at, cut, put: word } of edits) {
            const i = Math.floor(at * text.length);
            text = text.slice(0, i) + word + text.slice(i + cut);
          }
          const said = await say[e.kind](text);
          if ('wrong' in said) for (const line of said.wrong) expect(line).toMatch(/^.+?: ./s);
          else expect(JSON.stringify(said.answer)).not.toMatch(/NaN|Infinity/);
        },
      ),
      { numRuns: 300, seed: 20261130 },
    );
  });

  it.each([
    ['lines.0.pieces', { pieces: null }],
    ['lines.0.pieces', { pieces: 2, totalGrams: 1000 }],
    ['lines.0.window', { window: [500, 600] }],
    ['lines.0.form', { form: 'quarter_cut' }],
    ['fish.0.condition', { condition: 'wing' }],
    ['fish.0.refuses.nobody', { refuses: { nobody: 'none of it' } }],
    ['fish.0.refuses.sides', { refuses: { sides: 3 } }],
    ['counter.0.markdownPerKg', { markdownPerKg: 3000, perKg: 2000 }],
    ['flesh.toMm', { fromMm: 900, toMm: 800 }],
    ['flesh.side', { side: 0.45, gutted: 0.88 }],
    ['settings.trimsPerKg.tongues', { trimsPerKg: { tongues: 3 } }],
    ['settings.trimsPerKg.__proto__', JSON.parse('{"trimsPerKg": {"__proto__": 3}}') as object],
    ['body.vent', { body: { vent: 0.1, collar: 0.3 } }],
    ['settled', { settled: [{ fish: 'z', mode: 'fillets', pieces: [] }] }],
    ['settled.0.mode', { settled: [{ fish: 'a', mode: 'halves', pieces: [] }] }],
  ])('%s', async (at, more) => {
    const file = read(examples.find((e) => e.name === 'plan-two-sides.json')!.text);
    const [part, nth] = at.split('.');
    const list = file[part!];
    const changed =
      Array.isArray(list) && nth === '0' && part !== 'settled'
        ? { ...file, [part!]: [{ ...(list[0] as object), ...more }, ...list.slice(1)] }
        : ['flesh', 'settings'].includes(part!)
          ? { ...file, [part!]: { ...(list as object), ...more } }
          : { ...file, ...more };
    const said = await say.plan(JSON.stringify(changed));
    expect(said).toHaveProperty('wrong');
    const lines = (said as { wrong: string[] }).wrong;
    expect(lines.map((l) => l.split(':')[0])).toContain(at);
  });

  it.each<[string, { cut?: object; [key: string]: unknown }]>([
    ['cut.amount', { cut: { by: 'pieces', amount: 2.5 } }],
    ['cut.amount', { cut: { by: 'pieces', amount: 501 } }],
    ['cut.amount', { cut: { by: 'grams', amount: 100_000 } }],
    ['cut.zone', { cut: { zone: 'slab_back' } }],
    ['cut.zone', { cut: { zone: 'wing' } }],
    ['condition', { condition: 'side' }],
    ['condition', { condition: 'wing' }],
    ['body.collar', { body: { collar: 0.9 } }],
  ])('marks: %s of %j', async (at, more) => {
    const file = read(examples.find((e) => e.name === 'marks-steaks.json')!.text);
    const said = await say.marks(
      JSON.stringify({ ...file, ...more, cut: { ...(file.cut as object), ...more.cut } }),
    );
    expect(said).toHaveProperty('wrong');
    expect((said as { wrong: string[] }).wrong.map((l) => l.split(':')[0])).toContain(at);
  });
});

describe('names somebody gives', () => {
  const strange = [
    'constructor',
    '__proto__',
    'toString',
    'hasOwnProperty',
    '0',
    '-1',
    ' ',
    'é\n',
    '💐',
    'null',
  ];

  it('may be any word: the plan is the same', async () => {
    for (const e of examples.filter((x) => x.kind === 'plan')) {
      const plain = await say.plan(e.text);
      const file = read(e.text) as { fish: { id: string }[]; lines: { id: string }[] };
      for (const shift of [0, 3]) {
        const word = (i: number) => strange[(i + shift) % strange.length]!;
        const named = {
          ...file,
          fish: file.fish.map((f, i) => ({ ...f, id: word(i) })),
          lines: file.lines.map((l, i) => ({ ...l, id: word(i + 1) })),
        };
        const said = await say.plan(JSON.stringify(named));
        if (!('answer' in plain && 'answer' in said))
          throw new Error(`${e.name} is refused: ${JSON.stringify(said)}`);
        expect([said.answer.worth, said.answer.verdict]).toEqual([plain.answer.worth, []]);
        expect(Object.keys(said.answer.score.filled)).toEqual(named.lines.map((l) => l.id));
      }
    }
  });

  it('are refused by a fish under any word too', async () => {
    const file = read(examples.find((e) => e.name === 'plan-two-sides.json')!.text) as {
      fish: object[];
      lines: object[];
    };
    for (const id of strange) {
      const asked = (refuses: object) =>
        say.plan(
          // A plain object would lose "__proto__".
          JSON.stringify({
            ...file,
            lines: file.lines.map((l) => ({ ...l, id })),
            fish: file.fish.map((f) => ({ ...f, refuses: 'HERE' })),
          }).replaceAll('"HERE"', JSON.stringify(refuses)),
        );
      const free = await asked({});
      const barred = await asked(Object.fromEntries([[id, 'it is torn']]));
      if (!('answer' in free && 'answer' in barred)) throw new Error(`${id} is refused`);
      expect(free.answer.score.filled[id], id).toBe(1);
      expect(barred.answer.score.filled[id], id).toBe(0);
      expect(Object.entries(barred.answer.unfilled)).toEqual([[id, 'it is torn']]);
    }
  });
});
