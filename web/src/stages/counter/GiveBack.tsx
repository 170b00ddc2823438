import type { Pay, Sold } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { MoneyField, TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

export const payWords: Record<Pay, string> = {
  cash: say('cash_2'),
  card: say('card_2'),
  account: say('on_account'),
};
/** How money may go back: to an account only where somebody has one. */
export const waysBack = (sale: Sold) =>
  (['cash', 'card', ...(sale.customer === null ? [] : ['account' as const])] as const).map((value) => ({
    value,
    name: payWords[value],
  }));
type Line = Sold['lines'][number];

/** Money back for one line: the fish that came back, or nothing but money. */
export function GiveBack({ sale, line, onDone }: { sale: Sold; line: Line; onDone: () => void }) {
  const draft = useDraft(`give back ${sale.id} ${line.position}`);
  const { send, busy, problem } = useChange(routes.counter.refund, draft);
  const dispatch = useAppDispatch();
  const left = line.money - line.refundedMoney;
  const [back, setBack] = useKept<Weight | null>(draft, 'back', null);
  const [money, setMoney] = useKept<number | null>(draft, 'money', left);
  const [pay, setPay] = useKept<Pay>(draft, 'pay', sale.pay);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const go = async () => {
    const outcome = await send(
      {
        lines: [{ position: line.position, grams: back?.grams ?? 0, money: money ?? 0 }],
        pay,
        reason,
      },
      { id: sale.id },
    );
    if (!outcome.ok) return;
    dispatch(notify({ text: say('given_back', { money: formatMoney(outcome.data.money) }), problem: false }));
    onDone();
  };
  return (
    <form
      className="border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void go();
      }}
    >
      <h3 className="text-label">{say('give_money_back_for', { line: line.name.toLowerCase() })}</h3>
      <div className="grid grid-cols-2 gap-5">
        {line.code !== null && (
          <WeightField
            label={say('fish_that_came_back')}
            value={back}
            onChange={(w) => {
              setBack(w);
              if (w) setMoney(Math.min(left, Math.round((line.money * w.grams) / line.grams)));
            }}
            take={{ act: say('take_weight'), title: say('brought_back', { line: line.name }) }}
            note={say('it_is_binned_nothing_it_stays_with')}
          />
        )}
        <MoneyField
          label={say('money_at_most', { left: formatMoney(left) })}
          value={money}
          onChange={setMoney}
        />
        <Choice
          label={say('as')}
          value={pay}
          onChange={setPay}
          options={(['cash', 'card', ...(sale.customer === null ? [] : ['account' as const])] as const).map(
            (p) => ({ value: p, name: payWords[p] }),
          )}
        />
        <TextField label={say('why')} value={reason} onChange={setReason} />
      </div>
      <Refused problem={problem} />
      <div className="flex gap-3">
        <Button
          submit
          kind="main"
          busy={busy}
          notYet={!money ? say('say_how_much') : reason.trim() ? null : say('say_why')}
        >
          {say('give_back', { money: formatMoney(money ?? 0) })}
        </Button>
        <Button onPress={draft.leave(onDone)}>{say('cancel')}</Button>
      </div>
    </form>
  );
}
