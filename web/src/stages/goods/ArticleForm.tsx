import type { Article } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useDraft } from '../../app/draft.ts';
import { useForm, type Form as FormState } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { formatMoney } from '../../parts/money.ts';
import { rateOf, typedRate } from '../../parts/rate.ts';
import { say } from './say.ts';

type Fields = Pick<Article, 'version' | 'name' | 'unit' | 'allergens'> & {
  price: number | null;
  rate: string;
  counted: 'yes' | 'no';
  offered: 'yes' | 'no';
};
const opened = (article: Article | null): Fields => ({
  version: article?.version ?? 1,
  name: article?.name ?? '',
  unit: article?.unit ?? 'piece',
  price: article?.price ?? null,
  rate: typedRate(article?.rate ?? null),
  allergens: article?.allergens ?? '',
  counted: article?.counted ? 'yes' : 'no',
  offered: article?.offered === false ? 'no' : 'yes',
});
const written = ({ name, price, rate, allergens, counted }: Fields) => ({
  name,
  price: price ?? NaN,
  rate: rateOf(rate),
  allergens,
  counted: counted === 'yes',
});
const yesNo = [
  { value: 'yes', name: say('yes') },
  { value: 'no', name: say('no') },
] as const;

/** Another article, which is counted in pieces or weighed from then on. */
export function NewArticle({ onDone }: { onDone: () => void }) {
  const form = useForm({
    draft: useDraft('new article'),
    opened: opened(null),
    route: routes.goods.add,
    body: (v) => ({ ...written(v), unit: v.unit }),
    onDone,
  });
  return (
    <Form of={form} className="pb-5" label={say('new_article')} submit={say('add_it')} onLeave={onDone}>
      <Choice
        label={say('sold_by')}
        value={form.values.unit}
        onChange={(unit) => form.set({ unit })}
        options={[
          { value: 'piece', name: say('the_piece') },
          { value: 'kg', name: say('weight') },
        ]}
      />
      <Fields form={form} fresh />
    </Form>
  );
}

function Fields({ form, fresh = false }: { form: FormState<Fields>; fresh?: boolean }) {
  return (
    <>
      <div className="grid grid-cols-3 gap-x-5 max-sm:grid-cols-1">
        <TextField label={say('name')} {...form.field('name')} autoFocus={fresh} />
        <MoneyField
          label={form.values.unit === 'piece' ? say('price_a_piece') : say('price_a_kg')}
          {...form.field('price')}
        />
        <TextField
          label={say('tax_per_cent')}
          {...form.field('rate')}
          inputMode="decimal"
          note={say('empty_for_none')}
        />
      </div>
      <div className="grid grid-cols-2 gap-x-5 max-sm:grid-cols-1">
        <TextField
          label={say('allergens')}
          {...form.field('allergens')}
          note={say('as_its_label_says_on_the_receipt_too')}
        />
        <Choice
          label={say('keep_count_of_it')}
          value={form.values.counted}
          onChange={(counted) => form.set({ counted })}
          options={yesNo}
        />
      </div>
    </>
  );
}

/** What stands of an article; what is sold no more stays in the sales it is in. */
export function ChangeArticle({ article, onDone }: { article: Article; onDone: () => void }) {
  const form = useForm({
    draft: useDraft(`article ${article.id}`),
    opened: opened(article),
    route: routes.goods.change,
    params: { id: article.id },
    body: (v) => ({ ...written(v), version: v.version, offered: v.offered === 'yes' }),
    onDone,
  });
  return (
    <Form
      of={form}
      className="pt-3"
      label={article.name}
      submit={say('save')}
      onLeave={onDone}
      stale={{
        names: {
          name: say('name'),
          price: say('price'),
          rate: say('tax_per_cent'),
          allergens: say('allergens'),
          counted: say('keep_count_of_it'),
          offered: say('is_sold'),
        },
        kinds: {
          price: (price: number) => formatMoney(price),
          rate: typedRate,
          counted: (yes: boolean) => (yes ? say('yes') : say('no')),
          offered: (yes: boolean) => (yes ? say('yes') : say('no')),
        },
      }}
    >
      <Fields form={form} />
      <Choice
        className="max-w-[320px]"
        label={say('is_sold')}
        value={form.values.offered}
        onChange={(offered) => form.set({ offered })}
        options={yesNo}
      />
    </Form>
  );
}
