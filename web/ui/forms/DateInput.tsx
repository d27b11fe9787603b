import { Popover } from 'radix-ui';
import { lazy, Suspense, useImperativeHandle, useRef, useState, type Ref } from 'react';
import { clockTyped, dayTyped, isPlainDate } from '#core/base/time';
import { useWho } from '../../state/session.ts';
import { shortDay } from '../words/format.ts';

const Month = lazy(() => import('./Month.tsx'));

/** What a form gets: the field by its name, with what is in it. */
interface Told {
  readonly target: { readonly name: string | undefined; readonly value: string };
}

interface Given {
  readonly value?: string;
  readonly onChange?: (told: Told) => unknown;
  readonly onBlur?: (told: Told) => unknown;
  readonly name?: string;
  readonly ref?: Ref<unknown>;
  /** The first day that can be chosen from the month. */
  readonly min?: string | number | undefined;
  readonly readOnly?: boolean | undefined;
  readonly disabled?: boolean | undefined;
  readonly id?: string;
  readonly className?: string;
  readonly 'aria-label'?: string;
  readonly 'aria-invalid'?: boolean | undefined;
  readonly 'aria-describedby'?: string | undefined;
}

/**
 * A field whose text is read when it is left: what is understood is written in the one way, what is not stays
 * as it was typed, for the contract to refuse where it stands. A form holds what is read.
 */
function useReadText(
  { value: given, onChange, onBlur, name, ref, id, readOnly, disabled, ...spoken }: Given,
  read: (text: string) => string | undefined,
  written: (value: string) => string,
) {
  const [own, setOwn] = useState('');
  const value = given ?? own;
  const [typing, setTyping] = useState<string>();
  const field = useRef<HTMLInputElement>(null);
  useImperativeHandle(
    ref,
    () => ({
      name,
      focus: () => field.current?.focus(),
      get value() {
        return value;
      },
      set value(next: string) {
        setOwn(next ?? '');
        setTyping(undefined);
      },
    }),
    [name, value],
  );
  const tell = (next: string) => {
    setOwn(next);
    onChange?.({ target: { name, value: next } });
  };
  return {
    field,
    value,
    tell: (next: string) => {
      setTyping(undefined);
      tell(next);
    },
    input: {
      ref: field,
      id,
      name,
      type: 'text',
      autoComplete: 'off',
      readOnly,
      disabled,
      'aria-label': spoken['aria-label'],
      'aria-invalid': spoken['aria-invalid'],
      'aria-describedby': spoken['aria-describedby'],
      value: typing ?? written(value),
      onChange: (event: { target: { value: string } }) => {
        const text = event.target.value;
        setTyping(text);
        tell(text.trim() === '' ? '' : (read(text) ?? text));
      },
      onBlur: () => {
        setTyping(undefined);
        onBlur?.({ target: { name, value } });
      },
    },
  };
}

/** A day, written as everywhere; typed as people do, or chosen from a month. */
export function DateInput(given: Given) {
  const { today } = useWho();
  const [open, setOpen] = useState(false);
  const { field, value, tell, input } = useReadText(
    given,
    (text) => dayTyped(text, today),
    (day) => (isPlainDate(day) ? shortDay(day) : day),
  );
  const { className = '', min, readOnly, disabled } = given;
  const still = readOnly || disabled;
  return (
    <span className="relative block">
      <input {...input} placeholder="day month year" className={`${className} pr-9`} />
      {still ? null : (
        <Popover.Root open={open} onOpenChange={setOpen}>
          <Popover.Trigger
            type="button"
            aria-label="Choose a day"
            className="absolute inset-y-0 right-0 w-9 text-soft hover:text-ink"
          >
            <svg viewBox="0 0 16 16" width="16" height="16" className="mx-auto" aria-hidden="true">
              <path
                d="M2 4h12v10H2zM2 7h12M5 2v3M11 2v3"
                fill="none"
                stroke="currentColor"
                strokeWidth="1.4"
              />
            </svg>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={4}
              collisionPadding={8}
              className="z-[1200] border-2 border-ink bg-sheet p-2 text-ink"
            >
              <Suspense fallback={<p className="p-4 text-soft">…</p>}>
                <Month
                  value={isPlainDate(value) ? value : undefined}
                  today={today}
                  min={min === undefined ? undefined : String(min)}
                  onChoose={(day) => {
                    tell(day);
                    setOpen(false);
                    field.current?.focus();
                  }}
                />
              </Suspense>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}

/** A time of day on the clock of 24 hours; typed as people do. */
export function TimeInput(given: Given) {
  const { input } = useReadText(given, clockTyped, (clock) => clock);
  return <input {...input} placeholder="hh:mm" className={given.className} />;
}
