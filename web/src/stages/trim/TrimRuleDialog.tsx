import type { TrimBook, TrimRule } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, SelectField, WeightField } from '../../parts/Field.tsx';
import { Picker } from '../../parts/Picker.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

const ways: Record<TrimRule['goesTo'], string> = {
  counter: say('the_counter'),
  order: say('orders'),
  kitchen: say('the_kitchen'),
  bait: say('bait'),
  pet: say('pets'),
  rendering: say('rendering'),
  bin: say('the_bin'),
};

const fieldNames = {
  keep: say('kept'),
  goesTo: say('goes_to'),
  perKg: say('price_a_kg'),
  demandGrams: say('asked_for_on_a_day'),
};

/** Species whose roe or liver is eaten here, beside those where it usually is. */
function Customs({ part, eaten, version }: { part: string; eaten: readonly string[]; version: number }) {
  const { data: book } = useRead(routes.landing.species);
  const { send, problem } = useChange(routes.trim.setCustoms);
  const put = async (speciesIds: string[]) => {
    await send({ version, speciesIds }, { part });
  };
  const name = (id: string) => shortName(book?.find((s) => s.id === id)?.name ?? id);
  return (
    <section className="border-t border-line py-2">
      <h3 className="field-label">{say('eaten_here_by_custom')}</h3>
      <p className="text-note text-ink2">
        {eaten.length === 0 && `${say('nothing_beside_the_species_whose')} `}
        {say('species_that_may_carry_a_reef')}
      </p>
      <ul>
        {eaten.map((id) => (
          <li key={id} className="flex items-center justify-between py-1">
            {name(id)}
            <button type="button" className="why" onClick={() => void put(eaten.filter((x) => x !== id))}>
              {say('off_2')}
            </button>
          </li>
        ))}
      </ul>
      <Picker
        label={say('one_more_species')}
        value=""
        options={(book ?? [])
          .filter((s) => !eaten.includes(s.id))
          .map((s) => ({ value: s.id, name: shortName(s.name) }))}
        onChange={(id) => void put([...eaten, id])}
      />
      <Refused problem={problem} />
    </section>
  );
}

/** What the shop does with a kind of trim: kept or not, its price, its demand, where it goes. */
export function TrimRuleDialog({
  part,
  versions,
  onClose,
}: {
  part: TrimBook['parts'][number];
  versions: TrimBook['versions'];
  onClose: () => void;
}) {
  const draft = useDraft(`trim rule ${part.part}`);
  const [version, setVersion] = useKept(draft, 'version', versions.rules);
  const { send, busy, problem } = useChange(routes.trim.setRule, draft);
  const [rule, setRule] = useKept<TrimRule>(draft, 'rule', part.setting);
  const save = async (over = version) => {
    const outcome = await send({ ...rule, version: over }, { part: part.part });
    if (outcome.ok) onClose();
  };
  return (
    <Dialog open title={say('what_becomes_of', { part: part.name })} onClose={onClose}>
      <p className="pb-3 text-ink2">
        {part.uses.length > 0 ? say('best_first', { uses: part.uses.join(', ') }) : ''} {part.rule}
        {part.mostDays !== null && ` ${say('at_most_days', { mostDays: part.mostDays })}`}
      </p>
      <Stale
        problem={problem}
        names={fieldNames}
        mine={rule}
        kinds={{
          keep: { true: say('kept_2'), false: say('thrown_away') },
          goesTo: ways,
          perKg: 'money',
          demandGrams: 'mass',
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.leave(onClose)}
      />
      <div className="grid grid-cols-2 gap-5">
        <Choice
          label={say('kept')}
          value={rule.keep ? 'yes' : 'no'}
          onChange={(v) => setRule({ ...rule, keep: v === 'yes' })}
          options={[
            { value: 'yes', name: say('kept_2') },
            { value: 'no', name: say('thrown_away') },
          ]}
        />
        <SelectField
          label={say('goes_to')}
          value={rule.goesTo}
          onChange={(goesTo) => setRule({ ...rule, goesTo })}
          options={(Object.keys(ways) as TrimRule['goesTo'][]).map((w) => ({ value: w, name: ways[w] }))}
        />
        <MoneyField
          label={say('price_a_kg')}
          value={rule.perKg}
          onChange={(perKg) => setRule({ ...rule, perKg })}
          note={say('for_species_without_a_price_of')}
        />
        <WeightField
          label={say('asked_for_on_a_day')}
          value={rule.demandGrams > 0 ? { grams: rule.demandGrams, source: 'typed' } : null}
          onChange={(w) => setRule({ ...rule, demandGrams: w?.grams ?? 0 })}
          take={null}
          plain
        />
      </div>
      {part.customs && <Customs part={part.part} eaten={part.customs} version={versions.customs} />}
      {problem?.code !== 'stale' && <Refused problem={problem} />}
      <div className="flex gap-3">
        <Button kind="main" busy={busy} onPress={() => void save()}>
          {say('keep_the_rule')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
      </div>
    </Dialog>
  );
}
