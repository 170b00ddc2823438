import type { Order, Pay } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { fishMoney, toPayFor, type Unit } from '@ember-slate/core/prices';
import { shortName } from '@ember-slate/core/species';
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
import { say } from './say.ts';

interface ShelfProps {
  line: Order['lines'][number];
  takes: boolean;
  unit: Unit;
  price: number | null;
  onTakes: (takes: boolean) => void;
  onPrice: (price: number | null) => void;
}

/** A line that lies ready: taken now or later, and at what price. */
function ShelfLine({ line: l, takes, unit, price, onTakes, onPrice }: ShelfProps) {
  const mass = useMass();
  const want = useWant();
  return (
    <div className="grid grid-cols-[28px_1fr_130px_90px] items-end gap-3 border-t border-line pt-2">
      <input
        type="checkbox"
        className="mb-9 size-6 accent-(--ink)"
        aria-label={say('is_taken_now', { speciesName: shortName(l.speciesName) })}
        checked={takes}
        onChange={() => onTakes(!takes)}
      />
      <div className={`pb-6 ${takes ? '' : 'opacity-60'}`}>
        <div className="font-figure text-label font-semibold">{shortName(l.speciesName)}</div>
        <div className="text-note text-ink2">
          {say('wanted_on_the_shelf_in', {
            l: want(l),
            readyGrams: mass(l.readyGrams),
            readyPieces: l.readyPieces,
          })}
          {l.trimWish === 'stock' && say('with_head_and_bones_of_their_fish')}
          {l.trimWish === 'all' && say('with_all_the_trim_of_their_fish')}
        </div>
      </div>
      <MoneyField
        label={unit === 'kg' ? say('price_a_kg') : say('price_a_piece')}
        value={price}
        onChange={onPrice}
      />
      <div className="pb-8 text-right font-figure text-row font-semibold">
        {takes
          ? formatMoney(fishMoney({ unit, grams: l.readyGrams, pieces: l.readyPieces, perKg: price ?? 0 }))
          : say('later')}
      </div>
    </div>
  );
}

/** What a line on the shelf is sold by: by the piece where the shop sells it so and its pieces were counted. */
const unitOf = (l: Order['lines'][number]): Unit =>
  l.pricePerPiece !== null && l.readyPieces > 0 ? 'piece' : 'kg';

/** Takes the money for what lies on the order shelf; what is not ready, or not wanted yet, waits for another time. */
export function HandOver({ order, onClose }: { order: Order; onClose: () => void }) {
  const draft = useDraft(`hand over ${order.id} ${order.version}`);
  const { send, busy, problem } = useChange(routes.orders.handOver, draft);
  const want = useWant();
  const dispatch = useAppDispatch();
  const ready = order.lines.filter((l) => l.state === 'ready');
  const later = order.lines.filter((l) => ['open', 'planned', 'cutting'].includes(l.state));
  const [left, setLeft] = useKept<readonly number[]>(draft, 'left', []);
  const [prices, setPrices] = useKept<Record<number, number | null>>(draft, 'prices', () =>
    Object.fromEntries(ready.map((l) => [l.id, unitOf(l) === 'piece' ? l.pricePerPiece : l.pricePerKg])),
  );
  const [pay, setPay] = useKept<Pay>(draft, 'pay', 'card');
  const lines = ready.filter((l) => !left.includes(l.id));
  const { shop } = useShop();
  const total = toPayFor(
    lines.map((l) => ({
      item: l.form,
      unit: unitOf(l),
      grams: l.readyGrams,
      pieces: l.readyPieces,
      perKg: prices[l.id] ?? 0,
    })),
    shop.tax,
  );
  const last = left.length === 0 && later.length === 0;
  const toPay = total - (last ? order.deposit : Math.min(order.deposit, total));
  const notYet =
    lines.length === 0
      ? say('nothing_is_chosen')
      : lines.some((l) => prices[l.id] === null)
        ? say('say_every_price')
        : null;
  const hand = async () => {
    const outcome = await send(
      {
        pay,
        version: order.version,
        prices: lines.map((l) => ({ lineId: l.id, unit: unitOf(l), perKg: prices[l.id] ?? 0 })),
      },
      { id: order.id },
    );
    if (!outcome.ok) return;
    const money = formatMoney(Math.abs(outcome.data.toPay));
    dispatch(
      notify({
        text: say('order_handed_to', {
          number: order.number,
          customer: order.customer,
          money,
          toPay: outcome.data.toPay < 0 ? ` ${say('given_back')}` : '',
          last: last ? '' : say('the_rest_waits'),
        }),
        problem: false,
      }),
    );
    onClose();
  };
  return (
    <Dialog
      open
      title={say('hand_order_to', { number: order.number, customer: order.customer })}
      onClose={onClose}
    >
      {ready.map((l) => (
        <ShelfLine
          key={l.id}
          line={l}
          takes={!left.includes(l.id)}
          unit={unitOf(l)}
          price={prices[l.id] ?? null}
          onTakes={(takes) => setLeft((had) => (takes ? had.filter((x) => x !== l.id) : [...had, l.id]))}
          onPrice={(v) => setPrices((had) => ({ ...had, [l.id]: v }))}
        />
      ))}
      {later.length > 0 && (
        <p className="border-t border-line py-2 text-note text-ink2">
          {say('not_ready_yet_and_waits', {
            later: later.map((l) => `${shortName(l.speciesName)}, ${want(l)}`).join('; '),
          })}
        </p>
      )}
      {problem && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <p className="text-note text-ink3">{say('allergen_fish_may_contain_bones')}</p>
      {order.deposit > 0 && (
        <p className="flex justify-between border-t border-line py-1">
          <span>
            {say('less_the_deposit_of', { total: formatMoney(total), deposit: formatMoney(order.deposit) })}
          </span>
        </p>
      )}
      <Choice
        label={say('by')}
        value={pay}
        onChange={setPay}
        options={[
          { value: 'card', name: say('card') },
          { value: 'cash', name: say('cash') },
          { value: 'account', name: say('on_account') },
        ]}
      />
      <div className="flex items-center justify-between border-t-[1.5px] border-ink pt-4">
        <span className="font-figure text-head font-semibold">
          {formatMoney(Math.abs(toPay))}
          {toPay < 0 && <span className="text-row font-medium text-ink2"> {say('to_give_back')}</span>}
        </span>
        <span className="flex gap-3">
          <Button onPress={draft.leave(onClose)}>{say('cancel')}</Button>
          <Button kind="main" busy={busy} notYet={notYet} onPress={() => void hand()}>
            {say('paid_hand_over')}
          </Button>
        </span>
      </div>
    </Dialog>
  );
}
