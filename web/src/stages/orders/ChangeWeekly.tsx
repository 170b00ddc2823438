import type { StandingOrder } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { weekdayName, weekdayOf } from '@ember-slate/core/calendar';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useShop } from '../../app/shop.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, TimeField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useForms } from '../../parts/forms.ts';
import { draftFrom, emptyLine, errorsOfLine, sentLine, type Draft } from './draft.ts';
import { LineFields } from './LineFields.tsx';
import { Said } from './Said.tsx';
import { say } from './say.ts';

interface Fields {
  version: number;
  weekday: string;
  minutes: number | null;
  remarks: string;
  drafts: readonly Draft[];
}
const fieldsOf = (of: StandingOrder): Fields => ({
  version: of.version,
  weekday: String(of.weekday),
  minutes: of.minutes,
  remarks: of.remarks,
  drafts: of.lines.map((l) => draftFrom(l, false)),
});

/** Another day, time, fish or amount of a weekly order, from its next week on. */
export function ChangeWeekly({ of, onDone }: { of: StandingOrder; onDone: () => void }) {
  const { shop } = useShop();
  const forms = useForms();
  const form = useForm({
    draft: useDraft(`weekly ${of.id} ${of.version}`),
    opened: () => fieldsOf(of),
    route: routes.orders.changeStanding,
    params: { id: of.id },
    body: (v) => ({
      version: v.version,
      weekday: Number(v.weekday),
      minutes: v.minutes ?? NaN,
      remarks: v.remarks,
      lines: v.drafts.map((d) => sentLine(d, forms)),
    }),
    onDone,
  });
  const { drafts } = form.values;
  const put = (of: (had: readonly Draft[]) => readonly Draft[]) =>
    form.set((had) => ({ drafts: of(had.drafts) }));
  // The shop's own week: days it is open first stand as they are counted.
  const days = [1, 2, 3, 4, 5, 6, 0].filter((d) => shop.hours[d] !== null || d === of.weekday);
  return (
    <Dialog
      open
      title={say('weekly_of', { customer: of.customer, weekday: weekdayName(of.weekday) })}
      onClose={onDone}
    >
      <p className="pb-2 text-ink2">{say('weekly_from_next_week')}</p>
      <Form of={form} label={say('change_weekly')} submit={say('save')} onLeave={onDone}>
        <div className="grid grid-cols-2 gap-x-5">
          <SelectField
            label={say('every_week_on')}
            {...form.field('weekday')}
            options={days.map((d) => ({ value: String(d), name: weekdayName(d) }))}
          />
          <TimeField label={say('at')} {...form.field('minutes')} />
        </div>
        {drafts.map((d, i) => (
          <LineFields
            key={d.key}
            draft={d}
            set={(change) => put((had) => had.map((x) => (x.key === d.key ? { ...x, ...change } : x)))}
            errors={errorsOfLine(form.errors, i)}
            remove={drafts.length > 1 ? () => put((had) => had.filter((x) => x.key !== d.key)) : null}
          />
        ))}
        <button type="button" className="why mt-1 mb-2" onClick={() => put((had) => [...had, emptyLine()])}>
          {say('one_more_line')}
        </button>
        <div className="pt-2">
          <Said
            onTake={(said, day, minutes) => {
              put((had) => [...had.filter((d) => d.speciesId !== ''), ...said]);
              form.set({
                ...(day === null ? {} : { weekday: String(weekdayOf(day)) }),
                ...(minutes === null ? {} : { minutes }),
              });
            }}
          />
        </div>
        <TextField label={say('remarks')} {...form.field('remarks')} />
      </Form>
    </Dialog>
  );
}
