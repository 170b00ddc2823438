import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { composeFile, marksFile, planFile } from '@ember-slate/contract/files';
import { describe, expect, it } from 'vitest';
import { answerTo } from '../src/launch/files/answer.ts';
import { composed } from '../src/launch/files/compose.ts';
import { marksOf } from '../src/launch/files/marks.ts';
import { planOf } from '../src/launch/files/plan.ts';
import { built } from './built.ts';

const commands = {
  plan: (text: string) => answerTo(planFile, planOf, text),
  marks: (text: string) => answerTo(marksFile, marksOf, text),
  compose: (text: string) => answerTo(composeFile, composed, text),
};
const example = (name: string) => readFileSync(`docs/examples/${name}.json`, 'utf8');
/** What the command says of an example, as the JSON it would print. */
async function answer(name: keyof typeof commands, file: string): Promise<Record<string, unknown>> {
  const said = await commands[name](example(file));
  expect(said).not.toHaveProperty('wrong');
  return JSON.parse(JSON.stringify((said as { answer: object }).answer)) as Record<string, unknown>;
}
/** What the command finds wrong with this, a line a fault. */
async function wrong(name: keyof typeof commands, job: object): Promise<string> {
  const said = await commands[name](JSON.stringify(job));
  return 'wrong' in said ? said.wrong.join('\n') : '';
}

describe('marks and plans as files', () => {
  // Worth by hand, minor units: the arithmetic stands in docs/cut-files.md.
  it.each([
    ['one-gutted', 900],
    ['better-left', -2000],
    ['two-sides', 2000],
    ['side-and-counter', 696],
    ['first-to-go', 3800],
    ['raw-use', 2000],
  ])('plans the example %s', async (name, worth) => {
    const said = await answer('plan', `plan-${name}`);
    expect(said.worth).toBeCloseTo(worth, 4);
    expect(said.verdict).toEqual([]);
  });
  it('marks steaks and portions', async () => {
    const steaks = (await answer('marks', 'marks-steaks')).pieces as {
      grams: number;
      toMm: number;
    }[];
    expect(steaks.every((p) => p.grams === 200)).toBe(true);
    const portions = await answer('marks', 'marks-portions');
    expect(portions.sawGrams).toBeGreaterThan(0);
    expect(portions.restGrams).toBe(0);
  });
  it('marks a wing from its body edge: three of one weight, each wider than the one before', async () => {
    const wing = await answer('marks', 'marks-wing');
    const pieces = wing.pieces as { fromMm: number; toMm: number; grams: number }[];
    expect(wing).toMatchObject({ totalMm: null, restGrams: 0 });
    expect(pieces.map((p) => p.grams)).toEqual([300, 300, 300]);
    // A cut at v of the span leaves 1 - (1 - v)^1.8 inside: thirds at .2017 and .4568 of it.
    const span = pieces[2]!.toMm;
    expect(pieces[0]!.toMm / span).toBeCloseTo(1 - (2 / 3) ** (1 / 1.8), 2);
    expect(pieces[1]!.toMm / span).toBeCloseTo(1 - (1 / 3) ** (1 / 1.8), 2);
  });
  it.each(['fish', 'lines', 'counter'])('refuses two %s of one id, at its place', async (list) => {
    const file = JSON.parse(example('plan-side-and-counter')) as Record<string, object[]>;
    expect(await wrong('plan', { ...file, [list]: [...file[list]!, file[list]![0]!] })).toMatch(
      new RegExp(`^${list}\\.\\d+\\.id: .* is there twice`, 'm'),
    );
  });
  it('composes the examples: acts, pieces, tubs and minutes out of one file', async () => {
    const trout = await answer('compose', 'compose-trout');
    const pieces = trout.pieces as { form: string; grams: number; asked: number }[];
    expect(pieces.map((p) => p.asked)).toEqual([200, 720]);
    expect(pieces[0]!.grams).toBe(200);
    const acts = async (name: string) =>
      ((await answer('compose', `compose-${name}`)).acts as { id: string }[]).map((a) => a.id);
    expect((await acts('lionfish')).slice(0, 3)).toEqual(['check', 'spines', 'gills']);
    expect(await acts('plaice')).toEqual(expect.arrayContaining(['roe', 'head_last', 'skin', 'strips']));
    expect(await acts('salmon')).toEqual(
      expect.arrayContaining(['head_last', 'salt', 'loin_block', 'head_flesh']),
    );
  });
  it.each([
    [{ grams: -5 }, /^grams: A fish weighs more than nothing$/m],
    [{ species: 'unicorn' }, /^species: no unicorn in the book$/m],
    [{ forms: [] }, /^forms: A ticket cuts at least one form$/m],
    [{ forms: [{ form: 'half_shell' }] }, /^forms\.0\.form: A half-shell needs heavy scales/m],
    [
      { forms: [{ form: 'steaks', options: ['with a bow'] }] },
      /^forms\.0\.options\.0: "with a bow" is no option/m,
    ],
    [{ forms: [{ form: 'supreme' }], methods: { ribs: 'sideways' } }, /^methods\.ribs: No such way/m],
    [
      { forms: [{ form: 'steaks' }], methods: { head: 'on_last' } },
      /^methods\.head: The head comes off before/m,
    ],
    [{ colour: 'blue' }, /colour/],
  ])('refuses a job with %j, by its path', async (more, said) => {
    const trout = { species: 'rainbow_trout', arrival: 'gutted', grams: 2500, forms: [{ form: 'steaks' }] };
    expect(await wrong('compose', { ...trout, ...more })).toMatch(said);
  });
  it('are commands: an answer on one stream, what is wrong on the other, the schema to write files by', () => {
    const said = (name: string, ...args: string[]) =>
      spawnSync(process.execPath, [...built(`server/dist/launch/${name}.js`), ...args], { encoding: 'utf8' });
    expect(JSON.parse(said('plan', 'docs/examples/plan-one-gutted.json').stdout)).toMatchObject({
      verdict: [],
    });
    const other = said('marks', 'docs/examples/plan-two-sides.json');
    expect([other.status, other.stderr]).toEqual([1, expect.stringMatching(/^cut: /m)]);
    expect(said('plan').status).toBe(2);
    expect(JSON.parse(said('compose', '--schema').stdout)).toMatchObject({ type: 'object' });
  });
});
