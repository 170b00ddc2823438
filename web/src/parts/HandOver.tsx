import { contract, type Order, type Pay, type Problem } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { multiplyRate } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange } from '../app/api.ts';
import { useDraft, useKept } from '../app/draft.ts';
import { useShop } from '../app/shop.tsx';
import { notify, useAppDispatch } from '../app/store.ts';
import { Button } from './Button.tsx';
import { Choice } from './Choice.tsx';
import { Dialog } from './Dialog.tsx';
import { MoneyField } from './Field.tsx';
import { useMass } from './Mass.tsx';
import { useWant } from './forms.ts';
import { formatMoney } from './money.ts';

interface ShelfProps {
  line: Order['lines'][number];
  takes: boolean;
  perKg: number | null;
  onTakes: (takes: boolean) => void;
  onPrice: (perKg: number | null) => void;
}

/** A line that lies ready: taken now or later, and at what price. */
function ShelfLine({ line: l, takes, perKg, onTakes, onPrice }: ShelfProps) {
  const mass = useMass();
  const want = useWant();
  return (
    <div className="grid grid-cols-[28px_1fr_130px_90px] items-end gap-3 border-t border-line pt-2">
      <input
        type="checkbox"
        className="mb-9 size-6 accent-(--ink)"
        aria-label={`${shortName(l.speciesName)} is taken now`}
        checked={takes}
        onChange={() => onTakes(!takes)}
      />
      <div className={`pb-6 ${takes ? '' : 'opacity-60'}`}>
        <div className="font-figure text-label font-semibold">{shortName(l.speciesName)}</div>
        <div className="text-note text-ink2">
          wanted {want(l)}; on the shelf {mass(l.readyGrams)} in {l.readyPieces}
          {l.trimWish === 'stock' && '; with head and bones of their fish'}
          {l.trimWish === 'all' && '; with all the trim of their fish'}
        </div>
      </div>
      <MoneyField label="Price a kg" value={perKg} onChange={onPrice} />
      <div className="pb-8 text-right font-figure text-row font-semibold">
        {takes ? formatMoney(multiplyRate(l.readyGrams, perKg ?? 0)) : 'later'}
      </div>
    </div>
  );
}

/** Takes the money for what lies on the order shelf; what is not ready, or not wanted yet, waits for another time. */
export function HandOver({ order, onClose }: { order: Order; onClose: () => void }) {
  const draft = useDraft(`hand over ${order.id} ${order.version}`);
  const { send, busy } = useChange(contract.orders.handOver, draft);
  const { shop } = useShop();
  const want = useWant();
  const dispatch = useAppDispatch();
  const ready = order.lines.filter((l) => l.state === 'ready');
  const later = order.lines.filter((l) => ['open', 'planned', 'cutting'].includes(l.state));
  const [left, setLeft] = useKept<readonly number[]>(draft, 'left', []);
  const [prices, setPrices] = useKept<Record<number, number | null>>(draft, 'prices', () =>
    Object.fromEntries(ready.map((l) => [l.id, l.pricePerKg])),
  );
  const [pay, setPay] = useKept<Pay>(draft, 'pay', 'card');
  const [problem, setProblem] = useState<Problem | null>(null);
  const lines = ready.filter((l) => !left.includes(l.id));
  const total = lines.reduce((s, l) => s + multiplyRate(l.readyGrams, prices[l.id] ?? 0), 0);
  const last = left.length === 0 && later.length === 0;
  const toPay = total - (last ? order.deposit : Math.min(order.deposit, total));
  const notYet =
    lines.length === 0
      ? 'nothing is chosen'
      : lines.some((l) => prices[l.id] === null)
        ? 'say every price'
        : null;
  const hand = async () => {
    const outcome = await send(
      { pay, version: order.version, prices: lines.map((l) => ({ lineId: l.id, perKg: prices[l.id] ?? 0 })) },
      { id: order.id },
    );
    if (!outcome.ok) return setProblem(outcome.problem);
    const money = formatMoney(Math.abs(outcome.data.toPay));
    dispatch(
      notify({
        text: `Order ${order.number} handed to ${order.customer}: ${money} ${shop.currency}${outcome.data.toPay < 0 ? ' given back' : ''}${last ? '' : '; the rest waits'}`,
        problem: false,
      }),
    );
    onClose();
  };
  return (
    <Dialog open title={`Hand order ${order.number} to ${order.customer}`} onClose={onClose}>
      {ready.map((l) => (
        <ShelfLine
          key={l.id}
          line={l}
          takes={!left.includes(l.id)}
          perKg={prices[l.id] ?? null}
          onTakes={(takes) => setLeft((had) => (takes ? had.filter((x) => x !== l.id) : [...had, l.id]))}
          onPrice={(v) => setPrices((had) => ({ ...had, [l.id]: v }))}
        />
      ))}
      {later.length > 0 && (
        <p className="border-t border-line py-2 text-note text-ink2">
          Not ready yet, and waits: {later.map((l) => `${shortName(l.speciesName)}, ${want(l)}`).join('; ')}.
        </p>
      )}
      {problem && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <p className="text-note text-ink3">Allergen: fish. May contain bones. Keep it cold on the way home.</p>
      {order.deposit > 0 && (
        <p className="flex justify-between border-t border-line py-1">
          <span>
            {formatMoney(total)} less the deposit of {formatMoney(order.deposit)}
          </span>
        </p>
      )}
      <Choice
        label="By"
        value={pay}
        onChange={setPay}
        options={[
          { value: 'card', name: 'card' },
          { value: 'cash', name: 'cash' },
          { value: 'account', name: 'on account' },
        ]}
      />
      <div className="flex items-center justify-between border-t-[1.5px] border-ink pt-4">
        <span className="font-figure text-head font-semibold">
          {formatMoney(Math.abs(toPay))}{' '}
          <span className="text-row font-medium text-ink2">
            {shop.currency}
            {toPay < 0 ? ' to give back' : ''}
          </span>
        </span>
        <span className="flex gap-3">
          <Button onPress={draft.leave(onClose)}>Cancel</Button>
          <Button kind="main" busy={busy} notYet={notYet} onPress={() => void hand()}>
            Paid, hand over
          </Button>
        </span>
      </div>
    </Dialog>
  );
}
