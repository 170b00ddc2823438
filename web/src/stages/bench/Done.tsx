import type { DoneTicket, Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { Link } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { useForms, useWant } from '../../parts/forms.ts';
import { Mass } from '../../parts/Mass.tsx';
import { slotsOf } from './slots.ts';
import { Weights } from './Weights.tsx';
import { say } from './say.ts';

/** A ticket that is done: its weights with their labels, and the way back to the board until the day is over. */
export function DoneTicketView({ ticket }: { ticket: Ticket }) {
  const book = useForms();
  const { me } = useShop();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-10 pt-6 max-lg:grid-cols-1">
      <div>
        <h1 className="text-head">{say('ticket_is_done', { number: ticket.number })}</h1>
        <p className="pb-4 text-label text-ink2">
          {ticket.cuts.some((c) => c.lineId !== null)
            ? say('what_was_ordered_lies_on_the_order')
            : say('all_of_it_is_in_the_cold_room')}
        </p>
        <Link to="/bench" className="btn btn-main min-h-16">
          {say('next_ticket')}
        </Link>
        {ticket.reopens && me.role !== 'counter' && <Reopen ticket={ticket} />}
      </div>
      <section aria-label={say('weighed_out')}>
        <h2 className="text-row">{say('weighed_out')}</h2>
        <Weights ticket={ticket} slots={slotsOf(ticket, book)} />
      </section>
    </div>
  );
}

/** What was weighed wrong is put right today: the ticket goes back to the board with its weights. */
function Reopen({ ticket }: { ticket: Ticket }) {
  const draft = useDraft(`reopen ticket ${ticket.id}`);
  const { send, busy, problem } = useChange(routes.bench.reopen, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const open = async () => {
    await send({ version: ticket.version, reason: reason.trim() }, { id: ticket.id });
  };
  return (
    <form
      className="mt-8 max-w-md border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void open();
      }}
    >
      <h2 className="text-row">{say('weighed_something_wrong')}</h2>
      <p className="pb-2 text-label text-ink2">{say('until_the_day_is_over_it_can_go')}</p>
      <TextField label={say('what_was_wrong')} value={reason} onChange={setReason} error={problem?.detail} />
      <Button
        submit
        className="min-h-14"
        busy={busy}
        notYet={reason.trim() ? null : say('say_what_was_wrong')}
      >
        {say('open_it_again')}
      </Button>
    </form>
  );
}

/** Tickets finished today, under those that wait. */
export function DoneToday() {
  const { data } = useRead(routes.bench.done);
  const { time } = useTimes();
  const want = useWant();
  if (!data || data.length === 0) return null;
  const row = (t: DoneTicket) => (
    <li key={t.id} className="border-t border-line">
      <Link
        to={`/bench/${t.id}`}
        className="grid min-h-12 grid-cols-[92px_minmax(0,1fr)_auto] items-center gap-5 py-1 text-label hover:bg-lift max-lg:grid-cols-[80px_minmax(0,1fr)_auto]"
      >
        <span className="font-figure text-ink2">{time(t.closedAt)}</span>
        <span>
          {say('ticket_2', {
            number: t.number,
            speciesName: shortName(t.speciesName).toLowerCase(),
            cuts: t.cuts.map(want).join(', '),
          })}
        </span>
        <span className="font-figure">
          <Mass g={t.mainGrams} /> {say('of_2')} <Mass g={t.inputGrams} />
        </span>
      </Link>
    </li>
  );
  return (
    <section aria-label={say('done_today')} className="pt-6">
      <h2 className="pb-1 text-row">{say('done_today')}</h2>
      <ul>{data.map(row)}</ul>
    </section>
  );
}
