import { routes } from '@ember-slate/contract/routes';
import { goods, rateText, type Goods } from '@ember-slate/core/prices';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { rateOf, typedRate } from '../../parts/rate.ts';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

const names: Record<Goods, string> = {
  fish: say('tax_on_fish'),
  trim: say('tax_on_trim'),
  made: say('tax_on_made'),
};

type Rates = AllSettings['tax']['rates'];

/** The rates of tax in a line, and whether prices are with it. */
export function taxInWords({ added, rates }: Pick<AllSettings['tax'], 'added' | 'rates'>): string {
  const said = goods.flatMap((g) => (rates[g] === null ? [] : `${names[g]} ${rateText(rates[g])}`));
  return said.length === 0
    ? say('no_tax')
    : `${said.join(', ')}, ${added ? say('comes_on_top') : say('is_in_the_price')}`;
}

/** Rates of tax by kind of goods, and whether prices are with it. */
export function TaxForm({ tax, onDone }: { tax: AllSettings['tax']; onDone: () => void }) {
  const form = useForm({
    draft: useDraft('settings tax'),
    opened: () => ({
      version: tax.version,
      way: tax.added ? 'added' : 'within',
      fish: typedRate(tax.rates.fish),
      trim: typedRate(tax.rates.trim),
      made: typedRate(tax.rates.made),
    }),
    route: routes.settings.setTax,
    body: ({ version, way, ...rates }) => ({
      version,
      added: way === 'added',
      rates: { fish: rateOf(rates.fish), trim: rateOf(rates.trim), made: rateOf(rates.made) },
    }),
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('tax')}
      submit={say('save')}
      onLeave={onDone}
      stale={{
        names: { added: say('prices_are'), rates: say('rates') },
        kinds: {
          added: (added: boolean) => (added ? say('without_tax') : say('with_tax')),
          rates: (rates: Rates) => taxInWords({ added: tax.added, rates }),
        },
      }}
    >
      <Choice
        label={say('prices_are')}
        value={form.values.way}
        onChange={(way) => form.set({ way })}
        options={[
          { value: 'within', name: say('with_tax') },
          { value: 'added', name: say('without_tax_added_at_the_till') },
        ]}
      />
      <div className="grid grid-cols-3 gap-x-5 max-sm:grid-cols-1">
        {goods.map((g) => (
          <TextField
            key={g}
            label={`${names[g]}, %`}
            {...form.field(g, `rates.${g}`)}
            inputMode="decimal"
            note={say('empty_for_none')}
          />
        ))}
      </div>
      <p className="pt-2 pb-4 text-note text-ink2">{say('your_tax_office_says_which_rates')}</p>
    </Form>
  );
}
