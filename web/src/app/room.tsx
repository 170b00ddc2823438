import { useEffect, useState, type ComponentType } from 'react';
import { useAppSelector } from './store.ts';
import { say } from './say.ts';

type Loaded<P> = { default: ComponentType<P> };

/** A screen that comes when it is opened, and may be sent for before. */
export type Room<P extends object = object> = ComponentType<P> & { ahead: () => void };

/** The address of a part that did not come, as browsers say it in the error. */
const addressIn = (error: unknown): string | null =>
  /https?:\/\/\S+\.js/.exec(error instanceof Error ? error.message : '')?.[0] ?? null;

/** How long until a part that did not come is asked for again, ms. */
const againMs = 2500;

/**
 * A screen whose code is loaded when it is first opened. When the code does not come, the frame stays, says so, and asks
 * again until it does: nothing broke, only a file is missing.
 */
export function room<P extends object = object>(load: () => Promise<Loaded<P>>): Room<P> {
  let screen: ComponentType<P> | null = null;
  function Room(props: P) {
    const [Screen, setScreen] = useState<ComponentType<P> | null>(() => screen);
    const [failed, setFailed] = useState(0);
    const live = useAppSelector((s) => s.connection.live);
    useEffect(() => {
      if (Screen) return;
      let over = false;
      let timer: number | undefined;
      // A browser keeps a part that failed as failed for ever: under another address it is asked for anew.
      const attempt = (ask: () => Promise<Loaded<P>>, n: number) => {
        ask().then(
          (module) => {
            screen = module.default;
            if (!over) setScreen(() => module.default);
          },
          (error: unknown) => {
            if (over) return;
            setFailed(n);
            const address = addressIn(error);
            const next = address
              ? () => import(/* @vite-ignore */ `${address.split('?')[0]!}?again=${n}`) as Promise<Loaded<P>>
              : load;
            timer = window.setTimeout(() => attempt(next, n + 1), againMs);
          },
        );
      };
      attempt(load, 1);
      return () => {
        over = true;
        window.clearTimeout(timer);
      };
    }, [Screen]);
    if (Screen) return <Screen {...props} />;
    if (failed === 0) return <p className="p-6 text-ink2">{say('opening')}</p>;
    return (
      <section role="status" className="p-6">
        <h1 className="text-head">{say('this_screen_has_not_come_yet')}</h1>
        <p className="max-w-[60ch] py-2 text-ink2">
          {live ? say('the_shop_answers_but_this_part_of') : say('there_is_no_line_to_the_shop_it')}
        </p>
        {live && failed > 3 && (
          <button type="button" className="btn" onClick={() => window.location.reload()}>
            {say('load_the_program_anew')}
          </button>
        )}
      </section>
    );
  }
  // One that does not come now is asked for again when it is opened.
  return Object.assign(Room, { ahead: () => void load().catch(() => undefined) });
}
