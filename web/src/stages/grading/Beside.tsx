import { inWords } from '@ember-slate/words/core';
import {
  damageRules,
  damages,
  observedAdvice,
  type Damage,
  type Observed,
} from '@ember-slate/core/freshness';
import { Choice } from '../../parts/Choice.tsx';
import { say } from './say.ts';

export type Seen = Omit<Observed, 'damage'> & { damage: Damage[] };

const unknown = { value: 'unknown', name: say('not_seen') } as const;
const rigors = [
  { value: 'in_rigor', name: say('stiff') },
  { value: 'past', name: say('limp_springs_back') },
  unknown,
] as const;
const bleds = [{ value: 'yes', name: say('yes') }, { value: 'no', name: say('no') }, unknown] as const;
const roes = [
  { value: 'none', name: say('none') },
  { value: 'some', name: say('some') },
  { value: 'full', name: say('full') },
  { value: 'spent', name: say('spent') },
] as const;
const identities = [
  { value: 'sure', name: say('sure_of_it') },
  { value: 'unidentified', name: say('not_sure') },
  { value: 'prohibited', name: say('prohibited') },
] as const;

/** What is seen beside the signs and not scored, with what follows from it. */
export function Beside({
  seen,
  onSeen,
  piece,
  farmed,
  marks,
}: {
  seen: Seen;
  onSeen: (seen: Seen) => void;
  /** A side, fillet or loin shows no rigor, no roe and no fins. */
  piece: boolean;
  farmed: boolean;
  marks: string;
}) {
  const set =
    <K extends keyof Seen>(key: K) =>
    (value: Seen[K]) =>
      onSeen({ ...seen, [key]: value });
  const toggle = (d: Damage) =>
    set('damage')(seen.damage.includes(d) ? seen.damage.filter((x) => x !== d) : [...seen.damage, d]);
  const advice = observedAdvice(seen, { farmed });
  return (
    <div className="grid grid-cols-2 gap-x-8 max-sm:grid-cols-1">
      {!piece && (
        <>
          <Choice label={say('rigor')} value={seen.rigor} options={rigors} onChange={set('rigor')} />
          <Choice label={say('bled')} value={seen.bled} options={bleds} onChange={set('bled')} />
          <Choice
            label={say('roe')}
            value={seen.roe === 'unknown' ? 'none' : seen.roe}
            options={roes}
            onChange={set('roe')}
          />
        </>
      )}
      <Choice
        label={say('species_by_its_marks')}
        value={seen.identity}
        options={identities}
        onChange={set('identity')}
      />
      <div className="col-span-full flex flex-wrap gap-x-6 gap-y-1 pb-2">
        {damages.map((d) => (
          <label key={d} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5 accent-(--ink2)"
              checked={seen.damage.includes(d)}
              onChange={() => toggle(d)}
            />
            {inWords(damageRules[d].name).toLowerCase()}
          </label>
        ))}
        {!piece && (
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5 accent-(--ink2)"
              checked={seen.finsWorn}
              onChange={(e) => set('finsWorn')(e.target.checked)}
            />
            {say('fins_and_tail_worn')}
          </label>
        )}
      </div>
      {marks && <p className="col-span-full pb-2 text-note text-ink3">{say('to_know_it_by', { marks })}</p>}
      {advice.map((a) => (
        <p key={inWords(a)} className="col-span-full border-l-[3px] border-rule pb-1 pl-3 text-note">
          {inWords(a)}
        </p>
      ))}
    </div>
  );
}
