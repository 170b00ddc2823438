import { weekdayName } from '@ember-slate/core/calendar';
import type { AnswerOf, Order, Problem, StandingOrder } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { useWant } from '../../parts/forms.ts';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { say } from './say.ts';

/** A note about a customer, to be read by whoever answers the telephone. */
function About({ known }: { known: AnswerOf<typeof routes.orders.customer> }) {
  const draft = useDraft(`customer ${known.id}`);
  const { send, busy } = useChange(routes.orders.noteCustomer, draft);
  const [version, setVersion] = useKept(draft, 'version', known.version);
  const [note, setNote] = useKept<string | null>(draft, 'note', null);
  const [problem, setProblem] = useKept<Problem | null>(draft, 'problem', null);
  const keep = async (over = version) => {
    const outcome = await send({ version: over, phone: known.phone, remarks: note ?? '' }, { id: known.id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  if (note === null)
    return (
      <p>
        {known.remarks && <span className="text-ink">{known.remarks} </span>}
        <button type="button" className="why" onClick={() => setNote(known.remarks)}>
          {known.remarks ? say('change_the_note') : say('note_something')}
        </button>
      </p>
    );
  return (
    <div>
      <div className="flex items-center gap-3">
        <TextField
          label={say('about_this_customer')}
          value={note}
          onChange={setNote}
          className="flex-1"
          error={problem?.code === 'stale' ? undefined : problem?.detail}
        />
        <Button small busy={busy} onPress={() => void keep()}>
          {say('keep')}
        </Button>
        <Button small onPress={draft.forget}>
          {say('cancel')}
        </Button>
      </div>
      <Stale
        problem={problem}
        names={{ remarks: say('about_this_customer') }}
        mine={{ remarks: note }}
        onKeep={(over) => {
          setVersion(over);
          void keep(over);
        }}
        onTheirs={draft.forget}
      />
    </div>
  );
}

/** What the shop knows of the one on the telephone: a note, what they had, and it again at one tap. */
export function Recall({
  id,
  onAgain,
}: {
  id: number;
  onAgain: (lines: Order['lines'] | StandingOrder['lines']) => void;
}) {
  const { data: known } = useRead(routes.orders.customer, { params: { id } });
  const { day } = useTimes();
  const want = useWant();
  if (!known) return null;
  const last = known.orders.slice(0, 3);
  return (
    <div className="mb-3 border-l-[3px] border-rime pl-3 text-note" data-recall="">
      <p className="text-ink2">
        {known.collected === 0
          ? say('nothing_collected_yet')
          : say('orders_collected', { collected: known.collected })}
        {known.uncollected > 0 && (
          <span className="text-embertext">
            {' '}
            <Lozenge /> {say('not_collected_ask_for_a_deposit', { uncollected: known.uncollected })}
          </span>
        )}
      </p>
      <About key={known.version} known={known} />
      <ul>
        {last.map((o) => (
          <li key={o.id} className="flex items-baseline justify-between gap-3 border-t border-line py-1">
            <span className="min-w-0">
              <span className="text-ink3">{day(o.dueAt)}: </span>
              {o.lines
                .filter((l) => l.state !== 'cancelled' || o.state === 'uncollected')
                .map((l) => `${want(l)}, ${shortName(l.speciesName)}`)
                .join('; ')}
            </span>
            <button
              type="button"
              className="why shrink-0"
              aria-label={say('the_same_again_as_on', { dueAt: day(o.dueAt) })}
              onClick={() =>
                onAgain(o.lines.filter((l) => l.state !== 'cancelled' || o.state === 'uncollected'))
              }
            >
              {say('again')}
            </button>
          </li>
        ))}
        {known.standing.map((s) => (
          <li key={s.id} className="border-t border-line py-1 text-ink2">
            {say('every')} {weekdayName(s.weekday)}:{' '}
            {s.lines.map((l) => `${want(l)}, ${shortName(l.speciesName)}`).join('; ')}
          </li>
        ))}
      </ul>
    </div>
  );
}
