import { maxPoints, type FishSigns, type Grade, type Level, type Sign } from '@ember-slate/core/freshness';
import { useState } from 'react';
import { useKeys } from '../../app/keys.ts';
import { useSize } from '../../app/size.ts';
import { Button } from '../../parts/Button.tsx';
import { SignDrawing } from '../../parts/SignDrawing.tsx';
import { say } from './say.ts';

interface Props {
  signs: readonly Sign[];
  fish: readonly FishSigns[];
  current: number;
  iceDays: number;
  result: Grade | null;
  onLevel: (signId: string, level: Level) => void;
  onFish: (index: number) => void;
  /** All signs of all fish are looked at. */
  onEnd: () => void;
}

/** What the signs say so far, on the day axis: a tick a vote, the band where they agree. */
function SoFar({ result, iceDays }: { result: Grade | null; iceDays: number }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const x = (days: number) => (Math.min(days, iceDays * 1.08) / (iceDays * 1.08)) * width;
  return (
    <div
      ref={ref}
      className="h-[46px]"
      role="img"
      aria-label={result ? say('signs_say_days', { used: result.used.toFixed(1) }) : say('nothing_seen_yet')}
    >
      {width > 0 && (
        <svg width={width} height="46" className="block overflow-visible">
          {result && (
            <rect
              x={x(Math.max(0, result.used - result.halfWidth))}
              y="16"
              width={x(result.used + result.halfWidth) - x(Math.max(0, result.used - result.halfWidth))}
              height="16"
              fill="var(--rimewash)"
            />
          )}
          <path className="rul" d={`M 0 32.5 H ${width}`} />
          {[0.24, 0.53, 0.82].map((share) => (
            <path key={share} className="rul" d={`M ${Math.round(x(share * iceDays)) + 0.5} 14 v 22`} />
          ))}
          {(['Extra', 'A', 'B', 'Not admitted'] as const).map((category, i) => (
            <text
              key={category}
              x={x([0, 0.24, 0.53, 0.82][i]! * iceDays) + 4}
              y="46"
              className={result?.category === category ? 'i2' : 'i3'}
              style={{ fontWeight: result?.category === category ? 700 : 400 }}
            >
              {category !== 'Not admitted' ? category : width < 420 ? say('not') : say('not_admitted')}
            </text>
          ))}
          {result?.votes.map((v) => (
            <path
              key={v.sign.id}
              d={`M ${x(v.days)} 22 v 10`}
              stroke={v.oddsDays === null ? 'var(--ink)' : 'var(--emberline)'}
              strokeWidth="2"
            />
          ))}
          {result && (
            <>
              <path d={`M ${x(result.used)} 12 V 34`} stroke="var(--rime)" strokeWidth="2.5" />
              <text x={x(result.used) + 6} y="13" className="fig ri halo">
                {say('signs_say', { used: result.used.toFixed(1) })}
              </text>
            </>
          )}
        </svg>
      )}
    </div>
  );
}

/**
 * One fish, one sign after another: a drawing and a few words for each level, one tap or key each. The next sign comes
 * by itself, the next fish after the last sign; back corrects.
 */
export function SignRun({ signs, fish, current, iceDays, result, onLevel, onFish, onEnd }: Props) {
  const answers = fish[current] ?? {};
  const firstOpen = signs.findIndex((s) => answers[s.id] === undefined);
  const [place, setPlace] = useState<{ fish: number; sign: number } | null>(null);
  const at = place?.fish === current ? place.sign : firstOpen === -1 ? signs.length - 1 : firstOpen;
  const sign = signs[at]!;
  const choose = (level: Level) => {
    if (level > maxPoints(sign)) return;
    onLevel(sign.id, level);
    if (at < signs.length - 1) return setPlace({ fish: current, sign: at + 1 });
    const next = fish.findIndex((f, i) => i !== current && signs.some((s) => f[s.id] === undefined));
    if (next === -1) return onEnd();
    setPlace({ fish: next, sign: 0 });
    onFish(next);
  };
  const back = () => {
    if (at > 0) return setPlace({ fish: current, sign: at - 1 });
    if (current > 0) {
      setPlace({ fish: current - 1, sign: signs.length - 1 });
      onFish(current - 1);
    }
  };
  const skip = () =>
    at < signs.length - 1
      ? setPlace({ fish: current, sign: at + 1 })
      : current < fish.length - 1
        ? (setPlace({ fish: current + 1, sign: 0 }), onFish(current + 1))
        : onEnd();
  useKeys({
    ...Object.fromEntries(sign.words.map((_w, i) => [String(i + 1), () => choose(i as Level)])),
    Backspace: back,
    ArrowLeft: back,
  });
  return (
    <div>
      <SoFar result={result} iceDays={iceDays} />
      <div className="flex items-end justify-between gap-3 pt-3">
        <h2 className="text-head">{sign.name}</h2>
        <p className="pb-1.5 text-note text-ink3">
          {say('fish_of_sign_of', {
            current: current + 1,
            fish: fish.length,
            at: at + 1,
            signs: signs.length,
          })}
        </p>
      </div>
      <div className="flex gap-1 pb-3" aria-hidden="true">
        {signs.map((s, i) => (
          <span
            key={s.id}
            className="h-1 flex-1"
            style={{
              background:
                i === at ? 'var(--ink)' : answers[s.id] === undefined ? 'var(--line)' : 'var(--rule)',
            }}
          />
        ))}
      </div>
      <div
        role="radiogroup"
        aria-label={sign.name}
        className="grid grid-cols-2 gap-3 max-sm:grid-cols-1 max-sm:gap-0"
      >
        {sign.words.map((words, level) => {
          const on = answers[sign.id] === level;
          return (
            <button
              key={level}
              type="button"
              role="radio"
              aria-checked={on}
              onClick={() => choose(level as Level)}
              className={`flex min-h-[112px] items-center gap-4 border-t border-line px-3 py-2 text-left hover:bg-lift active:bg-ink2 active:text-slab max-sm:min-h-[74px] ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
            >
              <span className="h-[76px] w-[118px] shrink-0 max-sm:h-[58px] max-sm:w-[90px]">
                <SignDrawing kind={sign.kind} age={level / maxPoints(sign)} />
              </span>
              <span className="min-w-0">
                <span className="block font-figure text-label leading-[22px] font-semibold">{words}</span>
                <span className="key mt-1.5 inline-block max-sm:hidden">{level + 1}</span>
              </span>
            </button>
          );
        })}
      </div>
      <div className="flex gap-3 pt-3">
        <Button
          small
          onPress={back}
          notYet={at === 0 && current === 0 ? say('this_is_the_first_sign') : null}
        >
          {say('back')} <span className="key max-sm:hidden">←</span>
        </Button>
        <Button small hotkey="S" onPress={skip}>
          {say('cannot_see_it')}
        </Button>
      </div>
    </div>
  );
}
