import type { SupplierRecord } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useShop } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { say } from './say.ts';

type Claim = SupplierRecord['claims'][number];

interface Props {
  claim: Claim;
  onDone: () => void;
}

/** What the supplier paid in the end: less than asked, or nothing. */
function PaidOtherwise({ claim, onDone }: Props) {
  const form = useForm({
    draft: useDraft(`claim ${claim.id}`),
    opened: (): { money: number | null } => ({ money: null }),
    route: routes.landing.settle,
    params: { id: claim.id },
    body: ({ money }) => ({ money: money ?? 0 }),
    onDone,
  });
  return (
    <Form
      of={form}
      submit={say('note_it')}
      notYet={form.values.money === null ? say('say_what_was_paid') : null}
      onLeave={onDone}
    >
      <MoneyField
        label={say('they_paid')}
        note={say('nought_where_they_pay_nothing')}
        {...form.field('money')}
      />
    </Form>
  );
}

/** What was noted as paid, put right, or that nothing was paid yet. */
function CreditRight({ claim, was, onDone }: Props & { was: number }) {
  const form = useForm({
    draft: useDraft(`credit ${claim.id}`),
    opened: (): { money: number | null; reason: string } => ({ money: was, reason: '' }),
    route: routes.landing.putCreditRight,
    params: { id: claim.id },
    body: (v) => ({ was, ...v }),
    onDone,
  });
  const { money, reason } = form.values;
  const unsaid = reason.trim() === '' ? say('say_why') : null;
  return (
    <Form
      of={form}
      submit={say('put_it_right')}
      notYet={money === null || money === was ? say('say_what_was_paid') : unsaid}
      onLeave={onDone}
      more={
        <Button busy={form.busy} notYet={unsaid} onPress={() => void form.submit({ money: null })}>
          {say('not_paid_yet')}
        </Button>
      }
    >
      <MoneyField label={say('they_paid')} {...form.field('money')} />
      <TextField label={say('why_other_money')} {...form.field('reason')} />
    </Form>
  );
}

/** A claim that was a mistake. */
function TakeBack({ claim, onDone }: Props) {
  const form = useForm({
    draft: useDraft(`withdraw claim ${claim.id}`),
    opened: () => ({ reason: '' }),
    route: routes.landing.withdrawClaim,
    params: { id: claim.id },
    body: (v) => v,
    onDone,
  });
  return (
    <Form
      of={form}
      submit={say('take_the_claim_back')}
      notYet={form.values.reason.trim() === '' ? say('say_why') : null}
      onLeave={onDone}
    >
      <TextField
        label={say('why_claim_back')}
        note={claim.outcome === 'keep' ? '' : say('fish_of_today_lie_there_again')}
        {...form.field('reason')}
      />
    </Form>
  );
}

export type ClaimAct = 'paid' | 'back';

/** What may be done about a claim: the way back for one that was a mistake, and what was paid otherwise. */
export function ClaimActs({ claim, onAct }: { claim: Claim; onAct: (what: ClaimAct) => void }) {
  const { me } = useShop();
  const { send, busy } = useChange(routes.landing.settle);
  const said = useNotify();
  const isOpen = claim.settledMoney === null;
  const isManager = me.role === 'manager';
  return (
    <span className="flex flex-wrap items-center justify-end gap-x-4">
      {isOpen && isManager && (
        <Button
          small
          busy={busy}
          onPress={() => void send({ money: claim.money }, { id: claim.id }).then((o) => said(o))}
        >
          {say('paid_in_full')}
        </Button>
      )}
      {isManager && (
        <button
          type="button"
          className="why min-h-10"
          aria-label={say(isOpen ? 'paid_otherwise_for_claim' : 'put_claim_right', { number: claim.number })}
          onClick={() => onAct('paid')}
        >
          {isOpen ? say('paid_otherwise') : say('put_right')}
        </button>
      )}
      {isOpen && (
        <button
          type="button"
          className="why min-h-10"
          aria-label={say('take_claim_back', { number: claim.number })}
          onClick={() => onAct('back')}
        >
          {say('take_back')}
        </button>
      )}
    </span>
  );
}

/** The dialog of an act on a claim. */
export function ClaimRight({ claim, what, onDone }: Props & { what: ClaimAct }) {
  const paid = claim.settledMoney;
  return (
    <Dialog
      open
      title={say('claim_for', { number: claim.number, fish: claim.speciesName, code: claim.code })}
      onClose={onDone}
    >
      {what === 'back' ? (
        <TakeBack claim={claim} onDone={onDone} />
      ) : paid === null ? (
        <PaidOtherwise claim={claim} onDone={onDone} />
      ) : (
        <CreditRight claim={claim} was={paid} onDone={onDone} />
      )}
    </Dialog>
  );
}
