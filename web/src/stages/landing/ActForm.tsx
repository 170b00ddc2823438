import type { Problem } from '@ember-slate/contract';
import { Button } from '../../parts/Button.tsx';

/** A few fields and one button, with what went wrong under them. */
export function ActForm({
  children,
  button,
  busy,
  notYet,
  problem,
  onSubmit,
}: {
  children: React.ReactNode;
  button: string;
  busy: boolean;
  notYet?: string | null;
  problem: Problem | null;
  onSubmit: () => void;
}) {
  return (
    <form
      className="pt-1"
      onSubmit={(e) => {
        e.preventDefault();
        onSubmit();
      }}
    >
      <div className="grid grid-cols-4 gap-x-6 max-sm:grid-cols-2">{children}</div>
      {problem?.detail && problem.code !== 'stale' && !problem.errors?.length && (
        <p role="alert" className="pb-2 text-embertext">
          {problem.detail}
        </p>
      )}
      <Button submit kind="main" busy={busy} notYet={notYet ?? null}>
        {button}
      </Button>
    </form>
  );
}
