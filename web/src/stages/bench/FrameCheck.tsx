import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { say } from './say.ts';

const grades = [say('clear'), say('faint_veil'), say('flesh_in_places'), say('flesh_everywhere')];

/** What the frame shows against the light: with the scrape's weight it tells what the knife left on. */
export function FrameCheck({ ticket }: { ticket: Ticket }) {
  const { send } = useChange(routes.bench.frame);
  const said = useNotify();
  const choose = async (grade: number) => {
    const outcome = await send({ grade }, { id: ticket.id });
    said(outcome);
  };
  return (
    <div
      role="radiogroup"
      aria-label={say('the_frame_against_the_light')}
      className="flex flex-wrap items-center gap-3 border-t border-line pt-4"
    >
      <span className="text-row">{say('the_frame_is')}</span>
      {grades.map((name, grade) => {
        const on = ticket.frameGrade === grade;
        return (
          <button
            key={name}
            type="button"
            role="radio"
            aria-checked={on}
            onClick={() => void choose(grade)}
            className={`btn min-h-16 ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
          >
            <span className="font-figure text-ink2">{grade}</span> {name}
          </button>
        );
      })}
    </div>
  );
}
