import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { request } from '../app/request.ts';
import { useShop } from '../app/shop.tsx';
import { SelectField, TextField } from './Field.tsx';
import { say } from './say.ts';

/** Somebody else by their number, that nobody else is there, or nothing said yet. */
type Who = '' | 'alone' | `${number}`;

/**
 * The signature of a second person: who, and their PIN, or that the one who acts is alone in the shop. `sign` gives what
 * is sent with the act; null where the PIN was not theirs, which is said here.
 */
export function useSecond() {
  const { me, shop } = useShop();
  const [who, setWho] = useState<Who>('');
  const [pin, setPin] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const others = shop.staff.filter((s) => s.id !== me.id);
  const sign = async (): Promise<string | null> => {
    if (who === 'alone') return who;
    const outcome = await request<AnswerOf<typeof routes.session.vouch>>('POST', routes.session.vouch.path, {
      staffId: Number(who),
      pin,
    });
    setPin('');
    setRefused(outcome.ok ? null : (outcome.problem.detail ?? outcome.problem.title));
    return outcome.ok ? outcome.data.token : null;
  };
  const notYet =
    who === ''
      ? say('say_who_signs_too')
      : who !== 'alone' && pin.length < 4
        ? say('their_pin_is_missing')
        : null;
  const fields = (
    <div className="grid grid-cols-2 gap-5 max-sm:grid-cols-1">
      <SelectField
        label={say('who_signs_too')}
        value={who}
        empty={say('choose')}
        onChange={(to: Who) => {
          setWho(to);
          setPin('');
          setRefused(null);
        }}
        options={[
          ...others.map((s) => ({ value: `${s.id}` as const, name: s.name })),
          { value: 'alone' as const, name: say('i_am_alone_in_the_shop') },
        ]}
        note={who === 'alone' ? say('stands_so_in_the_record') : undefined}
      />
      {who !== '' && who !== 'alone' && (
        <TextField
          label={say('their_pin')}
          type="password"
          inputMode="numeric"
          value={pin}
          onChange={(text) => setPin(text.replace(/\D/g, '').slice(0, 8))}
          error={refused ?? undefined}
        />
      )}
    </div>
  );
  return { fields, notYet, sign };
}
