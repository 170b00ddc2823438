import { contract } from '@ember-slate/contract';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
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

/** How long a screen nobody touches stays open. */
export function ScreensForm({ screens, usual, onDone }: Props) {
  const form = useForm({
    draft: useDraft('settings screens'),
    opened: () => ({ version: screens.version, minutes: String(screens.idleLockMinutes) }),
    route: contract.settings.setScreens,
    body: ({ version, minutes }) => ({ version, idleLockMinutes: wholeNumber(minutes) ?? NaN }),
    onDone,
  });
  return (
    <Form
      of={form}
      className="max-w-[640px] pt-3 pb-5"
      label={say('screens')}
      submit={say('save')}
      onLeave={onDone}
      stale={{ names: { idleLockMinutes: say('minutes_until_it_locks') } }}
    >
      <TextField
        label={say('minutes_until_it_locks')}
        {...form.field('minutes', 'idleLockMinutes')}
        inputMode="numeric"
        note={say('usually_minutes', { usual })}
        autoFocus
      />
    </Form>
  );
}
