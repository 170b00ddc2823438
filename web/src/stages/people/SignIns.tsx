import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

const words = { in: say('signed_in'), wrong: say('wrong_pin'), waiting: say('had_to_wait') } as const;

/** Who signed in from where, who tried to, and who has to wait; for the manager. */
export default function SignIns() {
  const { data, problem, refetch } = useRead(routes.people.signIns);
  const release = useChange(routes.people.release);
  const said = useNotify();
  const { when } = useTimes();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const wrong = data.tries.filter((t) => t.outcome !== 'in').length;
  return (
    <div className="max-w-[820px]">
      <h1 className="text-head">
        {wrong === 0 ? say('nobody_gave_a_wrong_pin_in_two') : say('wrong_pins_in_two_weeks', { wrong })}
      </h1>
      <p className="pb-3 text-ink2">{say('wrong_pins_make_their_screen_wait')}</p>
      {data.waiting.length > 0 && (
        <section aria-label={say('who_has_to_wait')} className="pb-4">
          {data.waiting.map((w) => (
            <div
              key={`${w.staffId} ${w.address}`}
              className="flex items-center gap-4 border-t border-line py-2"
            >
              <span className="flex-1">
                <span className="font-figure text-label font-semibold">{w.name}</span>{' '}
                {say('has_to_wait_until_after_wrong_pins', {
                  until: when(w.until),
                  address:
                    w.address === ''
                      ? say('at_every_screen_not_used_before')
                      : say('at', { address: w.address }),
                  failures: w.failures,
                })}
              </span>
              <Button
                small
                onPress={() =>
                  void release
                    .send(undefined, { id: w.staffId })
                    .then((outcome) => said(outcome, say('may_try_again', { w: w.name })))
                    .then(() => refetch())
                }
              >
                {say('let_them_try_again')}
              </Button>
            </div>
          ))}
        </section>
      )}
      <Table
        label={say('sign_ins_of_two_weeks')}
        rows={data.tries.map((t, i) => ({ ...t, place: i }))}
        keyOf={(t) => t.place}
        columns={[
          { head: say('when'), cell: (t) => when(t.at) },
          { head: say('who'), cell: (t) => t.name ?? say('a_name_that_is_none_of_ours') },
          { head: say('from'), cell: (t) => t.address, className: 'font-figure' },
          {
            head: say('what'),
            cell: (t) => (
              <span className={t.outcome === 'in' ? '' : 'font-semibold'}>{words[t.outcome]}</span>
            ),
          },
        ]}
      />
      {data.tries.length === 0 && <p className="text-ink2">{say('nobody_signed_in_yet')}</p>}
    </div>
  );
}
