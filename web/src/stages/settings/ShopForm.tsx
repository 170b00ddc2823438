import { routes } from '@ember-slate/contract/routes';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

const nameOf = new Intl.DisplayNames(undefined, { type: 'currency' });
const currencies = Intl.supportedValuesOf('currency').map((value) => ({
  value,
  name: value,
  detail: nameOf.of(value) ?? '',
}));

const stale = {
  names: {
    name: say('name'),
    address: say('address'),
    phone: say('phone'),
    approval: say('approval_number'),
    taxNumber: say('tax_number'),
    currency: say('currency'),
  },
};

/** What papers say of the shop, and the currency it reckons in. */
export function ShopForm({ shop, onDone }: { shop: AllSettings['shop']; onDone: () => void }) {
  const form = useForm({
    draft: useDraft('settings shop'),
    opened: () => {
      const { decided: _who, currencyFixed: _fixed, ...fields } = shop;
      return fields;
    },
    route: routes.settings.setShop,
    body: (values) => values,
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('the_shop')}
      submit={say('save')}
      onLeave={onDone}
      stale={stale}
    >
      <TextField label={say('name')} {...form.field('name')} autoFocus />
      <TextField label={say('address')} {...form.field('address')} note={say('on_labels_and_receipts')} />
      <div className="grid grid-cols-2 gap-x-5 max-sm:grid-cols-1">
        <TextField label={say('phone')} type="tel" inputMode="tel" {...form.field('phone')} />
        <TextField
          label={say('approval_number')}
          {...form.field('approval')}
          note={say('where_your_authority_gave_one')}
        />
        <TextField label={say('tax_number')} {...form.field('taxNumber')} note={say('on_receipts')} />
        {shop.currencyFixed ? (
          <p className="self-center text-note text-ink2">
            {say('currency_stays', { currency: shop.currency })}
          </p>
        ) : (
          <Picker label={say('currency')} options={currencies} {...form.field('currency')} />
        )}
      </div>
    </Form>
  );
}
