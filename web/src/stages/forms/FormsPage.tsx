import { contract } from '@ember-slate/contract';
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
import { useRead } from '../../app/api.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { SelectField } from '../../parts/Field.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { FormEditor } from './FormEditor.tsx';

const sections: Record<Form['section'], string> = {
  fish: 'the whole fish',
  cavity: 'the gut-cavity section',
  middle: 'cross-sections, behind the vent for choice',
  tail: 'the tail section',
  sides: 'the sides, or part of one',
  trim: 'what leaves the piece',
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The market forms of this shop: which a fish allows, why not the others, and what each takes and gives. */
export default function FormsPage() {
  const { id } = useParams();
  const book = useForms();
  const species = useSpecies();
  const { me } = useShop();
  const mass = useMass();
  const [speciesId, setSpeciesId] = useState('hake');
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
    <div className="grid h-full grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-8 max-lg:grid-cols-2 max-sm:grid-cols-1">
      <div className="min-h-0 overflow-y-auto pr-1">
        <h1 className="text-head">
          {s ? `${shortName(s.name)} can become ${able.length} of ${all.length} forms` : 'Market forms'}
        </h1>
        <div className="grid grid-cols-3 gap-4">
          <Picker
            label="Fish"
            value={speciesId}
            onChange={setSpeciesId}
            options={[...species.values()].map((x) => ({ value: x.id, name: x.name }))}
          />
          <SelectField
            label="Came"
            value={at}
            onChange={setCondition}
            options={conditions.map((c) => ({ value: c, name: conditionName[c] }))}
          />
          <SelectField
            label="Damage"
            value={damage}
            onChange={setDamage}
            empty="none seen"
            options={damages.map((d) => ({ value: d, name: damageRules[d].name.toLowerCase() }))}
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
                  <span className={`truncate font-figure text-label font-semibold ${why ? 'text-ink3' : ''}`}>
                    {f.name}
                    {f.like ? <span className="font-medium text-ink2"> · ours</span> : null}
                  </span>
                  <span className="truncate text-note text-ink3">
                    {why ?? `${mass(f.pieceG)}${f.code ? `, ${f.code}` : ''}`}
                  </span>
                </Link>
              </li>
            );
          })}
        </ul>
        {book.size > all.length && (
          <p className="border-t border-line py-2 text-note text-ink2">
            Not cut here any more:{' '}
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
      <div className="min-h-0 overflow-y-auto">
        {form && s ? (
          <Detail form={form} speciesId={speciesId} condition={at} why={refusal(form)} />
        ) : (
          <p className="pt-2 text-label text-ink2">
            Choose a form to see how it is cut, what it gives and what it costs in time.
          </p>
        )}
        {me.role === 'manager' && (
          <div className="flex flex-wrap gap-3 py-3">
            {form && <Button onPress={() => setEditing(form)}>Change its numbers</Button>}
            <Button onPress={() => setEditing('new')}>Add a form of ours</Button>
            <Link className="btn" to="/methods">
              Methods
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
  const { data: settings } = useRead(contract.forms.book);
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
        Takes {sections[form.section]}
        {form.code ? `, code ${form.code}` : ''}. {capital(form.norm)}.
      </p>
      {why && <p className="mt-1 border-b-[3px] border-emberline pb-1 text-label">{why}.</p>}
      <dl className="grid grid-cols-[150px_minmax(0,1fr)] gap-x-4 gap-y-0.5 pt-2 text-body">
        <dt className="text-ink2">A piece</dt>
        <dd className="font-figure text-label font-semibold">
          {mass(form.pieceG)}, {Math.round(form.tolerance * 100)} % either way
        </dd>
        <dt className="text-ink2">Life that remains</dt>
        <dd className="font-figure text-label font-semibold">× {form.lifeFactor}</dd>
        {cut && (
          <>
            <dt className="text-ink2">Gives</dt>
            <dd className="font-figure text-label font-semibold">
              {((cut.outputs[0]!.grams / lies) * 100).toFixed(1)} % of{' '}
              {isPiece(condition) ? `a ${pieceWord[condition]}` : `the fish, ${conditionName[condition]}`}
            </dd>
            <dt className="text-ink2">Trims</dt>
            <dd>
              {(Object.entries(cut.tubs) as [TrimId, number][])
                .map(([t, grams]) => `${trims[t].name} ${((grams / lies) * 100).toFixed(1)} %`)
                .join(', ') || 'none'}
            </dd>
            <dt className="text-ink2">Time</dt>
            <dd className="font-figure text-label font-semibold">
              {cut.minutes.toFixed(0)} min for one of {mass(lies)}
            </dd>
          </>
        )}
        <dt className="text-ink2">Bones</dt>
        <dd>{form.boneless ? 'sold boneless: swept twice and signed' : 'sold with its bones'}</dd>
        {form.options.length > 0 && (
          <>
            <dt className="text-ink2">On request</dt>
            <dd>{form.options.join(', ')}</dd>
          </>
        )}
        <dt className="text-ink2">In the kitchen</dt>
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
                <strong className="font-figure text-label">{step.title}</strong>{' '}
                <span className="text-ink2">
                  {step.tool}. {step.check.toLowerCase()}.
                </span>
                {step.cautions.length > 0 && (
                  <span className="block text-note text-ink2">Careful: {step.cautions.join(' ')}</span>
                )}
              </span>
              <span className="num text-note text-ink3">{step.minutes} min</span>
            </li>
          ))}
        </ol>
      )}
    </article>
  );
}
