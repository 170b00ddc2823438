import type { AnswerOf, Role } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useNotify } from '../../app/notify.ts';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { say } from './say.ts';

export type Person = AnswerOf<typeof routes.people.list>[number];

export const roleWords: Record<Role, string> = {
  counter: say('counter'),
  bench: say('bench'),
  manager: say('manager'),
};
const mayWords: Record<Role, string> = {
  counter: say('may_counter'),
  bench: say('may_bench'),
  manager: say('may_manager'),
};
const roleChoices = (Object.keys(roleWords) as Role[]).map((value) => ({ value, name: roleWords[value] }));
const here = { true: say('works_here'), false: say('left') };
const stale = {
  names: { name: say('name'), role: say('role'), active: say('now') },
  kinds: { role: roleWords, active: here },
};

/** Six digits nobody thought of: a PIN to hand over. */
const anyPin = () => String(100_000 + (crypto.getRandomValues(new Uint32Array(1))[0]! % 900_000));

/** A PIN to be handed to somebody: made up here, shown so that it can be told, and kept nowhere on this device. */
function HandedPin({ pin, onPin, error }: { pin: string; onPin: (pin: string) => void; error?: string }) {
  return (
    <TextField
      className="mb-3"
      label={say('pin_to_hand_over')}
      value={pin}
      onChange={(text) => onPin(text.replace(/\D/g, '').slice(0, 8))}
      inputMode="numeric"
      error={error}
      note={say('they_choose_their_own_at_the_first')}
    />
  );
}

interface Values {
  version: number;
  name: string;
  role: Role;
  active: boolean;
}

/** Somebody new, or what somebody is called and does. */
export function PersonForm({ person, onDone }: { person: Person | null; onDone: () => void }) {
  const [pin, setPin] = useState(anyPin);
  const form = useForm({
    draft: useDraft(person ? `person ${person.id}` : 'person'),
    opened: (): Values => ({
      version: person?.version ?? 0,
      name: person?.name ?? '',
      role: person?.role ?? 'counter',
      active: person?.active ?? true,
    }),
    route: person ? routes.people.edit : routes.people.add,
    params: { id: person?.id ?? 0 },
    body: ({ version, name, role, active }) =>
      person ? { version, name, role, active } : { name, role, pin },
    onDone,
  });
  const active = form.field('active');
  return (
    <Form
      of={form}
      className={`max-w-[560px] pb-4 ${person ? '' : 'border-t border-line pt-3'}`}
      label={person ? person.name : say('somebody_new')}
      submit={person ? say('save') : say('add')}
      onLeave={onDone}
      stale={person ? stale : undefined}
    >
      <TextField label={say('name')} {...form.field('name')} autoFocus />
      <Choice label={say('role')} {...form.field('role')} options={roleChoices} />
      <p className="pb-3 text-note text-ink2">{mayWords[form.values.role]}</p>
      {person ? (
        <>
          <Choice
            label={say('now')}
            value={active.value ? 'true' : 'false'}
            onChange={(v) => active.onChange(v === 'true')}
            options={(['true', 'false'] as const).map((value) => ({ value, name: here[value] }))}
          />
          {!active.value && (
            <p className="pb-3 text-note text-ink2">{say('who_left_stays_in_the_records')}</p>
          )}
        </>
      ) : (
        <HandedPin pin={pin} onPin={setPin} error={form.errors.pin} />
      )}
    </Form>
  );
}

/** A new PIN for somebody who forgot theirs, and signing out everywhere. */
export function Access({ person }: { person: Person }) {
  const [pin, setPin] = useState<string | null>(null);
  const set = useChange(routes.people.setPin);
  const out = useChange(routes.people.signOut);
  const said = useNotify();
  const hand = async () => {
    const outcome = await set.send({ pin: pin! }, { id: person.id });
    if (said(outcome, say('signs_in_with_pin', { name: person.name, pin: pin! }))) setPin(null);
  };
  const leave = async () =>
    void said(await out.send(undefined, { id: person.id }), say('is_signed_out', { name: person.name }));
  return (
    <div className="max-w-[560px] pb-5">
      {pin === null ? (
        <div className="flex flex-wrap gap-3">
          <Button small onPress={() => setPin(anyPin())}>
            {say('give_a_new_pin')}
          </Button>
          {person.signedIn.length > 0 && (
            <Button small busy={out.busy} onPress={() => void leave()}>
              {say('sign_out_everywhere')}
            </Button>
          )}
        </div>
      ) : (
        <form
          aria-label={say('give_a_new_pin')}
          onSubmit={(e) => {
            e.preventDefault();
            void hand();
          }}
        >
          <HandedPin pin={pin} onPin={setPin} error={set.problem?.errors?.[0]?.message} />
          <div className="flex gap-3">
            <Button submit kind="main" busy={set.busy} notYet={pin.length < 4 ? say('n4_to_8_digits') : null}>
              {say('give_this_pin')}
            </Button>
            <Button onPress={() => setPin(null)}>{say('cancel')}</Button>
          </div>
        </form>
      )}
    </div>
  );
}
