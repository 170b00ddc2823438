import type { DayClose } from '@ember-slate/contract';
import { rateText } from '@ember-slate/core/prices';
import { formatMoney } from './money.ts';
import { say } from './say.ts';
import { Table } from './Table.tsx';

/** What was taken by rate of tax; nothing where none was charged. */
export function TaxTable({ tax }: { tax: DayClose['tax'] }) {
  if (tax.length === 0) return null;
  return (
    <Table
      bare
      label={say('tax')}
      rows={tax}
      keyOf={(t) => t.rate}
      columns={[
        { head: say('tax'), cell: (t) => rateText(t.rate) },
        { head: say('without_tax'), cell: (t) => formatMoney(t.paid - t.tax), figure: true },
        { head: say('tax'), cell: (t) => formatMoney(t.tax), figure: true },
        { head: say('with_tax'), cell: (t) => formatMoney(t.paid), figure: true },
      ]}
    />
  );
}
