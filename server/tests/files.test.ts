import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { built } from './built.ts';

const dir = mkdtempSync(join(tmpdir(), 'ember-slate-files-'));
afterAll(() => rmSync(dir, { recursive: true }));

const command = (name: string, ...args: string[]) =>
  spawnSync(process.execPath, [...built(`server/dist/launch/${name}.js`), ...args], {
    encoding: 'utf8',
  });
const answer = (name: string, ...args: string[]) =>
  JSON.parse(
    execFileSync(process.execPath, [...built(`server/dist/launch/${name}.js`), ...args], {
      encoding: 'utf8',
    }),
  ) as Record<string, unknown>;

describe('marks and plans as files', () => {
  // Worth by hand, minor units: the arithmetic stands in docs/cut-files.md.
  it.each([
    ['one-gutted', 900],
    ['better-left', -2000],
    ['two-sides', 2000],
    ['side-and-counter', 696],
    ['first-to-go', 3800],
    ['raw-use', 2000],
  ])('plans the example %s', (name, worth) => {
    const said = answer('plan', `docs/examples/plan-${name}.json`);
    expect(said.worth).toBeCloseTo(worth, 4);
    expect(said.verdict).toEqual([]);
  });
  it('marks steaks and portions', () => {
    const steaks = answer('marks', 'docs/examples/marks-steaks.json').pieces as {
      grams: number;
      toMm: number;
    }[];
    expect(steaks.every((p) => p.grams === 200)).toBe(true);
    const portions = answer('marks', 'docs/examples/marks-portions.json');
    expect(portions.sawGrams).toBeGreaterThan(0);
    expect(portions.restGrams).toBe(0);
  });
  it('marks a wing from its body edge: three of one weight, each wider than the one before', () => {
    const wing = answer('marks', 'docs/examples/marks-wing.json');
    const pieces = wing.pieces as { fromMm: number; toMm: number; grams: number }[];
    expect(wing).toMatchObject({ totalMm: null, restGrams: 0 });
    expect(pieces.map((p) => p.grams)).toEqual([300, 300, 300]);
    // A cut at v of the span leaves 1 - (1 - v)^1.8 inside: thirds at .2017 and .4568 of it.
    const span = pieces[2]!.toMm;
    expect(pieces[0]!.toMm / span).toBeCloseTo(1 - (2 / 3) ** (1 / 1.8), 2);
    expect(pieces[1]!.toMm / span).toBeCloseTo(1 - (1 / 3) ** (1 / 1.8), 2);
  });
  it.each(['fish', 'lines', 'counter'])('refuses two %s of one id, at its place', (list) => {
    const file = JSON.parse(readFileSync('docs/examples/plan-side-and-counter.json', 'utf8')) as Record<
      string,
      object[]
    >;
    const path = join(dir, 'twice.json');
    writeFileSync(path, JSON.stringify({ ...file, [list]: [...file[list]!, file[list]![0]!] }));
    const wrong = command('plan', path);
    expect([wrong.status, wrong.stderr]).toEqual([
      1,
      expect.stringMatching(new RegExp(`^${list}\\.\\d+\\.id: .* is there twice`, 'm')),
    ]);
  });
  it('composes the examples: acts, pieces, tubs and minutes out of one file', () => {
    const trout = answer('compose', 'docs/examples/compose-trout.json');
    const pieces = trout.pieces as { form: string; grams: number; asked: number }[];
    expect(pieces.map((p) => p.asked)).toEqual([200, 720]);
    expect(pieces[0]!.grams).toBe(200);
    const acts = (name: string) =>
      (answer('compose', `docs/examples/compose-${name}.json`).acts as { id: string }[]).map((a) => a.id);
    expect(acts('lionfish').slice(0, 3)).toEqual(['check', 'spines', 'gills']);
    expect(acts('plaice')).toEqual(expect.arrayContaining(['roe', 'head_last', 'skin', 'strips']));
    expect(acts('salmon')).toEqual(expect.arrayContaining(['head_last', 'salt', 'loin_block', 'head_flesh']));
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
  ])('refuses a job with %j, by its path', (more, said) => {
    const path = join(dir, 'job.json');
    const trout = { species: 'rainbow_trout', arrival: 'gutted', grams: 2500, forms: [{ form: 'steaks' }] };
    writeFileSync(path, JSON.stringify({ ...trout, ...more }));
    const wrong = command('compose', path);
    expect([wrong.status, wrong.stderr]).toEqual([1, expect.stringMatching(said)]);
  });
  it('says by path what is wrong with a file, and prints the schema', () => {
    const wrong = command('marks', 'docs/examples/plan-two-sides.json');
    expect(wrong.status).toBe(1);
    expect(wrong.stderr).toMatch(/^cut: /m);
    expect(command('plan').status).toBe(2);
    expect(answer('plan', '--schema').type).toBe('object');
    expect(answer('compose', '--schema').type).toBe('object');
  });
});
