import { contract, type AnswerOf, type Problem } from '@ember-slate/contract';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { WeightField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { Waiting } from '../../parts/Waiting.tsx';

type Supplier = AnswerOf<typeof contract.buying.suppliers>[number];
/** Monday first, as the shop's week runs. */
const week = [
  ['Mon', 1],
  ['Tue', 2],
  ['Wed', 3],
  ['Thu', 4],
  ['Fri', 5],
  ['Sat', 6],
  ['Sun', 0],
] as const;

function One({ supplier }: { supplier: Supplier }) {
  const mass = useMass();
  const draft = useDraft(`supplier days ${supplier.id}`);
  const [version, setVersion] = useKept(draft, 'version', supplier.version);
  const { send, busy } = useChange(contract.buying.setSupplier, draft);
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
        names={{ days: 'Lands or delivers on', boxGrams: 'A box holds' }}
        mine={{ days: [...days].sort(), boxGrams }}
        kinds={{
          days: (all: number[]) =>
            week
              .filter(([, d]) => all.includes(d))
              .map(([name]) => name)
              .join(', ') || 'any day',
          boxGrams: (g: number | null) => (g === null ? 'by the fish' : mass(g)),
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.forget}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_150px_auto] items-end gap-4 max-sm:grid-cols-1">
        <fieldset>
          <legend className="field-label">Lands or delivers on</legend>
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
          label="A box holds"
          value={boxGrams === null ? null : { grams: boxGrams, source: 'typed' }}
          onChange={(w) => setBoxGrams(w?.grams ?? null)}
          take={null}
          plain
          note="empty: by the fish"
        />
        <Button small busy={busy} notYet={changed ? null : 'as it is kept'} onPress={() => void save()}>
          Keep
        </Button>
      </div>
      {problem?.code !== 'stale' && <Refused problem={problem} />}
    </li>
  );
}

/** When fish of each supplier comes, and in what boxes: how long a purchase must last, and what can be bought. */
export function Suppliers({ onClose }: { onClose: () => void }) {
  const { data, problem, refetch } = useRead(contract.buying.suppliers);
  return (
    <Dialog open title="Suppliers’ days and boxes" onClose={onClose}>
      <p className="pb-2 text-ink2">
        Fish is bought to last until its supplier comes again, and by whole boxes where they sell no less. No
        day ticked: any day.
      </p>
      {!data ? (
        <Waiting problem={problem} onRetry={refetch} />
      ) : data.length === 0 ? (
        <p className="py-2 text-ink2">No supplier yet: they are made with their first delivery.</p>
      ) : (
        <ul>
          {data.map((s) => (
            <One key={`${s.id} ${s.version}`} supplier={s} />
          ))}
        </ul>
      )}
      <div className="pt-2">
        <Button onPress={onClose}>Back</Button>
      </div>
    </Dialog>
  );
}
