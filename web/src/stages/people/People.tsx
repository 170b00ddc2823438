import { routes } from '@ember-slate/contract/routes';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Access, PersonForm, roleWords, type Person } from './PersonForm.tsx';
import { say } from './say.ts';

const pinWords: Record<Person['pin'], string> = {
  own: say('pin_of_their_own'),
  handed: say('pin_handed_not_used_yet'),
  sample: say('pin_of_the_sample_shop'),
};

/** Who works here, what each may do, their PINs and where they are signed in; for the manager. */
export default function People() {
  const { data, problem, refetch } = useRead(routes.people.list);
  const [open, choose] = useChosenRow('who');
  const { when } = useTimes();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const here = data.filter((p) => p.active);
  const stateOf = (p: Person) => {
    if (!p.active) return say('left');
    const [last] = p.signedIn;
    if (!last) return pinWords[p.pin];
    const where = [...new Set(p.signedIn.map((s) => s.address || say('this_machine')))].join(', ');
    return say('signed_in_at', { where, at: when(last.seenAt) });
  };
  return (
    <div className="max-w-[860px] pb-8">
      <div className="flex flex-wrap items-baseline justify-between gap-4 pb-2">
        <h1 className="text-head max-sm:text-big">{say('people_work_here', { people: here.length })}</h1>
        {open !== 'new' && (
          <Button kind="main" onPress={() => choose('new')}>
            {say('add_somebody')}
          </Button>
        )}
      </div>
      <p className="pb-3 text-ink2">{say('each_signs_in_with_a_pin_of_their_own')}</p>
      {open === 'new' && <PersonForm person={null} onDone={() => choose(null)} />}
      <Table
        label={say('people')}
        rows={data}
        keyOf={(p) => p.id}
        columns={[
          {
            head: say('name'),
            cell: (p) => (
              <button
                type="button"
                aria-expanded={open === String(p.id)}
                className="why min-h-12 text-left font-figure text-label font-semibold"
                onClick={() => choose(open === String(p.id) ? null : p.id)}
              >
                {p.name}
              </button>
            ),
          },
          { head: say('role'), cell: (p) => roleWords[p.role] },
          { head: say('now'), cell: stateOf, className: 'text-ink2' },
        ]}
        under={(p) =>
          open === String(p.id) && (
            <>
              <PersonForm key={p.version} person={p} onDone={() => choose(null)} />
              {p.active && <Access person={p} />}
            </>
          )
        }
      />
    </div>
  );
}
