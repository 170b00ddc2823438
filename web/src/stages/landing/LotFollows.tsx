import type { AnswerOf, LotRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { TextField } from '../../parts/Field.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { WithReason } from '../../parts/WithReason.tsx';
import { say } from './say.ts';
import type { useLotForm } from './useLotForm.ts';

type Uses = AnswerOf<typeof routes.landing.lotUses>;
type State = ReturnType<typeof useLotForm>;

/** What of the lot the form says otherwise. */
const changedOf = (v: State['form']['values'], lot: LotRow) => ({
  fish: v.speciesId !== lot.speciesId,
  state: v.condition !== lot.condition,
  origin:
    [v.production, v.area, v.gear, v.caughtOn].join() !==
    [lot.production, lot.area, lot.gear ?? '', lot.caughtOn ?? ''].join(),
  amount: v.weight?.grams !== lot.grams || v.pieces !== String(lot.pieces),
  price: v.price !== lot.pricePerKg,
});

/** What follows when the lot says what stands in the form now, one line each; nothing where nobody has built on it. */
function followsOf(uses: Uses, lot: LotRow, { form }: State, mass: (g: number) => string): string[] {
  const is = changedOf(form.values, lot);
  const other = is.fish || is.state;
  const closed = uses.tickets.filter((t) => t.closed).map((t) => t.number);
  const tickets = { tickets: closed.join(', '), count: closed.length };
  const lines: readonly [follows: boolean, line: string][] = [
    [other && uses.graded, say('follows_graded_again')],
    [(other || is.price) && closed.length > 0, say('follows_tickets', tickets)],
    [(other || is.origin) && uses.labels > 0, say('follows_labels', { labels: uses.labels })],
    [is.fish && uses.soldGrams > 0, say('follows_sold', { grams: mass(uses.soldGrams) })],
    [is.fish && uses.promised > 0, say('follows_promised', { promised: uses.promised })],
    [is.amount, say('follows_amount')],
  ];
  return lines.filter(([follows]) => follows).map(([, line]) => line);
}

/** Said before a lot is put right: what follows, and why it is done where others have worked with what it says. */
export function LotFollows({ lot, state }: { lot: LotRow; state: State }) {
  const { data: uses } = useRead(routes.landing.lotUses, { params: { id: lot.id } });
  const mass = useMass();
  if (!uses) return null;
  const follows = followsOf(uses, lot, state, mass);
  return (
    <div className="max-w-[720px] pt-2">
      {follows.length > 0 && (
        <>
          <h4 className="text-label">{say('what_follows')}</h4>
          <ul className="list-disc pb-2 pl-5 text-ink2">
            {follows.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </>
      )}
      {uses.needsReason && (
        <TextField
          label={say('why_is_it_put_right')}
          {...state.form.field('reason')}
          note={say('kept_with_what_it_said_before')}
        />
      )}
    </div>
  );
}

/** A lot that was landed twice goes away, as long as all of it lies there. */
export function LandedTwice({ lot, onDone }: { lot: LotRow; onDone: () => void }) {
  return (
    <WithReason
      draft={`take lot ${lot.id} away`}
      route={routes.landing.dropLot}
      params={{ id: lot.id }}
      body={(reason) => ({ version: lot.version, reason })}
      open={say('landed_twice_take_it_away')}
      label={say('why_all_of_it_leaves_the_books')}
      act={say('take_the_lot_away')}
      onDone={onDone}
      className="mt-4 block max-w-[720px] border-t border-line pt-3"
    />
  );
}
