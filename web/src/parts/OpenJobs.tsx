import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../app/api.ts';
import { useNotify } from '../app/notify.ts';
import { useTimes } from '../app/shop.tsx';
import { Button } from './Button.tsx';
import { say } from './say.ts';

/** What still waits to be printed or planned, and what is stuck until somebody looks; nothing where all is done. */
export function OpenJobs() {
  const { data } = useRead(routes.jobs.open);
  const again = useChange(routes.jobs.again);
  const drop = useChange(routes.jobs.drop);
  const said = useNotify();
  const { when } = useTimes();
  if (!data || data.length === 0) return null;
  const stuck = data.filter((j) => j.stuck).length;
  return (
    <section aria-label={say('waits_to_be_done')} className="pb-4">
      <h2 className="text-row">
        {stuck > 0
          ? say('things_are_stuck', { stuck })
          : `${data.length} ${data.length === 1 ? say('thing_waits') : say('things_wait')}`}
      </h2>
      {data.map((j) => (
        <div key={j.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line py-2">
          <span className="min-w-[240px] flex-1">
            <span className="font-figure text-label font-semibold">{j.what}</span>
            <span className="block text-note text-ink2">
              {say('by_2', { madeAt: when(j.madeAt), madeBy: j.madeBy, why: j.why ? ` · ${j.why}` : '' })}
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
            {say('try_it_again')}
          </Button>
          <Button
            small
            onPress={() => void drop.send(undefined, { id: j.id }).then((outcome) => said(outcome))}
          >
            {say('drop_it')}
          </Button>
        </div>
      ))}
    </section>
  );
}
