import { cloneElement, useId, type ReactElement, type ReactNode } from 'react';

interface Control {
  id?: string;
  'aria-label'?: string | undefined;
  'aria-invalid'?: boolean | undefined;
  'aria-describedby'?: string | undefined;
  className?: string | undefined;
}

/** A labelled control with its hint and its error, joined for screen readers. */
export function Field({
  label,
  hint,
  error,
  roof = false,
  unit,
  line = false,
  children,
}: {
  label: ReactNode;
  hint?: ReactNode;
  error?: string | undefined;
  roof?: boolean;
  /** Stands inside the field at its right: a word, or a choice where the number may be in several. */
  unit?: ReactNode;
  /** Name and field in one line, the field as wide as a number needs. */
  line?: boolean;
  children: ReactElement<Control>;
}) {
  const id = useId();
  const described = error ? `${id}-error` : hint ? `${id}-hint` : undefined;
  const size = roof ? 'min-h-13 text-xl' : '';
  return (
    <div
      className={`relative min-w-0 ${line ? 'grid grid-cols-[minmax(0,1fr)_9rem] items-center gap-x-3' : ''}`}
    >
      <label
        htmlFor={id}
        className={`block text-sm font-semibold ${line && hint && !error ? 'self-end' : line ? '' : 'mb-0.5'}`}
      >
        {label}
      </label>
      <Inside unit={unit} className={line && hint && !error ? 'row-span-2' : ''}>
        {cloneElement(children, {
          id,
          // The unit within the field belongs to its name.
          ...(typeof label === 'string' && typeof unit === 'string' && unit !== ''
            ? { 'aria-label': `${label}, ${unit}` }
            : {}),
          'aria-invalid': error ? true : undefined,
          'aria-describedby': described,
          className: `${size} w-full rounded-[3px] border-2 bg-sheet px-2 ${error ? 'border-ink' : 'border-rule focus:border-copper'} ${unit === undefined || unit === '' ? '' : 'pr-20 text-right'} ${children.props.className ?? ''}`,
        })}
      </Inside>
      {hint && !error ? (
        <p id={`${id}-hint`} className={`text-sm text-soft ${line ? 'self-start' : 'mt-0.5'}`}>
          {hint}
        </p>
      ) : null}
      {error ? (
        <p id={`${id}-error`} role="alert" className={`mt-0.5 text-sm fault ${line ? 'col-span-2' : ''}`}>
          {error}
        </p>
      ) : null}
    </div>
  );
}

/** A field with its unit at the right edge within it. */
export function Inside({
  unit,
  className,
  children,
}: {
  unit: ReactNode;
  className: string;
  children: ReactNode;
}) {
  if (unit === undefined || unit === '')
    return className ? <span className={className}>{children}</span> : children;
  return (
    <span className={`relative block ${className}`}>
      {children}
      <span
        aria-hidden={typeof unit === 'string' ? true : undefined}
        className={`absolute inset-y-0 right-0 flex max-w-20 items-center text-sm text-soft ${typeof unit === 'string' ? 'pointer-events-none pr-2' : ''}`}
      >
        {unit}
      </span>
    </span>
  );
}
