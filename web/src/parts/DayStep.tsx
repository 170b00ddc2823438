import { addDays } from '@ember-slate/core/calendar';
import { useTimes } from '../app/shop.tsx';
import { Button } from './Button.tsx';
import { say } from './say.ts';

interface Props {
  day: string;
  onDay: (day: string) => void;
  /** The day above its two buttons, where there is little room beside them. */
  stacked?: boolean;
}

/** The day that is looked at, and the way to the one before and after; none lies after today. */
export function DayStep({ day, onDay, stacked = false }: Props) {
  const { today, dayWords } = useTimes();
  return (
    <span className={`flex items-center gap-2 ${stacked ? 'flex-wrap' : ''}`}>
      <Button small onPress={() => onDay(addDays(day, -1))}>
        {say('day_before')}
      </Button>
      <span
        className={`font-figure text-label font-semibold text-ink ${stacked ? 'order-first w-full' : 'px-2'}`}
      >
        {dayWords(day)}
      </span>
      <Button
        small
        onPress={() => onDay(addDays(day, 1))}
        notYet={day >= today() ? say('that_is_tomorrow') : null}
      >
        {say('day_after')}
      </Button>
    </span>
  );
}
