import { inWords } from '@ember-slate/words/core';
import type { Problem } from '@ember-slate/contract';
import { isAtOdds, isHistamineStop, verdicts, type Grade, type Verdict } from '@ember-slate/core/freshness';
import { Button } from '../../parts/Button.tsx';
import { errorsByPath, TextField } from '../../parts/Field.tsx';
import { verdictNames } from './words.ts';
import { say } from './say.ts';

interface Props {
  result: Grade | null;
  chosen: Verdict | null;
  onChoose: (verdict: Verdict) => void;
  why: string;
  onWhy: (why: string) => void;
  asksWhy: boolean;
  missing: string | null;
  problem: Problem | null;
  busy: boolean;
  onRecord: () => void;
}

/** The tool advises, a person decides; deciding otherwise asks for a reason. A hard stop leaves one way only. */
export function VerdictPanel({
  result,
  chosen,
  onChoose,
  why,
  onWhy,
  asksWhy,
  missing,
  problem,
  busy,
  onRecord,
}: Props) {
  const errors = errorsByPath(problem);
  // What stands apart is said at the head of the column, with its causes.
  const reasons = inWords(result?.reasons.filter((r) => !isAtOdds(r)) ?? []);
  const stopped = (result?.hardStops.length ?? 0) > 0;
  // A warm histamine species may wait for its papers.
  const mayHold = result?.hardStops.every(isHistamineStop) ?? false;
  return (
    <div>
      <div role="radiogroup" aria-label={say('verdict')}>
        {verdicts.map((v) => {
          const off = result === null || (stopped && v !== 'reject' && !(mayHold && v === 'hold'));
          return (
            <button
              key={v}
              type="button"
              role="radio"
              aria-checked={chosen === v && result !== null}
              aria-disabled={off}
              onClick={() => !off && onChoose(v)}
              className={`flex min-h-11 w-full items-center gap-3 border-t border-line text-left font-figure text-label ${off ? 'text-ink3' : chosen === v ? 'font-bold' : 'font-medium text-ink2 hover:bg-lift'}`}
            >
              <svg width="18" height="18" aria-hidden="true">
                <circle
                  cx="9"
                  cy="9"
                  r="7.5"
                  fill={chosen === v && result ? 'var(--ink)' : 'none'}
                  stroke={chosen === v && result ? 'var(--ink)' : 'var(--rule)'}
                  strokeWidth="1.5"
                />
              </svg>
              <span className="flex-1">{verdictNames[v]}</span>
              {result?.verdict === v && (
                <span className="text-body font-semibold text-ink">{say('advised')}</span>
              )}
            </button>
          );
        })}
      </div>
      {reasons.length > 0 && (
        <p className="border-t border-line py-2 text-note text-ink2">{reasons.join(' · ')}</p>
      )}
      {asksWhy && (
        <TextField
          label={missing ? say('why_is_that_enough', { missing }) : say('why_otherwise')}
          value={why}
          onChange={onWhy}
          error={errors.overrideReason ?? errors.fish}
        />
      )}
      {problem && (
        <p role="alert" className="mb-2 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <Button
        kind="main"
        hotkey="Enter"
        busy={busy}
        className="mt-1 w-full"
        notYet={result === null ? say('look_at_a_fish_first') : null}
        onPress={onRecord}
      >
        {say('record_verdict')}
      </Button>
    </div>
  );
}
