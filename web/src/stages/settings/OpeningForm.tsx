import { routes } from '@ember-slate/contract/routes';
import { formatClock, weekdayName, type Hours } from '@ember-slate/core/calendar';
import { useDraft } from '../../app/draft.ts';
import { useForm, type Form as FormState } from '../../app/form.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField, TimeField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { Picker } from '../../parts/Picker.tsx';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

/** Monday first, as a shop reads its week. */
const week = [1, 2, 3, 4, 5, 6, 0];
const zones = Intl.supportedValuesOf('timeZone').map((value) => ({ value, name: value }));
const span = (h: Hours) => `${formatClock(h.opens)}–${formatClock(h.closes)}`;

/** The hours of a week in a line: days in a row with the same hours are said once. */
export function weekInWords(hours: readonly (Hours | null)[]): string {
  const runs: { from: number; to: number; hours: Hours }[] = [];
  for (const [i, day] of week.entries()) {
    const open = hours[day];
    const last = runs.at(-1);
    if (!open) continue;
    if (last && week[i - 1] === last.to && span(last.hours) === span(open)) last.to = day;
    else runs.push({ from: day, to: day, hours: open });
  }
  const short = (day: number) => weekdayName(day).slice(0, 3);
  return runs
    .map((r) => `${short(r.from)}${r.to === r.from ? '' : `–${short(r.to)}`} ${span(r.hours)}`)
    .join(', ');
}

/** Hours while they are typed: either may be missing. */
interface Typed {
  opens: number | null;
  closes: number | null;
}

interface Values {
  version: number;
  timeZone: string;
  hours: Typed[];
  shut: { from: string; to: string; name: string }[];
}

const shutDay: Typed = { opens: null, closes: null };

/** A day with nothing typed is shut; a half of its hours is refused by the contract. */
const sent = (typed: Typed) => (typed.opens === null && typed.closes === null ? null : (typed as Hours));

interface Props {
  opening: AllSettings['opening'];
  usual: AllSettings['usual'];
  onDone: () => void;
}

/** Time zone, hours of each weekday, and days the shop is shut. */
export function OpeningForm({ opening, usual, onDone }: Props) {
  const form = useForm({
    draft: useDraft('settings opening'),
    opened: (): Values => ({
      version: opening.version,
      timeZone: opening.timeZone,
      hours: opening.hours.map((h) => h ?? shutDay),
      shut: opening.shut,
    }),
    route: routes.settings.setOpening,
    body: ({ hours, shut, ...rest }) => ({
      ...rest,
      hours: hours.map(sent),
      shut: shut.map((s) => ({ ...s, to: s.to || s.from })),
    }),
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('opening')}
      submit={say('save')}
      onLeave={onDone}
      stale={{
        names: { timeZone: say('time_zone'), hours: say('hours'), shut: say('shut') },
        kinds: {
          hours: weekInWords,
          shut: (all: Values['shut']) => all.map((s) => s.name).join(', ') || say('never'),
        },
      }}
      more={
        <Button onPress={() => form.set({ hours: usual.hours.map((h) => h ?? shutDay) })}>
          {say('usual_hours', { week: weekInWords(usual.hours) })}
        </Button>
      }
    >
      <Picker label={say('time_zone')} options={zones} {...form.field('timeZone')} />
      <WeekHours form={form} />
      <ShutDays form={form} />
    </Form>
  );
}

function WeekHours({ form }: { form: FormState<Values> }) {
  const { hours } = form.values;
  const put = (day: number, typed: Partial<Typed>) =>
    form.set((had) => ({ hours: had.hours.with(day, { ...had.hours[day]!, ...typed }) }));
  return (
    <fieldset className="pb-3">
      <legend className="pb-1 text-label font-semibold">{say('hours')}</legend>
      <p className="pb-2 text-note text-ink2">{say('leave_both_empty_where_it_is_shut')}</p>
      {week.map((day) => (
        <div key={day} className="grid grid-cols-[110px_1fr_1fr] gap-x-5 max-sm:grid-cols-[76px_1fr_1fr]">
          <span className="self-center text-label">{weekdayName(day)}</span>
          <TimeField
            label={say('opens')}
            value={hours[day]!.opens}
            onChange={(opens) => put(day, { opens })}
            error={form.errors[`hours.${day}.opens`]}
          />
          <TimeField
            label={say('closes')}
            value={hours[day]!.closes}
            onChange={(closes) => put(day, { closes })}
            error={form.errors[`hours.${day}.closes`]}
          />
        </div>
      ))}
      {form.errors.hours && (
        <p role="alert" className="text-embertext">
          {form.errors.hours}
        </p>
      )}
    </fieldset>
  );
}

function ShutDays({ form }: { form: FormState<Values> }) {
  const { shut } = form.values;
  const { today } = useTimes();
  const put = (at: number, change: Partial<Values['shut'][number]>) =>
    form.set((had) => ({ shut: had.shut.with(at, { ...had.shut[at]!, ...change }) }));
  return (
    <fieldset className="pb-3">
      <legend className="pb-1 text-label font-semibold">{say('shut_out_of_the_usual')}</legend>
      {shut.map((s, i) => (
        <div
          key={i}
          className="grid grid-cols-[1fr_1fr_1.4fr_auto] items-start gap-x-5 max-sm:grid-cols-[1fr_1fr]"
        >
          <TextField
            type="date"
            label={say('first_day')}
            value={s.from}
            onChange={(from) => put(i, { from })}
            error={form.errors[`shut.${i}.from`]}
          />
          <TextField
            type="date"
            label={say('last_day')}
            value={s.to}
            onChange={(to) => put(i, { to })}
            error={form.errors[`shut.${i}.to`]}
          />
          <TextField
            label={say('reason')}
            value={s.name}
            onChange={(name) => put(i, { name })}
            error={form.errors[`shut.${i}.name`]}
          />
          <Button
            small
            className="mt-5"
            onPress={() => form.set((had) => ({ shut: had.shut.toSpliced(i, 1) }))}
          >
            {say('remove')}
          </Button>
        </div>
      ))}
      {form.errors.shut && (
        <p role="alert" className="text-embertext">
          {form.errors.shut}
        </p>
      )}
      <button
        type="button"
        className="why py-2"
        onClick={() => form.set((had) => ({ shut: [...had.shut, { from: today(), to: '', name: '' }] }))}
      >
        {say('add_days_it_is_shut')}
      </button>
    </fieldset>
  );
}
