import { contract, type MarkdownOffer, type Problem } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField } from '../../parts/Field.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Why } from '../../parts/Why.tsx';
import { rowKey } from './bag.ts';

interface Props {
  offers: readonly MarkdownOffer[];
  offer: MarkdownOffer;
  onLook: (offer: MarkdownOffer) => void;
  onClose: () => void;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** A proposed price with all its reasoning; taken, changed or left. */
export function MarkdownDialog({ offers, offer, onLook, onClose }: Props) {
  const { me } = useShop();
  const { dayWords } = useTimes();
  const mass = useMass();
  const dispatch = useAppDispatch();
  const draft = useDraft(`mark down ${rowKey(offer)}`);
  const { send, busy } = useChange(contract.prices.markDown, draft);
  const later = offer.path[0]!.step === 0;
  const [perKg, setPerKg] = useKept<number | null>(
    draft,
    'perKg',
    later ? (offer.path.find((p) => p.step > 0)?.perKg ?? offer.perKg) : offer.perKg,
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const won = offer.takings - offer.atFullPrice.takings;
  const take = async () => {
    const { place, lotId, item, batch } = offer;
    const outcome = await send({
      place,
      lotId,
      item,
      batch,
      perKg: perKg ?? 0,
      reason: `${mass(offer.grams)} to sell by ${offer.sellBy}; at full price ${mass(offer.atFullPrice.left)} would stay; the path brings ${formatMoney(won)} more`,
    });
    if (!outcome.ok) return setProblem(outcome.problem);
    dispatch(notify({ text: `${offer.name} is ${formatMoney(perKg ?? 0)} a kg now`, problem: false }));
    onClose();
  };
  const at = offers.findIndex((o) => rowKey(o) === rowKey(offer));
  const next = offers[at + 1];
  return (
    <Dialog
      open
      title={
        later ? `Not yet: ${offer.name.toLowerCase()}` : `${offer.name} at ${formatMoney(offer.perKg)} a kg`
      }
      onClose={onClose}
    >
      <p className="pb-2">
        {mass(offer.grams)} of {offer.code}, to be sold by {dayWords(offer.sellBy)}. The path brings{' '}
        <strong>{formatMoney(offer.takings)}</strong>, {formatMoney(won)} more than full price all along,
        which leaves {mass(offer.atFullPrice.left)}.
      </p>
      <table className="plain">
        <thead>
          <tr>
            <th>Day</th>
            <th className="text-right">Off</th>
            <th className="text-right">A kg</th>
            <th className="text-right">Expected</th>
            <th className="text-right">Left</th>
          </tr>
        </thead>
        <tbody>
          {offer.path.map((p) => (
            <tr key={p.day}>
              <td>{dayWords(p.day)}</td>
              <td className="num">{p.step === 0 ? '–' : percent(p.step)}</td>
              <td className="num">{formatMoney(p.perKg)}</td>
              <td className="num">
                <Mass g={p.sold} />
              </td>
              <td className="num">
                <Mass g={p.left} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="py-2 text-note text-ink2">
        Expected at full price:{' '}
        {offer.working.demand.map((d) => `${dayWords(d.day)} ${mass(d.grams)}`).join(', ')}
        {offer.working.ahead > 0 && `, after ${mass(offer.working.ahead)} that ends sooner`}.{' '}
        <Why>
          <p>
            Sales at price p: q = q₀ (p ÷ p₀)^−{offer.working.elasticity}, at most{' '}
            {mass(offer.working.traffic)} a day; q₀ learned from {offer.working.days} days: level × weekday,
            smoothed by 0.25.
          </p>
          <p>
            Steps 0, 10, 20, 30, 50 %, never back up, not below {formatMoney(offer.working.floorPerKg)}; every
            path over the days left is weighed (exact dynamic programme), what stays at the end brings{' '}
            {formatMoney(offer.working.salvagePerKg)}.
          </p>
          <p>The steps, the response of buyers and the floor are choices of this shop’s settings.</p>
        </Why>
      </p>
      {me.role === 'manager' && (
        <MoneyField
          label={later ? 'If it must be now, a kg' : 'Price a kg'}
          value={perKg}
          onChange={setPerKg}
          error={problem?.errors?.[0]?.message ?? problem?.detail}
        />
      )}
      <div className="flex flex-wrap gap-3">
        <Button
          kind="main"
          busy={busy}
          notYet={
            me.role === 'manager' ? (perKg === null ? 'say the price' : null) : 'the manager marks down'
          }
          onPress={() => void take()}
        >
          {later ? 'Mark down all the same' : 'Mark down'}
        </Button>
        {next && <Button onPress={() => onLook(next)}>Next: {next.name}</Button>}
        <Button onPress={draft.leave(onClose)}>Leave the price</Button>
      </div>
    </Dialog>
  );
}
