import { readFileSync } from 'node:fs';
import { isSaid, type Word } from '@ember-slate/words/said';
import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import { catalogue, type ArrivalCondition } from '../species/index.ts';
import { compose, jobFaults, plainCut, type Job, type MethodChoices } from './index.ts';

/*
 * How common jobs go, act by act, as practised: what for, what the fish lies as, with which tools, what is said, where it
 * goes and how it ends. A table to be read by people who cut; `ways.txt` says it in short.
 */
const text = readFileSync(new URL('./ways.txt', import.meta.url), 'utf8');
const ways = text
  .split('\n\n')
  .filter((w) => w.trim() !== '' && !w.startsWith('#'))
  .map((w) => {
    const [head, ...lines] = w.trim().split('\n');
    return { head: head!, lines };
  });

/** "red_mullet whole scaled_in_part: steaks (tied), fillet_skin_on; ribs=before" */
function jobOf(head: string): Job {
  const [, id, condition, inPart, cuts, methods] = /^(\S+) (\S+)( scaled_in_part)?: ([^;]+)(?:; (.+))?$/.exec(
    head,
  )!;
  const species = catalogue.find((s) => s.id === id)!;
  return {
    species,
    condition: condition as ArrivalCondition,
    scaled: inPart ? 'part' : 'no',
    cuts: cuts!.split(/, (?![^(]*\))/).map((c) => {
      const [, form, options] = /^(\S+)(?: \((.+)\))?$/.exec(c)!;
      return { ...plainCut(formOf(formBook(), form!)), options: options?.split(' + ') ?? [] };
    }),
    fishGrams: species.typicalG,
    fish: 2,
    month: 6,
    ticket: Object.fromEntries(
      (methods ?? '').split(' ').flatMap((m) => (m ? [m.split('=')] : [])),
    ) as MethodChoices,
  };
}
const code = (w: Word): string => (isSaid(w) ? w.code.replace('core/board:', '') : w);
const part = (name: string, of: readonly string[]) => (of.length === 0 ? '' : ` ${name} ${of.join(', ')}`);

/** A composition in the short words of the table. */
function said(job: Job): string[] {
  const c = compose(job);
  return [
    ...c.steps.map(
      (s) =>
        `  ${s.id}${part('for', [code(s.title), code(s.why)])}: ${s.lies}, ${s.times}x${part('with', s.tools)}${part('to', s.trims)}${part('how', s.how.map(code))}${part('mind', s.cautions.map(code))} until ${code(s.check)}`,
    ),
    ...c.outputs.map((o) => {
      const on = Object.entries(o.state).filter(([, v]) => v !== false && v !== 'no');
      return `  = ${o.quarters.join('+') || 'fish'} ${Math.round((100 * o.grams) / job.fishGrams)} %: ${on.map(([k, v]) => (v === true ? k : `${k} ${String(v)}`)).join(', ')}`;
    }),
  ];
}

describe('how it is done', () => {
  it.each(ways)('$head', ({ head, lines }) => {
    const job = jobOf(head);
    expect(jobFaults(job)).toEqual([]);
    expect(said(job)).toEqual(lines);
  });
});
