import type { ReactNode } from 'react';

interface Props {
  children: ReactNode;
  onPress?: () => void;
  /** The main act is ink, one a screen; ember is the one move a hand must make now. */
  kind?: 'plain' | 'main' | 'ember';
  small?: boolean;
  /** Bench size. */
  tall?: boolean;
  keyHint?: string;
  busy?: boolean;
  /** Why it cannot be pressed yet; it stays focusable and says so. */
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
  keyHint,
  busy,
  notYet,
  submit,
  className = '',
  pressed,
}: Props) {
  const blocked = busy || Boolean(notYet);
  return (
    <button
      type={submit ? 'submit' : 'button'}
      aria-disabled={blocked || undefined}
      aria-pressed={pressed}
      title={notYet ?? undefined}
      onClick={(e) => {
        if (blocked) e.preventDefault();
        else onPress?.();
      }}
      className={`btn ${blocked ? '' : kind === 'main' ? 'btn-main' : kind === 'ember' ? 'btn-ember' : ''} ${small ? 'btn-small' : ''} ${tall ? 'min-h-16' : ''} ${className}`}
    >
      {children}
      {keyHint && <span className="key max-sm:hidden">{keyHint}</span>}
    </button>
  );
}
