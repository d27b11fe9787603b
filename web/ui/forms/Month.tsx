import { format, parseISO } from 'date-fns';
import { DayPicker } from 'react-day-picker';

const CELL = 'h-10 w-10 text-center';

/** A month to choose a day from, by pointer or arrow keys. */
export default function Month({
  value,
  today,
  min,
  onChoose,
}: {
  value: string | undefined;
  today: string;
  min: string | undefined;
  onChoose: (day: string) => void;
}) {
  const at = parseISO(value ?? today);
  return (
    <DayPicker
      mode="single"
      autoFocus
      required
      today={parseISO(today)}
      defaultMonth={at}
      {...(value ? { selected: at } : { selected: undefined })}
      {...(min ? { disabled: { before: parseISO(min) } } : {})}
      onSelect={(day: Date) => onChoose(format(day, 'yyyy-MM-dd'))}
      weekStartsOn={1}
      classNames={{
        month_caption: 'px-2 py-1 font-semibold',
        nav: 'absolute right-2 top-2 flex gap-1',
        button_previous: 'reach min-w-9 border-2 border-rule hover:border-copper',
        button_next: 'reach min-w-9 border-2 border-rule hover:border-copper',
        chevron: 'mx-auto h-3 w-3 fill-current',
        weekday: `${CELL} text-sm font-normal text-soft`,
        day: CELL,
        day_button: 'h-10 w-10 border-2 border-transparent hover:border-copper disabled:opacity-40',
        today: 'font-bold underline',
        selected: 'bg-ink text-paper',
        outside: 'text-soft',
      }}
    />
  );
}
