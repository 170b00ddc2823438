import { contract, type Order, type Problem } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { formatMoney, multiplyRate } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange } from '../app/api.ts';
import { useShop } from '../app/shop.tsx';
import { say, useAct } from '../app/store.ts';
import { Button } from './Button.tsx';
import { Dialog } from './Dialog.tsx';
import { MoneyField } from './Field.tsx';
import { useMass } from './Mass.tsx';
import { useWant } from './forms.ts';

/** Takes the money for what lies on the order shelf. */
export function HandOver({ order, onClose }: { order: Order; onClose: () => void }) {
  const { send, busy } = useChange(contract.orders.handOver);
  const { shop } = useShop();
  const mass = useMass();
  const want = useWant();
  const act = useAct();
  const lines = order.lines.filter((l) => l.state === 'ready');
  const [prices, setPrices] = useState<Record<number, number | null>>(() =>
    Object.fromEntries(lines.map((l) => [l.id, l.pricePerKg])),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const total = lines.reduce((s, l) => s + multiplyRate(l.readyGrams, prices[l.id] ?? 0), 0);
  const missing = lines.some((l) => prices[l.id] === null);
  const hand = async () => {
    const outcome = await send(
      { version: order.version, prices: lines.map((l) => ({ lineId: l.id, perKg: prices[l.id] ?? 0 })) },
      { id: order.id },
    );
    if (!outcome.ok) return setProblem(outcome.problem);
    act(
      say({
        text: `Order ${order.number} handed to ${order.customer}: ${formatMoney(outcome.data.total)} ${shop.currency}`,
        problem: false,
      }),
    );
    onClose();
  };
  return (
    <Dialog open title={`Hand order ${order.number} to ${order.customer}`} onClose={onClose}>
      {lines.map((l) => (
        <div key={l.id} className="grid grid-cols-[1fr_130px_90px] items-end gap-4 border-t border-line pt-2">
          <div className="pb-6">
            <div className="font-figure text-label font-semibold">{shortName(l.speciesName)}</div>
            <div className="text-note text-ink2">
              wanted {want(l)}; on the shelf {mass(l.readyGrams)} in {l.readyPieces}
            </div>
          </div>
          <MoneyField
            label="Price a kg"
            value={prices[l.id] ?? null}
            onChange={(v) => setPrices((had) => ({ ...had, [l.id]: v }))}
          />
          <div className="pb-8 text-right font-figure text-row font-semibold">
            {formatMoney(multiplyRate(l.readyGrams, prices[l.id] ?? 0))}
          </div>
        </div>
      ))}
      {problem && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <p className="text-note text-ink3">Allergen: fish. May contain bones. Keep it cold on the way home.</p>
      <div className="flex items-center justify-between border-t-[1.5px] border-ink pt-4">
        <span className="font-figure text-head font-semibold">
          {formatMoney(total)} <span className="text-row font-medium text-ink2">{shop.currency}</span>
        </span>
        <span className="flex gap-3">
          <Button onPress={onClose}>Not yet</Button>
          <Button
            kind="main"
            busy={busy}
            notYet={missing ? 'say every price' : null}
            onPress={() => void hand()}
          >
            Paid, hand over
          </Button>
        </span>
      </div>
    </Dialog>
  );
}
