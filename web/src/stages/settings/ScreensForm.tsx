import { routes } from '@ember-slate/contract/routes';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { TextField, wholeNumber } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import type { AllSettings } from './all.ts';
import { say } from './say.ts';

interface Props {
  screens: AllSettings['screens'];
  /** Minutes the shop came with. */
  usual: number;
  onDone: () => void;
}

/** How long a screen nobody touches stays open, and who signs a second time. */
export function ScreensForm({ screens, usual, onDone }: Props) {
  const form = useForm({
    draft: useDraft('settings screens'),
    opened: () => ({
      version: screens.version,
      minutes: String(screens.idleLockMinutes),
      sweep: screens.twoSweepers ? 'two' : 'one',
    }),
    route: routes.settings.setScreens,
    body: ({ version, minutes, sweep }) => ({
      version,
      idleLockMinutes: wholeNumber(minutes) ?? NaN,
      twoSweepers: sweep === 'two',
    }),
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('screens')}
      submit={say('save')}
      onLeave={onDone}
      stale={{
        names: { idleLockMinutes: say('minutes_until_it_locks'), twoSweepers: say('second_pass_of_a_sweep') },
        kinds: { twoSweepers: (two: boolean) => (two ? say('another_hand') : say('may_be_the_same_hand')) },
      }}
    >
      <TextField
        label={say('minutes_until_it_locks')}
        {...form.field('minutes', 'idleLockMinutes')}
        inputMode="numeric"
        note={say('usually_minutes', { usual })}
        autoFocus
      />
      <Choice
        label={say('second_pass_of_a_sweep')}
        value={form.values.sweep}
        onChange={(sweep) => form.set({ sweep })}
        options={[
          { value: 'one', name: say('may_be_the_same_hand') },
          { value: 'two', name: say('another_hand') },
        ]}
      />
    </Form>
  );
}
