import { useCallback, useRef, useState, type ReactNode } from 'react';
import { useKeys } from '../app/keys.ts';
import { say } from './say.ts';
import { firstUnread } from './unread.ts';
import { WhyNot } from './WhyNot.tsx';

interface Props {
  children: ReactNode;
  onPress?: () => void;
  /** The main act is ink, one a screen; ember is the one move a hand must make now. */
  kind?: 'plain' | 'main' | 'ember';
  small?: boolean;
  /** Bench size. */
  tall?: boolean;
  /** The key that presses it from anywhere on the screen, shown on its face. */
  hotkey?: string;
  busy?: boolean;
  /** Why it cannot be pressed yet; it stays focusable and says so, beside it when it is pressed all the same. */
  notYet?: string | null;
  submit?: boolean;
  className?: string;
  pressed?: boolean;
}

export function Button({
  children,
  onPress,
  kind = 'plain',
  small,
  tall,
  hotkey,
  busy,
  notYet,
  submit,
  className = '',
  pressed,
}: Props) {
  const blocked = busy || Boolean(notYet);
  const own = useRef<HTMLButtonElement>(null);
  const [asked, setAsked] = useState<Element | null>(null);
  const gone = useCallback(() => setAsked(null), []);
  const press = () => {
    if (notYet) setAsked(own.current);
    if (blocked) return;
    // One that may be busy sends: what nobody can read would count as nothing there.
    const sends = busy !== undefined && !submit;
    const unread = sends && firstUnread(own.current?.closest('form, [role=dialog]') ?? null);
    if (unread) unread.focus();
    else onPress?.();
  };
  useKeys(hotkey ? { [hotkey.length === 1 ? hotkey.toLowerCase() : hotkey]: press } : {});
  return (
    <>
      <button
        ref={own}
        type={submit ? 'submit' : 'button'}
        aria-disabled={blocked || undefined}
        aria-pressed={pressed}
        title={notYet ?? undefined}
        onClick={(e) => {
          if (blocked) e.preventDefault();
          press();
        }}
        className={`btn ${blocked ? '' : kind === 'main' ? 'btn-main' : kind === 'ember' ? 'btn-ember' : ''} ${small ? 'btn-small' : ''} ${tall ? 'min-h-16' : ''} ${className}`}
      >
        {children}
        {hotkey && <span className="key max-sm:hidden">{hotkey === 'Enter' ? say('enter') : hotkey}</span>}
      </button>
      {asked && notYet && <WhyNot by={asked} why={notYet} onGone={gone} />}
    </>
  );
}
