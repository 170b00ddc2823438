import type { MarkdownOffer } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formatDay } from '@ember-slate/core/calendar';
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
import { rowKey } from '../../parts/rowKey.ts';
import { say } from './say.ts';
import { rich } from '../../parts/rich.ts';
import { Table } from '../../parts/Table.tsx';

interface Props {
  offers: readonly MarkdownOffer[];
  offer: MarkdownOffer;
  onLook: (offer: MarkdownOffer) => void;
  onClose: () => void;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** A proposed price with all its reasoning; taken, changed or left. */
/** Day by day: what is taken off, what is sold at that, what is left. */
function PricePath({ path }: Pick<Props['offer'], 'path'>) {
  const { dayWords } = useTimes();
  return (
    <Table
      rows={path}
      keyOf={(p) => p.day}
      columns={[
        { head: say('day'), cell: (p) => dayWords(p.day) },
        { head: say('off'), cell: (p) => (p.step === 0 ? '–' : percent(p.step)), figure: true },
        { head: say('a_kg'), cell: (p) => formatMoney(p.perKg), figure: true },
        { head: say('expected'), cell: (p) => <Mass g={p.sold} />, figure: true },
        { head: say('left'), cell: (p) => <Mass g={p.left} />, figure: true },
      ]}
    />
  );
}

function Working({ of }: { of: Props['offer']['working'] }) {
  const mass = useMass();
  return (
    <Why>
      <p>
        {say('sales_at_price_p_q_q_p_p_at_most_a', {
          elasticity: of.elasticity,
          traffic: mass(of.traffic),
          days: of.days,
        })}
      </p>
      <p>
        {say('steps_0_10_20_30_50_never_back_up', {
          floorPerKg: formatMoney(of.floorPerKg),
          salvagePerKg: formatMoney(of.salvagePerKg),
        })}
      </p>
      <p>{say('the_steps_the_response_of_buyers')}</p>
    </Why>
  );
}

export function MarkdownDialog({ offers, offer, onLook, onClose }: Props) {
  const { me } = useShop();
  const { dayWords } = useTimes();
  const mass = useMass();
  const dispatch = useAppDispatch();
  const draft = useDraft(`mark down ${rowKey(offer)}`);
  const { send, busy, problem } = useChange(routes.prices.markDown, draft);
  const later = offer.path[0]!.step === 0;
  const [perKg, setPerKg] = useKept<number | null>(
    draft,
    'perKg',
    later ? (offer.path.find((p) => p.step > 0)?.perKg ?? offer.perKg) : offer.perKg,
  );
  const won = offer.takings - offer.atFullPrice.takings;
  const take = async () => {
    const { place, lotId, item, batch } = offer;
    const outcome = await send({
      place,
      lotId,
      item,
      batch,
      perKg: perKg ?? 0,
      reason: say('to_sell_by_at_full_price_would', {
        grams: mass(offer.grams),
        sellBy: formatDay(offer.sellBy, 'dayDate'),
        left: mass(offer.atFullPrice.left),
        won: formatMoney(won),
      }),
    });
    if (!outcome.ok) return;
    dispatch(
      notify({
        text: say('is_a_kg_now', { offer: offer.name, perKg: formatMoney(perKg ?? 0) }),
        problem: false,
      }),
    );
    onClose();
  };
  const at = offers.findIndex((o) => rowKey(o) === rowKey(offer));
  const next = offers[at + 1];
  return (
    <Dialog
      open
      title={
        later
          ? say('not_yet', { name: offer.name.toLowerCase() })
          : say('at_a_kg', { offer: offer.name, perKg: formatMoney(offer.perKg) })
      }
      onClose={onClose}
    >
      <p className="pb-2">
        {rich(
          say.parts('of_to_be_sold_by_the_path_brings', {
            grams: mass(offer.grams),
            code: offer.code,
            sellBy: formatDay(offer.sellBy, 'dayDate'),
            takings: <strong>{formatMoney(offer.takings)}</strong>,
            won: formatMoney(won),
            left: mass(offer.atFullPrice.left),
          }),
        )}
      </p>
      <PricePath path={offer.path} />
      <p className="py-2 text-note text-ink2">
        {say('expected_at_full_price', {
          demand: offer.working.demand.map((d) => `${dayWords(d.day)} ${mass(d.grams)}`).join(', '),
        })}
        {offer.working.ahead > 0 && say('after_that_ends_sooner', { ahead: mass(offer.working.ahead) })}.{' '}
        <Working of={offer.working} />
      </p>
      {me.role === 'manager' && (
        <MoneyField
          label={later ? say('if_it_must_be_now_a_kg') : say('price_a_kg')}
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
            me.role === 'manager'
              ? perKg === null
                ? say('say_the_price')
                : null
              : say('the_manager_marks_down')
          }
          onPress={() => void take()}
        >
          {later ? say('mark_down_all_the_same') : say('mark_down')}
        </Button>
        {next && <Button onPress={() => onLook(next)}>{say('next', { next: next.name })}</Button>}
        <Button onPress={draft.leave(onClose)}>{say('leave_the_price')}</Button>
      </div>
    </Dialog>
  );
}
