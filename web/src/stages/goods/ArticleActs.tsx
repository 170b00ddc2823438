import type { Article } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Table } from '../../parts/Table.tsx';
import { amountInWords } from './amount.ts';
import { say } from './say.ts';

type Kind = 'in' | 'out' | 'count';
interface Typed {
  kind: Kind;
  pieces: string;
  weight: Weight | null;
  reason: string;
}
const kinds: Record<Kind, string> = { in: say('came_in'), out: say('went_out'), count: say('counted') };

/** What came in, went out unsold or lies there. */
export function ArticleAct({ article }: { article: Article }) {
  const said = useNotify();
  const mass = useMass();
  const { unit, name } = article;
  const form = useForm({
    draft: useDraft(`article act ${article.id}`),
    opened: (): Typed => ({ kind: 'in', pieces: '', weight: null, reason: '' }),
    route: routes.goods.act,
    params: { id: article.id },
    body: ({ kind, pieces, weight, reason }) => ({
      kind,
      amount: unit === 'kg' ? (weight?.grams ?? NaN) : pieces.trim() === '' ? NaN : Number(pieces),
      reason,
    }),
    onDone: ({ id, stock }) => {
      form.set({ kind: 'in', pieces: '', weight: null, reason: '' });
      form.draft.forget();
      void said(
        { ok: true, data: { id } },
        say('there_is', { name, amount: amountInWords(unit, stock, mass) }),
      );
    },
  });
  return (
    <Form of={form} className="pt-4" label={say('count_of', { name })} submit={say('write_it_down')}>
      <div className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)_minmax(0,1.4fr)] gap-x-5 max-sm:grid-cols-1">
        <Choice
          label={say('what_happened')}
          value={form.values.kind}
          onChange={(kind) => form.set({ kind })}
          options={(['in', 'out', 'count'] as const).map((value) => ({ value, name: kinds[value] }))}
        />
        {unit === 'piece' ? (
          <TextField label={say('pieces')} inputMode="numeric" {...form.field('pieces', 'amount')} />
        ) : (
          <WeightField label={say('weight')} take={null} {...form.field('weight', 'amount')} />
        )}
        <TextField label={say('why')} {...form.field('reason')} />
      </div>
    </Form>
  );
}

/** What was done with an article and what it cost, the latest first. */
export function ArticlePast({ article }: { article: Article }) {
  const { data } = useRead(routes.goods.one, { params: { id: article.id } });
  const { when } = useTimes();
  const mass = useMass();
  if (!data) return null;
  const amount = (n: number) =>
    `${n > 0 ? '+' : n < 0 ? '−' : ''}${amountInWords(article.unit, Math.abs(n), mass)}`;
  const rows = [
    ...data.acts.map((a) => ({
      key: `act ${a.id}`,
      at: a.at,
      by: a.by,
      what: `${kinds[a.kind]} ${amount(a.amount)}${a.reason ? `, ${a.reason}` : ''}`,
    })),
    ...data.prices.map((p) => ({
      key: `price ${p.at}`,
      at: p.at,
      by: p.by,
      what: say('price_set', { money: formatMoney(p.price) }),
    })),
  ].sort((a, b) => (a.at < b.at ? 1 : -1));
  return (
    <Table
      bare
      label={say('what_was_done')}
      rows={rows.slice(0, 12)}
      keyOf={(r) => r.key}
      columns={[
        { cell: (r) => when(r.at), className: 'whitespace-nowrap text-ink2' },
        { cell: (r) => r.what },
        { cell: (r) => r.by, className: 'text-ink2' },
      ]}
    />
  );
}
