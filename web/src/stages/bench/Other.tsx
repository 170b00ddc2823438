import type { Problem, Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useChange } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { setPrefs, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { Forms } from './Forms.tsx';
import { Methods } from './Methods.tsx';
import { say } from './say.ts';

type Page = 'back' | 'menu' | 'pause' | 'hand' | 'forms' | 'methods' | 'timer' | 'pedal';
const titles: Record<Page, string> = {
  back: say('put_the_fish_back'),
  menu: say('something_other_than_the_next_step'),
  pause: say('leave_it_lying'),
  hand: say('hand_it_over'),
  forms: say('what_comes_out_of_this_fish'),
  methods: say('another_cutting_method'),
  timer: say('a_timer'),
  pedal: say('foot_pedal'),
};

/** Everything a cutter may want that is not the next step, in targets a knuckle finds. */
export function Other({ ticket, onClose }: { ticket: Ticket; onClose: () => void }) {
  const [page, setPage] = useState<Page>('menu');
  return (
    <Dialog title={titles[page]} open onClose={onClose}>
      {page === 'menu' && (
        <div className="grid grid-cols-2 gap-3">
          {(
            [
              ['methods', say('another_cutting_method')],
              ['forms', say('more_or_fewer_forms')],
              ['pause', say('leave_it_lying')],
              ['hand', say('hand_it_over')],
              ['timer', say('start_a_timer')],
              ['pedal', say('foot_pedal')],
              ['back', say('put_the_fish_back')],
            ] as const
          ).map(([to, name]) => (
            <Button key={to} tall onPress={() => setPage(to)}>
              {name}
            </Button>
          ))}
        </div>
      )}
      {page === 'methods' && <Methods ticketId={ticket.id} />}
      {page === 'forms' && <Forms ticket={ticket} />}
      {page === 'pause' && <Pause ticket={ticket} onDone={onClose} />}
      {page === 'hand' && <HandTo ticket={ticket} />}
      {page === 'timer' && <NewTimer ticket={ticket} onDone={onClose} />}
      {page === 'back' && <PutBack ticket={ticket} />}
      {page === 'pedal' && <Pedal onDone={onClose} />}
    </Dialog>
  );
}

function Said({ problem }: { problem: Problem | null }) {
  return problem ? (
    <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
      {problem.detail}
    </p>
  ) : null;
}

function Pause({ ticket, onDone }: { ticket: Ticket; onDone: () => void }) {
  const { send, problem } = useChange(routes.bench.pause);
  const leave = async (why: string) => {
    const outcome = await send({ why }, { id: ticket.id });
    if (outcome.ok) onDone();
  };
  return (
    <div className="grid grid-cols-2 gap-3">
      {[
        say('serving_a_customer'),
        say('salt_or_soak_is_running'),
        say('knife_or_hand_needs_seeing_to'),
        say('the_fish_is_not_right'),
      ].map((why) => (
        <Button key={why} tall onPress={() => void leave(why)}>
          {why}
        </Button>
      ))}
      <Said problem={problem} />
    </div>
  );
}

function HandTo({ ticket }: { ticket: Ticket }) {
  const { send, problem } = useChange(routes.bench.hand);
  const { shop, me } = useShop();
  const go = useNavigate();
  const give = async (to: number) => {
    const outcome = await send({ version: ticket.version, to }, { id: ticket.id });
    if (outcome.ok) void go('/bench');
  };
  return (
    <div className="grid grid-cols-2 gap-3">
      {shop.staff
        .filter((s) => s.id !== me.id)
        .map((s) => (
          <Button key={s.id} tall onPress={() => void give(s.id)}>
            {s.name}
          </Button>
        ))}
      <Said problem={problem} />
    </div>
  );
}

/** Back to the cold room, as long as nothing was weighed out of them. */
function PutBack({ ticket }: { ticket: Ticket }) {
  const { send, busy, problem } = useChange(routes.bench.withdraw);
  const go = useNavigate();
  const put = async () => {
    const outcome = await send({ version: ticket.version }, { id: ticket.id });
    if (outcome.ok) void go('/bench');
  };
  return (
    <>
      <p className="pb-3 text-label">{say('the_fish_go_back_to_the_cold_room')}</p>
      <Button
        tall
        kind="main"
        busy={busy}
        notYet={ticket.weighOuts.length > 0 ? say('strike_what_was_weighed_out_first') : null}
        onPress={() => void put()}
      >
        {say('put_them_back')}
      </Button>
      <Said problem={problem} />
    </>
  );
}

function NewTimer({ ticket, onDone }: { ticket: Ticket; onDone: () => void }) {
  const { send, problem } = useChange(routes.bench.startTimer);
  const start = async (name: string, minutes: number) => {
    const outcome = await send({ name, minutes }, { id: ticket.id });
    if (outcome.ok) onDone();
  };
  return (
    <div className="grid grid-cols-2 gap-3">
      {(
        [
          [say('salt_off'), 30],
          [say('soak_done'), 120],
          [say('rest_done'), 10],
          [say('look_again'), 5],
        ] as const
      ).map(([name, minutes]) => (
        <Button key={name} tall onPress={() => void start(name, minutes)}>
          {say('in_min', { name, minutes })}
        </Button>
      ))}
      <Said problem={problem} />
    </div>
  );
}

/** Any key a pedal sends may go on to the next step. */
function Pedal({ onDone }: { onDone: () => void }) {
  const pedal = useAppSelector((s) => s.prefs.pedal);
  const dispatch = useAppDispatch();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (['Escape', 'Tab', ' ', 'Enter'].includes(event.key)) return;
      event.preventDefault();
      dispatch(setPrefs({ pedal: event.key.length === 1 ? event.key.toLowerCase() : event.key }));
      onDone();
    };
    window.addEventListener('keydown', onKeyDown, true);
    return () => window.removeEventListener('keydown', onKeyDown, true);
  }, [dispatch, onDone]);
  return (
    <>
      <p className="text-label">
        {say('press_the_pedal_now', {
          pedal: pedal ? say('it_is_set_to', { pedal }) : say('page_down_goes_to_the_next_step'),
        })}
      </p>
      {pedal && (
        <Button
          tall
          className="mt-3"
          onPress={() => {
            dispatch(setPrefs({ pedal: '' }));
            onDone();
          }}
        >
          {say('forget_it')}
        </Button>
      )}
    </>
  );
}
