import type { Reading } from '@ember-slate/contract';
import type { WeightSource } from '@ember-slate/contract';
import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';

/** How a reading of the scale is known: what a stand-in says is simulated, for good. */
export const weighedSource = (reading: Reading): WeightSource =>
  reading.simulated ? 'simulated' : 'measured';

/** What the next weight is for. A screen offers one; the space bar and the corner give it the reading. */
export interface Target {
  /** The act on the corner: "Take fish 5". */
  act: string;
  /** What the weight is for, in the scale bar. */
  title: string;
  detail?: ReactNode;
  /** Grams that would be right, drawn on the rule. */
  window?: readonly [low: number, aim: number, high: number] | undefined;
  /** Earlier pieces, drawn as marks. */
  earlier?: readonly number[];
  /** Why it does not want the weight that lies there; null when it does. */
  waits?: string | null;
  onTake: (reading: Reading) => void;
}

interface TakeWeightApi {
  target: Target | null;
  offer: (id: number, target: Target | null) => void;
}

const TakeWeightContext = createContext<TakeWeightApi>({ target: null, offer: () => undefined });

/** Holds the offers of all mounted screens; the newest one is the target. */
export function TakeWeightProvider({ children }: { children: ReactNode }) {
  const [offers, setOffers] = useState<readonly (readonly [number, Target])[]>([]);
  const value = useMemo<TakeWeightApi>(
    () => ({
      target: offers.at(-1)?.[1] ?? null,
      offer: (id, target) =>
        setOffers((had) => {
          if (!target) return had.filter(([i]) => i !== id);
          const at = had.findIndex(([i]) => i === id);
          return at === -1 ? [...had, [id, target] as const] : had.with(at, [id, target]);
        }),
    }),
    [offers],
  );
  return <TakeWeightContext value={value}>{children}</TakeWeightContext>;
}

export const useTarget = () => useContext(TakeWeightContext).target;

let lastId = 0;

/** Offers a target while mounted. `signature` says when its face changed; `onTake` may be new each time. */
export function useTakeWeight(target: Target | null, signature: string): void {
  const { offer } = useContext(TakeWeightContext);
  const [id] = useState(() => ++lastId);
  const latest = useRef(target);
  useEffect(() => {
    latest.current = target;
  });
  const offered = target !== null;
  useEffect(() => {
    const now = latest.current;
    offer(id, offered && now ? { ...now, onTake: (reading) => latest.current?.onTake(reading) } : null);
    // The provider's `offer` is new on every offer; only what the target shows asks for another.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id, offered, signature]);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useEffect(() => () => offer(id, null), [id]);
}
