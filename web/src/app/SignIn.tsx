import { routes } from '@ember-slate/contract/routes';
import { useEffect, useRef, useState } from 'react';
import { api } from './api.ts';
import { signOutAnswered } from './lock.ts';
import { request } from './request.ts';
import { useAppDispatch } from './store.ts';
import type { Shop } from './shop.tsx';
import { say } from './say.ts';

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** Everybody who may sign in, one to be chosen. */
function People({
  staff,
  who,
  onChoose,
}: {
  staff: Shop['staff'];
  who: number | null;
  onChoose: (id: number) => void;
}) {
  return (
    <div role="radiogroup" aria-label={say('who_is_here')} className="flex flex-col">
      {staff.map((s) => (
        <button
          key={s.id}
          type="button"
          role="radio"
          aria-checked={who === s.id}
          onClick={() => onChoose(s.id)}
          className="flex min-h-16 items-center gap-4 border-t border-line text-left font-figure text-row font-medium first:border-t-0 hover:bg-lift"
        >
          <svg width="18" height="18" aria-hidden="true">
            <circle
              cx="9"
              cy="9"
              r="7.5"
              fill={who === s.id ? 'var(--ink)' : 'none'}
              stroke={who === s.id ? 'var(--ink)' : 'var(--rule)'}
              strokeWidth="1.5"
            />
          </svg>
          {s.name}
        </button>
      ))}
    </div>
  );
}

/** The digits as keys big enough for a wet thumb. */
function PinPad({
  onPin,
  ready,
  go,
}: {
  onPin: (next: string | ((had: string) => string)) => void;
  ready: boolean;
  go: string;
}) {
  return (
    <div className="mt-2 grid grid-cols-3 gap-2">
      {digits.map((d) => (
        <button
          key={d}
          type="button"
          className="btn min-h-14 text-row"
          aria-label={say('digit', { d })}
          onClick={() => onPin((p) => (p + d).slice(0, 8))}
        >
          {d}
        </button>
      ))}
      <button type="button" className="btn min-h-14 px-0" onClick={() => onPin('')}>
        {say('clear')}
      </button>
      <button
        type="button"
        className="btn min-h-14 text-row"
        aria-label={say('digit_0')}
        onClick={() => onPin((p) => (p + '0').slice(0, 8))}
      >
        0
      </button>
      <button className="btn btn-main min-h-14 px-0" aria-disabled={!ready}>
        {go}
      </button>
    </div>
  );
}

/** Somebody chooses another PIN: the one they have, the new one, and that once more. */
interface Choosing {
  given?: string;
  first?: string;
}

const labelOf = (choosing: Choosing | null): string => {
  if (choosing === null) return say('pin');
  if (choosing.given === undefined) return say('pin_until_now');
  return choosing.first === undefined ? say('new_pin') : say('new_pin_again');
};

/** Name, then PIN, by tap or by keyboard. It also lies over a locked screen, whose work waits beneath. */
export function SignIn({ shop, locked, onIn }: { shop: Shop; locked: boolean; onIn: () => void }) {
  const dispatch = useAppDispatch();
  const [who, setWho] = useState<number | null>(shop.staff.length === 1 ? shop.staff[0]!.id : null);
  const [pin, setPin] = useState('');
  const [choosing, setChoosing] = useState<Choosing | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const [forgotten, setForgotten] = useState(false);
  const pinField = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (who !== null) pinField.current?.focus();
  }, [who]);

  const send = async (given: string, newPin?: string) => {
    setBusy(true);
    await signOutAnswered();
    const outcome = await request('POST', routes.session.signIn.path, { staffId: who, pin: given, newPin });
    setBusy(false);
    if (outcome.ok) {
      onIn();
      dispatch(api.util.invalidateTags(['people']));
      return;
    }
    const { code, detail, title, errors } = outcome.problem;
    setSaid(detail ?? title);
    setForgotten(code === 'not-signed-in' || code === 'slow-down');
    // A PIN that was handed to them is changed before it opens anything.
    if (code === 'pin-handed' || errors?.[0]?.path === 'newPin') setChoosing({ given });
    else setChoosing(null);
  };
  const submit = async () => {
    if (who === null || pin.length < 4 || busy) return;
    setPin('');
    setSaid('');
    if (choosing === null) await send(pin);
    else if (choosing.given === undefined) setChoosing({ given: pin });
    else if (choosing.first === undefined) setChoosing({ ...choosing, first: pin });
    else if (choosing.first === pin) await send(choosing.given, pin);
    else {
      setSaid(say('the_two_are_not_the_same'));
      setChoosing({ given: choosing.given });
    }
    pinField.current?.focus();
  };

  return (
    <main className="fixed inset-0 z-50 overflow-y-auto bg-slab px-6 py-10">
      <div className="mx-auto max-w-[720px]">
        <div className="flex items-baseline justify-between border-b border-line pb-3">
          <h1 className="text-head">
            {locked ? say('locked_who_is_here') : say('is_open_who_is_here', { shop: shop.name })}
          </h1>
          <span className="text-note text-ink3">
            {say('ember_slate', { sample: shop.sample ? ` ${say('sample_data')}` : '' })}
          </span>
        </div>
        {locked && <p className="pt-2 text-ink2">{say('what_you_were_doing_lies')}</p>}
        <div className="grid grid-cols-[1fr_260px] gap-12 pt-6 max-sm:grid-cols-1">
          <People
            staff={shop.staff}
            who={who}
            onChoose={(id) => {
              setWho(id);
              setSaid('');
              setPin('');
              setChoosing(null);
            }}
          />
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void submit();
            }}
          >
            <label className="field" data-error={said ? '' : undefined}>
              <span className="field-label">{labelOf(choosing)}</span>
              <input
                ref={pinField}
                className="field-value tracking-[0.4em]"
                type="password"
                inputMode="numeric"
                autoComplete="off"
                maxLength={8}
                value={pin}
                disabled={who === null}
                onChange={(e) => setPin(e.target.value.replace(/\D/g, ''))}
              />
              <span className="field-note" role={said ? 'alert' : undefined}>
                {said || (who === null ? say('choose_your_name_first') : say('n4_to_8_digits'))}
              </span>
            </label>
            <PinPad
              onPin={setPin}
              ready={who !== null && pin.length >= 4}
              go={choosing === null || choosing.first !== undefined ? say('sign_in') : say('next')}
            />
            <button
              type="button"
              className="why mt-4 min-h-12"
              onClick={() => {
                setChoosing(choosing === null ? {} : null);
                setSaid('');
                setPin('');
                pinField.current?.focus();
              }}
            >
              {choosing === null ? say('change_my_pin') : say('cancel')}
            </button>
            {forgotten && <p className="pt-2 text-note text-ink2">{say('forgotten_a_manager_gives')}</p>}
          </form>
        </div>
      </div>
    </main>
  );
}
