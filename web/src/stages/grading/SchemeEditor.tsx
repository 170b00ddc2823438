import { inWords } from '@ember-slate/words/core';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useDraft } from '../../app/draft.ts';
import { useForm, type Form as FormState } from '../../app/form.ts';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { sentOf, useScheme } from './useScheme.ts';
import type { KeptScheme } from './words.ts';
import { say } from './say.ts';
import { type Column, Table } from '../../parts/Table.tsx';

/** Signs in one line, to lay two schemes side by side. */
const signWords = (signs: KeptScheme['signs']) =>
  signs.map((s) => `${s.name} ${s.weight}: ${s.words.join(' / ')}`).join('; ');

const stale = {
  names: { signs: say('signs'), centres: say('levels_stand_at'), rejectAt: say('rejected_from') },
  kinds: { signs: signWords },
};

type Values = ReturnType<typeof useScheme>['form']['values'];
interface Part {
  scheme: KeptScheme;
  mayChange: boolean;
  form: FormState<Values>;
}

/** The signs with their words, level by level. */
function Signs({ scheme, mayChange, form: { values, set } }: Part) {
  const index = scheme.method === 'index';
  return (
    <Table
      least={700}
      rows={values.signs.map((s, at) => ({ s, at }))}
      keyOf={({ s, at }) => `${s.id} ${at}`}
      columns={[
        {
          head: say('sign'),
          cell: ({ s }) => (
            <>
              <span className="font-figure text-label font-semibold">{s.name}</span>
              <span className="block text-note text-ink3">
                {[
                  s.groups?.join(', '),
                  s.species?.join(', ').replaceAll('_', ' '),
                  s.stop && say('stops_at', { from: s.stop.from }),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </>
          ),
          width: 'w-40',
          className: 'py-1.5',
        },
        {
          head: index ? say('points_3') : say('weight'),
          cell: ({ s, at }) =>
            index ? (
              `0–${s.words.length - 1}`
            ) : (
              <input
                aria-label={say('weight_of', { sign: s.name })}
                className="field-value w-12 text-label"
                value={values.weights[at]}
                readOnly={!mayChange}
                inputMode="decimal"
                onChange={(e) => set({ weights: values.weights.with(at, e.target.value) })}
              />
            ),
          width: 'w-16',
        },
        ...[0, 1, 2, 3].map((level): Column<{ s: (typeof values.signs)[number]; at: number }> => ({
          head: index
            ? `${level}`
            : say('at_of_its_life', { percent: Math.round(Number(scheme.centres[level]) * 100) }),
          cell: ({ s, at }) =>
            s.words[level] !== undefined && (
              <textarea
                aria-label={say('level', { sign: s.name, level })}
                className="block w-full resize-none border-b border-line bg-transparent py-1 text-note outline-none focus:border-rime"
                rows={2}
                style={{ fieldSizing: 'content', minHeight: 44 }}
                value={s.words[level]}
                readOnly={!mayChange}
                onChange={(e) =>
                  set({
                    signs: values.signs.with(at, {
                      ...s,
                      words: s.words.with(level, e.target.value.replace(/\n/g, ' ')),
                    }),
                  })
                }
              />
            ),
        })),
      ]}
    />
  );
}

/** What the levels stand for, or where the points end. */
function Levels({ scheme, form: { field, values, set } }: Part) {
  return (
    <div className="grid grid-cols-4 gap-6 pt-4 max-sm:grid-cols-2">
      {scheme.method === 'index' ? (
        <TextField
          label={say('rejected_from')}
          {...field('rejectAt')}
          inputMode="decimal"
          note={say('points')}
        />
      ) : (
        values.centres.map((c, level) => (
          <TextField
            key={level}
            label={say('level_stands_at', { level })}
            value={c}
            onChange={(v) => set({ centres: values.centres.with(level, v) })}
            inputMode="decimal"
            note={say('share_of_ice_days')}
          />
        ))
      )}
    </div>
  );
}

const idOf = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 20);

/** The signs as they stand here begin a scheme of the shop's own for one species. */
function BeginOwn({ scheme, next, fault }: { scheme: KeptScheme; next: KeptScheme; fault: string | null }) {
  const book = useSpecies();
  const draft = useDraft(`scheme like ${scheme.id}`);
  const opened: { name: string; forSpecies: string } = { name: '', forSpecies: '' };
  const name = useForm({
    draft,
    opened,
    route: routes.grading.changeScheme,
    body: (v) => ({
      ...sentOf(next),
      id: idOf(v.name),
      name: v.name,
      species: v.forSpecies ? [v.forSpecies] : null,
      version: 0,
      note: say('begun_from', { scheme: scheme.name }),
    }),
    pathOf: (v) => ({ id: idOf(v.name) }),
    onDone: () => undefined,
  });
  const { values, field } = name;
  return (
    <Form
      of={name}
      className="flex flex-wrap items-start gap-5 border-t border-line pt-3"
      submit={say('begin_it')}
      kind="plain"
      notYet={
        values.name.trim().length < 2
          ? say('name_it')
          : values.forSpecies === ''
            ? say('say_for_which_fish')
            : fault
      }
    >
      <TextField
        className="w-64"
        label={say('begin_one_of_our_own_like_this')}
        {...field('name')}
        note={say('its_name')}
      />
      <Picker
        className="w-56"
        label={say('for')}
        {...field('forSpecies')}
        options={[...book.values()].map((s) => ({ value: s.id, name: shortName(s.name) }))}
      />
    </Form>
  );
}

/** A scheme's signs with their words; changing any of it makes the next version. */
export function SchemeEditor({ scheme, mayChange }: { scheme: KeptScheme; mayChange: boolean }) {
  const { form, next, faults, changed } = useScheme(scheme);
  const { when, day } = useTimes();
  const { problem, values } = form;
  const parts = { scheme, mayChange, form };
  return (
    <div>
      <Signs {...parts} />
      <Levels {...parts} />
      {mayChange && (
        <Form
          of={{ ...form, mine: next }}
          className="flex flex-wrap items-start gap-5 border-t border-line pt-3"
          stale={stale}
          submit={say('make_version', { version: values.version + 1 })}
          notYet={inWords(
            !changed
              ? say('nothing_is_changed')
              : (faults[0] ?? (values.note.trim() === '' ? say('say_why') : null)),
          )}
        >
          <TextField
            className="flex-1"
            label={say('what_changed_and_why')}
            {...form.field('note')}
            error={
              (problem?.code === 'stale' ? undefined : problem?.errors?.[0]?.message) ??
              (changed && faults.length > 0 ? inWords(faults).join('. ') : undefined)
            }
            note={say('grades_made_before_keep_their')}
          />
        </Form>
      )}
      {mayChange && <BeginOwn scheme={scheme} next={next} fault={inWords(faults[0] ?? null)} />}
      <p className="pt-3 text-note text-ink3">{scheme.source}</p>
      <ul className="pt-3 text-note text-ink2">
        {scheme.history.map((h) => (
          <li key={h.version}>
            {say('version', {
              version: h.version,
              note: h.note,
              by: h.by ? `, ${h.by}, ${day(h.at)} ${when(h.at).slice(-5)}` : '',
            })}
          </li>
        ))}
      </ul>
    </div>
  );
}
