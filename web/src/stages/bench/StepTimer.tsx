import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useNow } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { say } from './say.ts';

/** Starts the timer of a step; it goes on when the cutter leaves for another ticket. */
export function StepTimer({ ticket, name, minutes }: { ticket: Ticket; name: string; minutes: number }) {
  const { send, busy } = useChange(routes.bench.startTimer);
  const now = useNow(1000);
  const said = useNotify();
  const mine = ticket.timers.find((t) => t.name === name);
  const start = async () => {
    const outcome = await send({ name, minutes }, { id: ticket.id });
    said(outcome);
  };
  if (mine) {
    const left = Math.round((new Date(mine.endsAt).getTime() - now.getTime()) / 1000);
    return (
      <p className="py-1 font-figure text-row">
        {say('it_runs_on_when_you_leave', {
          name,
          left:
            left > 0
              ? say('in_2', { minutes: Math.floor(left / 60), seconds: String(left % 60).padStart(2, '0') })
              : say('now'),
        })}
      </p>
    );
  }
  return (
    <div className="py-1">
      <Button tall busy={busy} onPress={() => void start()}>
        {say('start_minutes', { minutes })}
      </Button>
    </div>
  );
}
