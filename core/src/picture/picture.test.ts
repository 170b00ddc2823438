import { describe, expect, it } from 'vitest';
import { compose, jobFaults, plainCut, type Job } from '../board/index.ts';
import { bodyOf, equalPieces, zone } from '../body/index.ts';
import { formBook, formOf, shippedForms } from '../forms/index.ts';
import { arrivalFraction, catalogue, conditionsFor } from '../species/index.ts';
import { bladeScene, bodyAt, lookOf, sceneAt, type Scene } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const the = (id: string) => formOf(formBook(), id);
const jobOf = (id: string, condition: Job['condition'], form: string, more: Partial<Job> = {}): Job => ({
  species: of(id),
  condition,
  scaled: 'no',
  cuts: [plainCut(the(form))],
  fishGrams: of(id).typicalG,
  fish: 1,
  month: 6,
  ...more,
});
function sceneOf(job: Job, id: string, more: object = {}): Scene {
  const act = compose(job).steps.find((s) => s.id === id)!;
  return sceneAt({ species: job.species, input: job.condition, grams: job.fishGrams, act, ...more })!;
}
const inks = (s: Scene) => new Set(s.strokes.map((x) => x.ink));

describe('the picture of every act of every form', () => {
  it('is drawn whole, with a way for every blade, and nothing of what is gone', () => {
    const wrong: string[] = [];
    /** Many forms begin with the same acts: one picture of each. */
    const drawn = new Set<string>();
    for (const species of catalogue)
      for (const condition of [...conditionsFor(species), 'side'] as const)
        for (const form of shippedForms) {
          const job = jobOf(species.id, condition, form.id, {
            fishGrams:
              Math.max(species.typicalG, form.lightestG ?? 0) *
              (condition === 'side' ? 0.2 : arrivalFraction(species, condition)),
          });
          if (jobFaults(job).length > 0) continue;
          const body = bodyAt({ species, input: condition, grams: job.fishGrams });
          const pieces = body ? equalPieces(zone(body, 'side'), 4) : [];
          for (const act of compose(job).steps) {
            const name = `${species.id} ${condition} ${form.id} ${act.id}`;
            const { draws, view, lies, before } = act;
            const same = JSON.stringify([
              species.id,
              condition,
              job.fishGrams,
              act.id,
              draws,
              view,
              lies,
              before,
            ]);
            if (drawn.has(same)) continue;
            drawn.add(same);
            const scene = sceneAt({
              species,
              input: condition,
              grams: job.fishGrams,
              act,
              pieces,
              bellyPieces: pieces,
            });
            if (!scene) {
              wrong.push(`${name}: nothing is drawn`);
              continue;
            }
            const all = [...scene.strokes.flatMap((s) => s.points), ...scene.blades.flat()].flat();
            if (all.some((v) => !Number.isFinite(v))) wrong.push(`${name}: a point nowhere`);
            if (act.draws !== null && scene.blades.length === 0) wrong.push(`${name}: no way for the blade`);
            if (scene.blades.some((b) => b.length < 2)) wrong.push(`${name}: a blade that goes nowhere`);
            if (act.draws === null && scene.blades.length > 0)
              wrong.push(`${name}: a blade where nothing is cut`);
            if (['fish', 'cavity'].includes(act.lies) && body) {
              const front = Math.min(
                ...scene.strokes
                  .filter((s) => s.ink === 'body' || s.ink === 'loin')
                  .flatMap((s) => s.points.map((p) => p[0])),
              );
              const turned = ['flat_blind', 'fillet_second'].includes(act.id);
              if (!turned && !act.before.head && front < body.mm(body.profile.collar) - 1)
                wrong.push(`${name}: a head that is off`);
              if (!turned && act.before.head && front > 1) wrong.push(`${name}: no head`);
              if (!act.before.fins && !act.before.tailFin && inks(scene).has('fin'))
                wrong.push(`${name}: fins that are off`);
              if (act.before.fins && act.before.head && !inks(scene).has('fin'))
                wrong.push(`${name}: no fins`);
            }
            if (act.view !== null && body) {
              const view = bladeScene(body, act.view);
              if (view.blades.length === 0) wrong.push(`${name}: no blade in its view`);
              if (
                view.strokes
                  .flatMap((s) => s.points)
                  .flat()
                  .some((v) => !Number.isFinite(v))
              )
                wrong.push(`${name}: view`);
            }
          }
        }
    const kinds = new Map(wrong.map((w) => [w.replace(/^.* (\S+: )/, '$1'), w]));
    expect([...kinds.values()]).toEqual([]);
  });
});

describe('the way of the blade', () => {
  const first = (ticket: Job['ticket'], firstCut: string) =>
    sceneOf(jobOf('salmon', 'gutted', 'fillet_skin_on', { ticket }), 'fillet_first', { firstCut }).blades[0]!;

  it('runs where the words say: along the back, from the tail, or up from the belly', () => {
    const [back, tail, belly] = [
      first({}, 'head_tail'),
      first({ first_cut: 'tail_head' }, 'tail_head'),
      first({ first_cut: 'belly' }, 'belly'),
    ];
    expect(back.at(-1)![0]).toBeGreaterThan(back[0]![0]);
    expect(tail.at(-1)![0]).toBeLessThan(tail[0]![0]);
    expect(Math.min(...back.map((p) => p[1]))).toBeGreaterThan(0);
    expect(Math.max(...belly.map((p) => p[1]))).toBeLessThan(0);
  });

  it('skins from the tab at the tail, on the fillet', () => {
    const scene = sceneOf(jobOf('hake', 'gutted', 'fillet_skinless'), 'skin');
    expect(scene.blades[0]![0]![0]).toBeGreaterThan(scene.blades[0]!.at(-1)![0]);
    expect(inks(scene).has('loin')).toBe(true);
    expect(inks(scene).has('fin')).toBe(false);
  });

  it('cuts goujons of 80 by 5 mm along the quarter, in their true count', () => {
    const scene = sceneOf(jobOf('plaice', 'gutted', 'goujons'), 'strips');
    const lines = scene.strokes.filter((s) => s.ink === 'cut');
    for (const l of lines) {
      expect(l.points[1]![0] - l.points[0]![0]).toBeCloseTo(80, 6);
    }
    const gaps = lines.slice(1).map((l, i) => lines[i]!.points[0]![1] - l.points[0]![1]);
    for (const g of gaps) expect(g).toBeCloseTo(5, 6);
  });

  it('takes the wings off a ray beside its body, and never halves a wing', () => {
    const scene = sceneOf(jobOf('skate', 'whole', 'wing_fillet', { fishGrams: 3000 }), 'wings_off');
    const beside = scene.blades[0]!.map((p) => p[0]);
    expect(Math.min(...beside)).toBeGreaterThan(0);
    expect(scene.labels.map((l) => l.id)).toContain('waste_body');
  });
});

describe('marks', () => {
  it('are measured from the front edge of the side in hand, each row its own', () => {
    const job = jobOf('salmon', 'gutted', 'block_portions', { ticket: { head: 'on_last' } });
    const body = bodyOf(job.species, 'gutted', job.fishGrams)!;
    const [loin, belly] = [equalPieces(zone(body, 'loin'), 6), equalPieces(zone(body, 'belly'), 4)];
    const scene = sceneOf(job, 'block_cut', { pieces: loin, bellyPieces: belly });
    expect(scene.rows.map((r) => r.row)).toEqual(['loin', 'belly']);
    expect(scene.rows[0]!.mm).toHaveLength(5);
    expect(scene.rows[1]!.mm).toHaveLength(3);
    expect(scene.rows[0]!.mm[0]).toBeCloseTo(body.mm(loin[0]!.to) - body.mm(body.profile.collar), 6);
    expect(scene.ruler!.from).toBe(0);
  });
  it('of portions lead the blade to the next one, past what is off', () => {
    for (const [id, form] of [
      ['salmon', 'portion'],
      ['plaice', 'supreme'],
    ] as const) {
      const job = jobOf(id, 'gutted', form);
      const body = bodyOf(job.species, 'gutted', job.fishGrams)!;
      const pieces = equalPieces(zone(body, 'side'), 4);
      const act = id === 'salmon' ? 'portion' : 'bias';
      const at = (off?: number) =>
        sceneOf(job, act, { pieces, ...(off === undefined ? {} : { off }) }).blades[0]?.map((p) => p[0]);
      expect(at(0)).toEqual(at());
      for (const off of [1, 2])
        for (const [i, x] of at(off)!.entries())
          expect(x - at(0)![i]!).toBeCloseTo(body.mm(pieces[off]!.to) - body.mm(pieces[0]!.to), 6);
    }
  });
  it('of steaks count from the face of the fish as it lies', () => {
    const job = jobOf('hake', 'gutted', 'steaks');
    const body = bodyOf(job.species, 'gutted', job.fishGrams)!;
    const { vent } = body.profile;
    const pieces = [0, 1, 2].map((i) => ({ from: vent + i * 0.05, to: vent + (i + 1) * 0.05, grams: 200 }));
    const scene = sceneOf(job, 'slices', { pieces, face: pieces[0]!.to });
    expect(scene.rows[0]!.mm).toHaveLength(2);
    expect(scene.rows[0]!.mm[0]).toBeCloseTo(body.mm(0.05), 6);
  });
});

it('knows every species by its fins: three on a cod’s back, two on a hake’s, a fringe on a plaice', () => {
  expect(lookOf(of('cod')).dorsal).toHaveLength(3);
  expect(lookOf(of('hake')).dorsal).toHaveLength(2);
  expect(lookOf(of('plaice')).dorsal).toHaveLength(1);
  expect(lookOf(of('plaice')).eye).toHaveLength(2);
  expect(lookOf(of('salmon')).dorsal.at(-1)!.rays).toBeLessThan(5);
  for (const s of catalogue) expect(lookOf(s).dorsal.length).toBeGreaterThan(0);
});
