import type { Order, Pay } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { say } from './say.ts';

const ways = { cash: say('cash'), card: say('card') };

/** What was really left with an order, and how: the till of its day follows. */
export function DepositRight({ order, onClose }: { order: Order; onClose: () => void }) {
  const form = useForm({
    draft: useDraft(`deposit ${order.id}`),
    opened: (): { version: number; money: number | null; pay: Pay; reason: string } => ({
      version: order.version,
      money: order.deposit || null,
      pay: order.depositPay ?? 'cash',
      reason: '',
    }),
    route: routes.orders.putDepositRight,
    params: { id: order.id },
    body: (v) => ({ ...v, money: v.money ?? 0 }),
    onDone: onClose,
  });
  const { money, pay, reason } = form.values;
  const isSame = money === null || (money === order.deposit && (money === 0 || pay === order.depositPay));
  return (
    <Dialog
      open
      title={say('deposit_of_order', { number: order.number, customer: order.customer })}
      onClose={onClose}
    >
      <Form
        of={form}
        submit={say('put_it_right')}
        notYet={isSame ? say('say_what_was_left') : reason.trim() === '' ? say('say_why') : null}
        onLeave={onClose}
        stale={{
          names: { money: say('deposit'), pay: say('deposit_paid_by') },
          kinds: { money: 'money', pay: ways },
          current: (order) => {
            const { version, deposit, depositPay } = order as Order;
            return { version, money: deposit, pay: depositPay };
          },
        }}
      >
        <MoneyField
          label={say('really_left')}
          note={say('nought_where_nothing_was_left')}
          {...form.field('money')}
        />
        <Choice
          label={say('deposit_paid_by')}
          {...form.field('pay')}
          options={[
            { value: 'cash', name: ways.cash },
            { value: 'card', name: ways.card },
          ]}
        />
        <TextField label={say('why')} note={say('the_till_of_its_day_follows')} {...form.field('reason')} />
      </Form>
    </Dialog>
  );
}
