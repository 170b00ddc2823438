import type { AnswerOf, Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { WeightField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

type Supplier = AnswerOf<typeof routes.buying.suppliers>[number];
/** Monday first, as the shop's week runs. */
const week = [
  [say('mon'), 1],
  [say('tue'), 2],
  [say('wed'), 3],
  [say('thu'), 4],
  [say('fri'), 5],
  [say('sat'), 6],
  [say('sun'), 0],
] as const;

function One({ supplier }: { supplier: Supplier }) {
  const mass = useMass();
  const draft = useDraft(`supplier days ${supplier.id}`);
  const [version, setVersion] = useKept(draft, 'version', supplier.version);
  const { send, busy } = useChange(routes.buying.setSupplier, draft);
  const [days, setDays] = useKept<readonly number[]>(draft, 'days', supplier.days);
  const [boxGrams, setBoxGrams] = useKept(draft, 'boxGrams', supplier.boxGrams);
  const [problem, setProblem] = useKept<Problem | null>(draft, 'problem', null);
  const changed =
    [...days].sort().join() !== [...supplier.days].sort().join() || boxGrams !== supplier.boxGrams;
  const save = async (over = version) => {
    const outcome = await send({ version: over, days: [...days], boxGrams }, { id: supplier.id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  return (
    <li className="border-t border-line py-2">
      <h3 className="text-label font-semibold">{supplier.name}</h3>
      <Stale
        problem={problem}
        names={{ days: say('lands_or_delivers_on'), boxGrams: say('a_box_holds') }}
        mine={{ days: [...days].sort(), boxGrams }}
        kinds={{
          days: (all: number[]) =>
            week
              .filter(([, d]) => all.includes(d))
              .map(([name]) => name)
              .join(', ') || say('any_day'),
          boxGrams: (g: number | null) => (g === null ? say('by_the_fish') : mass(g)),
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.forget}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_150px_auto] items-end gap-4 max-sm:grid-cols-1">
        <fieldset>
          <legend className="field-label">{say('lands_or_delivers_on')}</legend>
          <div className="flex flex-wrap gap-x-3">
            {week.map(([name, day]) => (
              <label key={day} className="flex min-h-11 cursor-pointer items-center gap-1.5">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={days.includes(day)}
                  onChange={(e) =>
                    setDays((had) => (e.target.checked ? [...had, day] : had.filter((d) => d !== day)))
                  }
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
        <WeightField
          label={say('a_box_holds')}
          value={boxGrams === null ? null : { grams: boxGrams, source: 'typed' }}
          onChange={(w) => setBoxGrams(w?.grams ?? null)}
          take={null}
          plain
          note={say('empty_by_the_fish')}
        />
        <Button small busy={busy} notYet={changed ? null : say('as_it_is_kept')} onPress={() => void save()}>
          {say('keep')}
        </Button>
      </div>
      {problem?.code !== 'stale' && <Refused problem={problem} />}
    </li>
  );
}

/** When fish of each supplier comes, and in what boxes: how long a purchase must last, and what can be bought. */
export function Suppliers({ onClose }: { onClose: () => void }) {
  const { data, problem, refetch } = useRead(routes.buying.suppliers);
  return (
    <Dialog open title={say('suppliers_days_and_boxes')} onClose={onClose}>
      <p className="pb-2 text-ink2">{say('fish_is_bought_to_last_until_its')}</p>
      {!data ? (
        <Waiting problem={problem} onRetry={refetch} />
      ) : data.length === 0 ? (
        <p className="py-2 text-ink2">{say('no_supplier_yet_they_are_made_with')}</p>
      ) : (
        <ul>
          {data.map((s) => (
            <One key={`${s.id} ${s.version}`} supplier={s} />
          ))}
        </ul>
      )}
      <div className="pt-2">
        <Button onPress={onClose}>{say('back')}</Button>
      </div>
    </Dialog>
  );
}
