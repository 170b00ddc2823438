import type { CutPlan } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { planSeconds } from '@ember-slate/core/cutplan';
import { useChange } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { say } from './say.ts';

/** Accepts, plans again, stops, goes back: what can be done with the plan as a whole. */
export function PlanActs({
  plan,
  horizon,
  lines,
  fish,
  only,
}: {
  plan: CutPlan | null;
  horizon: CutPlan['horizon'];
  lines: number;
  fish: number;
  /** One species to plan anew, the others as they are; null for all. */
  only: string | null;
}) {
  const start = useChange(routes.plan.start);
  const stop = useChange(routes.plan.stop);
  const said = useNotify();
  const accept = useChange(routes.plan.accept);
  const run = async () => {
    const one = plan?.species.find((s) => s.speciesId === only);
    const seconds = one ? planSeconds(one.lines.length, one.fish.length) : planSeconds(lines, fish);
    said(await start.send({ horizon, seconds, keepPinned: true, speciesIds: one ? [one.speciesId] : null }));
  };
  const send = async () => {
    const done = await accept.send({ speciesIds: null }, { id: plan!.id });
    said(done, done.ok ? say('tickets_wait_at_the_bench', { tickets: done.data.tickets.length }) : undefined);
  };
  if (plan?.state === 'running')
    return (
      <Button
        busy={stop.busy}
        onPress={() => void stop.send(undefined, { id: plan.id }).then((o) => said(o))}
      >
        {say('stop_keep_the_best')}
      </Button>
    );
  const sendable = plan !== null && plan.state !== 'accepted';
  const empty = lines === 0 && fish === 0;
  return (
    <>
      <Button
        kind={sendable && !plan.changed ? 'plain' : 'main'}
        hotkey="P"
        busy={start.busy}
        notYet={empty ? say('no_lines_and_no_fish_yet') : null}
        onPress={() => void run()}
      >
        {plan?.species.some((s) => s.speciesId === only)
          ? say('plan_again', {
              speciesName: plan.species.find((s) => s.speciesId === only)!.speciesName.toLowerCase(),
            })
          : plan
            ? say('plan_again_2')
            : say('plan_the_day')}
      </Button>
      {sendable && (
        <Button
          kind={plan.changed ? 'plain' : 'main'}
          hotkey="Enter"
          busy={accept.busy}
          notYet={
            plan.species.every((s) => (s.found?.plan.fish.length ?? 0) === 0) ? say('it_opens_no_fish') : null
          }
          onPress={() => void send()}
        >
          {say('send_to_bench')}
        </Button>
      )}
    </>
  );
}
