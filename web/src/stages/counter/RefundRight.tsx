import type { Pay, Refund, Sold } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { waysBack } from './GiveBack.tsx';
import { say } from './say.ts';

/** How much was really given back, and how, or that nothing was: the till of its day follows. */
export function RefundRight({ sale, refund, onClose }: { sale: Sold; refund: Refund; onClose: () => void }) {
  const { money: had, pay: hadPay } = refund;
  const dispatch = useAppDispatch();
  const form = useForm({
    draft: useDraft(`refund ${refund.id}`),
    opened: (): { was: Pick<Refund, 'money' | 'pay'>; money: number | null; pay: Pay; reason: string } => ({
      was: { money: had, pay: hadPay },
      money: had,
      pay: hadPay,
      reason: '',
    }),
    route: routes.counter.putRefundRight,
    params: { id: refund.id },
    body: (v) => ({ ...v, money: v.money ?? 0 }),
    onDone: () => {
      dispatch(notify({ text: say('refund_is_put_right', { number: refund.number }), problem: false }));
      onClose();
    },
  });
  const { money, pay, reason } = form.values;
  const unsaid = reason.trim() === '' ? say('say_why') : null;
  const isSame = !money || (money === had && pay === hadPay);
  return (
    <Dialog
      open
      title={say('refund_of_sale', { number: refund.number, sale: sale.number })}
      onClose={onClose}
    >
      <Form
        of={form}
        submit={say('put_it_right')}
        notYet={isSame ? say('say_what_was_given_back') : unsaid}
        onLeave={onClose}
        more={
          <Button busy={form.busy} notYet={unsaid} onPress={() => void form.submit({ money: 0 })}>
            {say('nothing_was_given_back')}
          </Button>
        }
      >
        <MoneyField label={say('really_given_back')} {...form.field('money')} />
        <Choice label={say('as')} {...form.field('pay')} options={waysBack(sale)} />
        <TextField
          label={say('why')}
          note={say('the_till_follows_and_fish_that_came')}
          {...form.field('reason')}
        />
      </Form>
    </Dialog>
  );
}
