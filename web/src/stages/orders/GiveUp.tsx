import type { Order } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** Cancels an order, or notes that nobody came for it. */
export function GiveUp({ order, onClose }: { order: Order; onClose: () => void }) {
  const draft = useDraft(`give up ${order.id}`);
  const { send, busy, problem } = useChange(routes.orders.cancel, draft);
  const due = new Date(order.dueAt) < useNow();
  const [what, setWhat] = useKept<'uncollected' | 'cancelled'>(
    draft,
    'what',
    due && order.state === 'ready' ? 'uncollected' : 'cancelled',
  );
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [deposit, setDeposit] = useKept<'returned' | 'kept'>(draft, 'deposit', 'returned');
  const uncollected = what === 'uncollected';
  const why = reason.trim() || (uncollected ? say('nobody_came') : '');
  const cancel = async () => {
    const outcome = await send(
      { version: order.version, reason: why, uncollected, keepDeposit: deposit === 'kept' },
      { id: order.id },
    );
    if (outcome.ok) onClose();
  };
  return (
    <Dialog
      open
      title={say('order_not_wanted', { number: order.number, customer: order.customer })}
      onClose={onClose}
    >
      <p className="pb-3">{say('its_uncut_fish_are_free_again_what')}</p>
      {due && (
        <Choice
          label={say('what_happened')}
          value={what}
          onChange={setWhat}
          options={[
            { value: 'uncollected', name: say('nobody_came_for_it') },
            { value: 'cancelled', name: say('it_was_cancelled') },
          ]}
        />
      )}
      {order.deposit > 0 && (
        <Choice
          label={say('deposit_of', { deposit: formatMoney(order.deposit) })}
          value={deposit}
          onChange={setDeposit}
          options={[
            { value: 'returned', name: say('given_back') },
            { value: 'kept', name: say('kept') },
          ]}
        />
      )}
      <TextField
        label={say('why')}
        value={reason}
        onChange={setReason}
        error={problem?.detail}
        note={uncollected ? say('nobody_came_if_you_say_nothing') : ''}
      />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} notYet={why ? null : say('say_why')} onPress={() => void cancel()}>
          {uncollected ? say('put_it_back') : say('cancel_the_order')}
        </Button>
        <Button onPress={draft.leave(onClose)}>{say('keep_it')}</Button>
      </div>
    </Dialog>
  );
}
