import type { Problem } from '@ember-slate/contract';
import { Button } from './Button.tsx';
import { say } from './say.ts';

/** A screen before its first answer: reading, or the reason it cannot, with the way on. */
export function Waiting({ problem, onRetry }: { problem: Problem | undefined; onRetry: () => unknown }) {
  if (!problem) return <p className="pt-6 text-ink3">{say('reading_the_day')}</p>;
  return (
    <div className="space-y-3 pt-6">
      <h1 className="text-head">{problem.title}</h1>
      <p className="text-ink2">{problem.detail}</p>
      <Button onPress={() => void onRetry()}>{say('try_onretry')}</Button>
    </div>
  );
}
