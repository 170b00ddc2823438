import { useEffect, useLayoutEffect, useRef } from 'react';
import { createPortal } from 'react-dom';

/** Room kept to the edges of the screen and to the button, px. */
const room = 8;

/**
 * Beside what was pressed and cannot be yet: why. A glove has no pointer to rest on a button until its title shows. It
 * goes with the next touch, key or turn of the page.
 */
export function WhyNot({ by, why, onGone }: { by: Element; why: string; onGone: () => void }) {
  const own = useRef<HTMLParagraphElement>(null);
  useLayoutEffect(() => {
    if (!own.current) return;
    const [button, said] = [by.getBoundingClientRect(), own.current.getBoundingClientRect()];
    const above = button.top - said.height - room;
    own.current.style.top = `${above >= room ? above : button.bottom + room}px`;
    own.current.style.left = `${Math.max(room, Math.min(button.left, window.innerWidth - said.width - room))}px`;
  }, [by, why]);
  useEffect(() => {
    const signs = ['pointerdown', 'keydown', 'scroll', 'resize'] as const;
    for (const sign of signs) window.addEventListener(sign, onGone, true);
    return () => {
      for (const sign of signs) window.removeEventListener(sign, onGone, true);
    };
  }, [onGone]);
  // A reader of the screen has it as the button's description.
  return createPortal(
    <p
      ref={own}
      aria-hidden="true"
      className="pointer-events-none fixed z-50 max-w-[calc(100vw-16px)] border-[1.5px] border-b-[3px] border-rule border-b-emberline bg-slab px-3 py-1.5 text-body text-ink first-letter:uppercase"
    >
      {why}
    </p>,
    document.body,
  );
}
