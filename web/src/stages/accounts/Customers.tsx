import type { AccountEntry, AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useChosenRow } from '../../app/address.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useWant } from '../../parts/forms.ts';
import { formatMoney } from '../../parts/money.ts';
import { PastedList } from '../../parts/PastedList.tsx';
import { PaneList } from '../../parts/PaneList.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

type Account = AnswerOf<typeof routes.accounts.one>;

const what: Record<AccountEntry['kind'], (number: number) => string> = {
  sale: (number) => say('sale', { number }),
  deposit: (number) => say('deposit_of_order', { number }),
  returned: (number) => say('deposit_given_back', { number }),
  refund: (number) => say('money_back', { number }),
  payment: (number) => say('payment', { number }),
};

const inHead = ({ name, owes }: Pick<Account, 'name' | 'owes'>): string =>
  owes === 0
    ? say('owes_nothing', { name })
    : owes > 0
      ? say('owes', { name, money: formatMoney(owes) })
      : say('the_shop_owes', { name, money: formatMoney(-owes) });

/** Takes money a customer pays on what they owe. */
function Pay({ of }: { of: Account }) {
  const said = useNotify();
  const form = useForm({
    draft: useDraft(`payment ${of.id}`),
    opened: (): { money: number | null; pay: 'cash' | 'card'; remarks: string } => ({
      money: of.owes > 0 ? of.owes : null,
      pay: 'cash',
      remarks: '',
    }),
    route: routes.accounts.pay,
    params: { id: of.id },
    body: ({ money, ...rest }) => ({ ...rest, money: money ?? NaN }),
    onDone: (done) =>
      void said(
        { ok: true, data: done },
        done.owes > 0
          ? say('paid_still_owed', { number: done.number, money: formatMoney(done.owes) })
          : say('paid_nothing_owed', { number: done.number }),
      ),
  });
  return (
    <Form of={form} className="pt-2 pb-4" label={say('money_they_pay')} submit={say('take_the_money')}>
      <div className="grid grid-cols-3 gap-x-5 max-sm:grid-cols-1">
        <MoneyField label={say('money_they_pay')} {...form.field('money')} />
        <Choice
          label={say('by')}
          value={form.values.pay}
          onChange={(pay) => form.set({ pay })}
          options={[
            { value: 'cash', name: say('cash') },
            { value: 'card', name: say('card') },
          ]}
        />
        <TextField label={say('remark')} {...form.field('remarks')} />
      </div>
    </Form>
  );
}

/** A payment written down wrongly goes back with a reason, on its own day. */
function TakeBack({ entry }: { entry: AccountEntry }) {
  const draft = useDraft(`take back payment ${entry.id}`);
  const [why, setWhy] = useKept<string | null>(draft, 'why', null);
  const { send, busy } = useChange(routes.accounts.takeBack, draft);
  const said = useNotify();
  if (why === null)
    return (
      <button type="button" className="why" onClick={() => setWhy('')}>
        {say('take_back')}
      </button>
    );
  return (
    <form
      className="flex items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void send({ reason: why }, { id: entry.id }).then((o) => said(o));
      }}
    >
      <TextField label={say('why')} value={why} onChange={setWhy} autoFocus />
      <Button small submit className="mt-5" busy={busy} notYet={why.trim() ? null : say('say_why')}>
        {say('take_back')}
      </Button>
      <Button small className="mt-5" onPress={() => setWhy(null)}>
        {say('cancel')}
      </Button>
    </form>
  );
}

function Entries({ of }: { of: Account }) {
  const { when, today } = useTimes();
  return (
    <Table
      label={say('account')}
      rows={of.entries}
      keyOf={(e) => `${e.kind} ${e.id}`}
      columns={[
        { head: say('when'), cell: (e) => when(e.at), className: 'whitespace-nowrap text-ink2' },
        {
          head: say('what'),
          cell: (e) => (
            <span className={e.undone === null ? '' : 'line-through'}>
              {e.kind === 'sale' ? (
                <Link className="why" to={`/counter/sales?day=${e.on}&sale=${e.id}`}>
                  {what[e.kind](e.number)}
                </Link>
              ) : (
                what[e.kind](e.number)
              )}
              {e.remarks && `, ${e.remarks}`}
              {e.undone !== null && ` ${say('taken_back_because', { why: e.undone })}`}
            </span>
          ),
        },
        { head: say('money'), cell: (e) => formatMoney(e.money), figure: true },
        {
          head: say('owed_then'),
          cell: (e) => formatMoney(e.owes),
          figure: true,
          wide: true,
        },
        {
          head: <span className="sr-only">{say('take_back')}</span>,
          cell: (e) =>
            e.kind === 'payment' && e.undone === null && e.on === today() && <TakeBack entry={e} />,
          className: 'text-right',
        },
      ]}
    />
  );
}

/** The last orders of a customer, and what the shop noted of them. */
function Known({ id }: { id: number }) {
  const { data: known } = useRead(routes.orders.customer, { params: { id } });
  const { when } = useTimes();
  const want = useWant();
  if (!known) return null;
  return (
    <>
      <p className="pb-2 text-ink2">
        {[known.phone, known.remarks].filter((t) => t !== '').join(' · ')}{' '}
        {say('orders_collected', { collected: known.collected })}
        {known.uncollected > 0 && ` ${say('not_collected', { uncollected: known.uncollected })}`}
      </p>
      {known.orders.length > 0 && (
        <>
          <h2 className="pt-4 text-row">{say('last_orders')}</h2>
          <Table
            bare
            label={say('last_orders')}
            rows={known.orders}
            keyOf={(o) => o.id}
            columns={[
              { cell: (o) => when(o.dueAt), className: 'whitespace-nowrap text-ink2' },
              {
                cell: (o) =>
                  ['open', 'ready'].includes(o.state) ? (
                    <Link className="why" to={`/orders?order=${o.id}`}>
                      {say('order', { number: o.number })}
                    </Link>
                  ) : (
                    say('order', { number: o.number })
                  ),
                className: 'whitespace-nowrap',
              },
              {
                cell: (o) => o.lines.map((l) => `${want(l)}, ${shortName(l.speciesName)}`).join('; '),
              },
            ]}
          />
        </>
      )}
    </>
  );
}

function One({ id }: { id: number }) {
  const { data: of, problem, refetch } = useRead(routes.accounts.one, { params: { id } });
  if (!of) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{inHead(of)}</h1>
      <Pay key={`${id} ${of.owes}`} of={of} />
      {of.entries.length > 0 && (
        <>
          <h2 className="flex items-baseline justify-between text-row">
            {say('account')}
            <a className="why" href={`/api/accounts/${id}/statement.pdf`} target="_blank" rel="noreferrer">
              {say('statement_pdf')}
            </a>
          </h2>
          <Entries of={of} />
        </>
      )}
      <Known id={id} />
    </div>
  );
}

/** Customers, what each owes, what they pay on it and what they had. */
export default function Customers() {
  const { data: all, problem, refetch } = useRead(routes.accounts.list);
  const chosen = Number(useParams().id ?? 0);
  const [text, setText] = useState('');
  const { me } = useShop();
  const [bringing, setList] = useChosenRow('list');
  if (!all) return <Waiting problem={problem} onRetry={refetch} />;
  const list = me.role === 'manager' && (
    <Button small onPress={() => setList('yes')}>
      {say('from_a_list')}
    </Button>
  );
  if (bringing !== null && me.role === 'manager')
    return (
      <>
        <h1 className="text-head">{say('customers_from_a_list')}</h1>
        <PastedList kind="customers" onDone={() => setList(null)} />
      </>
    );
  if (all.length === 0)
    return (
      <>
        <h1 className="text-head">{say('no_customer_yet')}</h1>
        {list}
      </>
    );
  const owing = all.filter((c) => c.owes > 0);
  const wanted = text.trim().toLowerCase();
  const shown = all.filter((c) => `${c.name} ${c.phone}`.toLowerCase().includes(wanted));
  return (
    <div className="panes grid-cols-[230px_minmax(0,1fr)]">
      <div className={`pane-list flex flex-col ${chosen > 0 ? 'max-sm:hidden' : ''}`}>
        <TextField label={say('find')} value={text} onChange={setText} placeholder={say('name_or_phone')} />
        <PaneList
          label={say('customers')}
          className="pane"
          chosen={chosen}
          rows={shown.map((c) => ({
            key: c.id,
            name: c.name,
            to: `/customers/${c.id}`,
            ...(c.owes !== 0 && { detail: formatMoney(c.owes) }),
          }))}
        />
      </div>
      <div className="pane pt-1">
        {chosen > 0 && (
          <Link className="why hidden min-h-11 items-center max-sm:inline-flex" to="/customers">
            {say('all_customers')}
          </Link>
        )}
        {all.some((c) => c.id === chosen) ? (
          <One key={chosen} id={chosen} />
        ) : (
          <>
            <h1 className="text-head max-sm:text-big">
              {owing.length === 0
                ? say('nobody_owes_anything')
                : say('customers_owe', {
                    customers: owing.length,
                    money: formatMoney(owing.reduce((s, c) => s + c.owes, 0)),
                  })}
            </h1>
            <p className="pb-3 text-ink2">{say('choose_a_customer')}</p>
            {list}
          </>
        )}
      </div>
    </div>
  );
}
