import { contract } from '@ember-slate/contract';
import { useChange, useRead } from '../app/api.ts';
import { useNotify } from '../app/notify.ts';
import { useTimes } from '../app/shop.tsx';
import { Button } from './Button.tsx';

/** What still waits to be printed or planned, and what is stuck until somebody looks; nothing where all is done. */
export function OpenJobs() {
  const { data } = useRead(contract.jobs.open);
  const again = useChange(contract.jobs.again);
  const drop = useChange(contract.jobs.drop);
  const said = useNotify();
  const { when } = useTimes();
  if (!data || data.length === 0) return null;
  const stuck = data.filter((j) => j.stuck).length;
  return (
    <section aria-label="Waits to be done" className="pb-4">
      <h2 className="text-row">
        {stuck > 0
          ? `${stuck} ${stuck === 1 ? 'thing is' : 'things are'} stuck`
          : `${data.length} ${data.length === 1 ? 'thing waits' : 'things wait'}`}
      </h2>
      {data.map((j) => (
        <div key={j.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line py-2">
          <span className="min-w-[240px] flex-1">
            <span className="font-figure text-label font-semibold">{j.what}</span>
            <span className="block text-note text-ink2">
              {when(j.madeAt)} by {j.madeBy}
              {j.why ? ` · ${j.why}` : ''}
            </span>
          </span>
          <Button
            small
            busy={again.busy}
            onPress={() =>
              void again.send(undefined, { id: j.id }).then((outcome) => {
                if (said(outcome) && outcome.ok && outcome.data.why)
                  said({
                    ok: false,
                    problem: { type: '', title: outcome.data.why, status: 0, code: 'waits' },
                  });
              })
            }
          >
            Try it again
          </Button>
          <Button
            small
            onPress={() => void drop.send(undefined, { id: j.id }).then((outcome) => said(outcome))}
          >
            Drop it
          </Button>
        </div>
      ))}
    </section>
  );
}
