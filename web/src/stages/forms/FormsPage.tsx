import { inWords } from '@ember-slate/words/core';
import { routes } from '@ember-slate/contract/routes';
import { compose, plainCut } from '@ember-slate/core/board';
import { formRefusal, offered, type Form } from '@ember-slate/core/forms';
import {
  arrivalFraction,
  conditionsFor,
  shortName,
  type ArrivalCondition,
  conditionName,
  isPiece,
  pieceWord,
} from '@ember-slate/core/species';
import { damageRefusal, damages, damageRules, type Damage } from '@ember-slate/core/freshness';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop, useSold, useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { FormEditor } from './FormEditor.tsx';
import { say } from './say.ts';

const sections: Record<Form['section'], string> = {
  fish: say('the_whole_fish'),
  cavity: say('the_gut_cavity_section'),
  middle: say('cross_sections_behind_the_vent_for'),
  tail: say('the_tail_section'),
  sides: say('the_sides_or_part_of_one'),
  trim: say('what_leaves_the_piece'),
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The market forms of this shop: which a fish allows, why not the others, and what each takes and gives. */
export default function FormsPage() {
  const { id } = useParams();
  const book = useForms();
  const species = useSpecies();
  const { me } = useShop();
  const mass = useMass();
  const [asked, setSpeciesId] = useChosenRow('species');
  const speciesId = asked ?? 'hake';
  const sold = useSold(speciesId);
  const [condition, setCondition] = useState<ArrivalCondition>('gutted');
  const [damage, setDamage] = useState<Damage | ''>('');
  const [editing, setEditing] = useState<Form | 'new' | null>(null);
  const s = species.get(speciesId);
  const conditions = s ? conditionsFor(s) : [];
  const at = conditions.includes(condition) ? condition : (conditions[0] ?? 'gutted');
  const refusal = (f: Form) =>
    s ? (formRefusal(s, at, f, s.typicalG) ?? (damage ? damageRefusal([damage], f) : null)) : null;
  const all = offered(book);
  const form = book.get(id ?? '');
  const able = all.filter((f) => refusal(f) === null);
  return (
    <div className="panes grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="pane pr-1">
        <h1 className="text-head">
          {s
            ? say('can_become_of_forms', { species: shortName(s.name), able: able.length, all: all.length })
            : say('market_forms')}
        </h1>
        <div className="grid grid-cols-3 gap-4">
          <Picker
            label={say('fish')}
            value={speciesId}
            onChange={setSpeciesId}
            options={sold.map((x) => ({ value: x.id, name: x.name }))}
          />
          <SelectField
            label={say('came')}
            value={at}
            onChange={setCondition}
            options={inWords(conditions.map((c) => ({ value: c, name: conditionName[c] })))}
          />
          <SelectField
            label={say('damage')}
            value={damage}
            onChange={setDamage}
            empty={say('none_seen')}
            options={damages.map((d) => ({ value: d, name: inWords(damageRules[d].name).toLowerCase() }))}
          />
        </div>
        <ul>
          {[...able, ...all.filter((f) => refusal(f) !== null)].map((f) => {
            const why = refusal(f);
            return (
              <li key={f.id} className="border-t border-line">
                <Link
                  to={`/forms/${f.id}`}
                  aria-current={f.id === id ? 'page' : undefined}
                  className={`grid min-h-11 grid-cols-[minmax(0,1fr)_auto] items-center gap-3 px-2 hover:bg-lift ${f.id === id ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span className={`font-figure text-label font-semibold ${why ? 'text-ink3' : ''}`}>
                    {f.name}
                    {f.like ? <span className="font-medium text-ink2"> {say('ours')}</span> : null}
                  </span>
                  <span className="max-w-[190px] text-right text-note text-ink3">
                    {why ? inWords(why) : `${mass(f.pieceG)}${f.code ? `, ${f.code}` : ''}`}
                  </span>
                </Link>
              </li>
            );
          })}
        </ul>
        {book.size > all.length && (
          <p className="border-t border-line py-2 text-note text-ink2">
            {say('not_cut_here_any_more')}{' '}
            {[...book.values()]
              .filter((f) => f.off)
              .map((f, i) => (
                <span key={f.id}>
                  {i > 0 ? ', ' : ''}
                  <Link className="why" to={`/forms/${f.id}`}>
                    {f.name}
                  </Link>
                </span>
              ))}
          </p>
        )}
      </div>
      <div className="pane">
        {form && s ? (
          <Detail form={form} speciesId={speciesId} condition={at} why={inWords(refusal(form))} />
        ) : (
          <p className="pt-2 text-label text-ink2">{say('choose_a_form_to_see_how_it_is_cut')}</p>
        )}
        {me.role === 'manager' && (
          <div className="flex flex-wrap gap-3 py-3">
            {form && <Button onPress={() => setEditing(form)}>{say('change_its_numbers')}</Button>}
            <Button onPress={() => setEditing('new')}>{say('add_a_form_of_ours')}</Button>
            <Link className="btn" to="/methods">
              {say('methods')}
            </Link>
          </div>
        )}
      </div>
      {editing && <FormEditor form={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </div>
  );
}

function Detail({
  form,
  speciesId,
  condition,
  why,
}: {
  form: Form;
  speciesId: string;
  condition: ArrivalCondition;
  why: string | null;
}) {
  const species = useSpecies().get(speciesId)!;
  const { data: settings } = useRead(routes.forms.book);
  const mass = useMass();
  const { today } = useTimes();
  const lies = Math.round(
    Math.max(species.typicalG, form.lightestG ?? 0) * arrivalFraction(species, condition),
  );
  const cut =
    why === null
      ? compose({
          species,
          condition,
          scaled: 'no',
          cuts: [plainCut(form)],
          fishGrams: lies,
          fish: 1,
          month: Number(today().slice(5, 7)),
          shop: settings?.shop ?? {},
          cutter: settings?.mine ?? {},
        })
      : null;
  return (
    <article>
      <h2 className="text-big">{capital(form.name)}</h2>
      <p className="text-label text-ink2">
        {say('takes', {
          sections: sections[form.section],
          code: form.code ? say('code', { code: form.code }) : '',
          norm: capital(form.norm),
        })}
      </p>
      {why && <p className="mt-1 border-b-[3px] border-emberline pb-1 text-label">{why}.</p>}
      <dl className="grid grid-cols-[150px_minmax(0,1fr)] gap-x-4 gap-y-0.5 pt-2 text-body">
        <dt className="text-ink2">{say('a_piece')}</dt>
        <dd className="font-figure text-label font-semibold">
          {say('either_way', { pieceG: mass(form.pieceG), tolerance: Math.round(form.tolerance * 100) })}
        </dd>
        <dt className="text-ink2">{say('life_that_remains')}</dt>
        <dd className="font-figure text-label font-semibold">× {form.lifeFactor}</dd>
        {cut && (
          <>
            <dt className="text-ink2">{say('gives')}</dt>
            <dd className="font-figure text-label font-semibold">
              {say('of', {
                grams: ((cut.outputs[0]!.grams / lies) * 100).toFixed(1),
                condition: isPiece(condition)
                  ? `a ${inWords(pieceWord[condition])}`
                  : say('the_fish', { conditionName: inWords(conditionName[condition]) }),
              })}
            </dd>
            <dt className="text-ink2">{say('trims')}</dt>
            <dd>
              {(Object.entries(cut.tubs) as [TrimId, number][])
                .map(([t, grams]) => `${inWords(trims[t].name)} ${((grams / lies) * 100).toFixed(1)} %`)
                .join(', ') || say('none')}
            </dd>
            <dt className="text-ink2">{say('time')}</dt>
            <dd className="font-figure text-label font-semibold">
              {say('min_for_one_of', { minutes: cut.minutes.toFixed(0), lies: mass(lies) })}
            </dd>
          </>
        )}
        <dt className="text-ink2">{say('bones')}</dt>
        <dd>{form.boneless ? say('sold_boneless_swept_twice_and') : say('sold_with_its_bones')}</dd>
        {form.options.length > 0 && (
          <>
            <dt className="text-ink2">{say('on_request')}</dt>
            <dd>{form.options.join(', ')}</dd>
          </>
        )}
        <dt className="text-ink2">{say('in_the_kitchen')}</dt>
        <dd>{form.kitchen}</dd>
      </dl>
      {cut && (
        <ol className="pt-2">
          {cut.steps.map((step, i) => (
            <li
              key={step.id}
              className="grid grid-cols-[26px_minmax(0,1fr)_auto] gap-2 border-t border-line py-1"
            >
              <span className="num text-ink3">{i + 1}</span>
              <span className="text-body">
                <strong className="font-figure text-label">{inWords(step.title)}</strong>{' '}
                <span className="text-ink2">
                  {inWords(step.tool)}. {inWords(step.check).toLowerCase()}.
                </span>
                {step.cautions.length > 0 && (
                  <span className="block text-note text-ink2">
                    {say('careful', { cautions: inWords(step.cautions).join(' ') })}
                  </span>
                )}
              </span>
              <span className="num text-note text-ink3">{say('min', { minutes: step.minutes })}</span>
            </li>
          ))}
        </ol>
      )}
    </article>
  );
}
