import { contract, type Order, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow, useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { formatMoney } from '../../parts/money.ts';

/** Cancels an order, or notes that nobody came for it. */
export function GiveUp({ order, onClose }: { order: Order; onClose: () => void }) {
  const draft = useDraft(`give up ${order.id}`);
  const { send, busy } = useChange(contract.orders.cancel, draft);
  const { shop } = useShop();
  const due = new Date(order.dueAt) < useNow();
  const [what, setWhat] = useKept<'uncollected' | 'cancelled'>(
    draft,
    'what',
    due && order.state === 'ready' ? 'uncollected' : 'cancelled',
  );
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [deposit, setDeposit] = useKept<'returned' | 'kept'>(draft, 'deposit', 'returned');
  const [problem, setProblem] = useState<Problem | null>(null);
  const uncollected = what === 'uncollected';
  const why = reason.trim() || (uncollected ? 'nobody came' : '');
  const cancel = async () => {
    const outcome = await send(
      { version: order.version, reason: why, uncollected, keepDeposit: deposit === 'kept' },
      { id: order.id },
    );
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title={`Order ${order.number}, ${order.customer}: not wanted?`} onClose={onClose}>
      <p className="pb-3">
        Its uncut fish are free again; what is on the board goes on for the counter; what is cut goes back to
        the cold room with its clock.
      </p>
      {due && (
        <Choice
          label="What happened"
          value={what}
          onChange={setWhat}
          options={[
            { value: 'uncollected', name: 'Nobody came for it' },
            { value: 'cancelled', name: 'It was cancelled' },
          ]}
        />
      )}
      {order.deposit > 0 && (
        <Choice
          label={`Deposit of ${formatMoney(order.deposit)} ${shop.currency}`}
          value={deposit}
          onChange={setDeposit}
          options={[
            { value: 'returned', name: 'given back' },
            { value: 'kept', name: 'kept' },
          ]}
        />
      )}
      <TextField
        label="Why"
        value={reason}
        onChange={setReason}
        error={problem?.detail}
        note={uncollected ? 'nobody came, if you say nothing' : ''}
      />
      <div className="flex gap-3">
        <Button kind="main" busy={busy} notYet={why ? null : 'say why'} onPress={() => void cancel()}>
          {uncollected ? 'Put it back' : 'Cancel the order'}
        </Button>
        <Button onPress={draft.leave(onClose)}>Keep it</Button>
      </div>
    </Dialog>
  );
}
