import { useSyncExternalStore } from 'react';

/** A window zoomed until it is low, and that or a telephone: there the frame folds to what is needed. */
const lowWindow = window.matchMedia('(height < 560px)');
const smallWindow = window.matchMedia('(width < 640px), (height < 560px)');

/** The theme's `low:` and `small:` follow these marks, so that sheet and code never differ. */
function mark() {
  document.documentElement.toggleAttribute('data-low', lowWindow.matches);
  document.documentElement.toggleAttribute('data-small', smallWindow.matches);
}
mark();
for (const list of [lowWindow, smallWindow]) list.addEventListener('change', mark);

const watch = (changed: () => void) => {
  smallWindow.addEventListener('change', changed);
  return () => smallWindow.removeEventListener('change', changed);
};

/** Whether the frame is folded now. */
export const useSmall = (): boolean => useSyncExternalStore(watch, () => smallWindow.matches);
