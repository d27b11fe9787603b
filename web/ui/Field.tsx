import { cloneElement, useId, type ReactElement, type ReactNode } from 'react';

interface Control {
  id?: string;
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
  children,
}: {
  label: ReactNode;
  hint?: ReactNode;
  error?: string | undefined;
  roof?: boolean;
  children: ReactElement<Control>;
}) {
  const id = useId();
  const described = error ? `${id}-error` : hint ? `${id}-hint` : undefined;
  const size = roof ? 'min-h-13 text-xl' : 'min-h-8';
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-0.5 block text-sm font-semibold">
        {label}
      </label>
      {cloneElement(children, {
        id,
        'aria-invalid': error ? true : undefined,
        'aria-describedby': described,
        className: `${size} w-full rounded-[3px] border-2 bg-sheet px-2 ${error ? 'border-ember' : 'border-rule focus:border-copper'} ${children.props.className ?? ''}`,
      })}
      {hint && !error ? (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
          {hint}
        </p>
      ) : null}
      {error ? (
        <p id={`${id}-error`} role="alert" className="mt-0.5 text-sm font-semibold text-ember">
          {error}
        </p>
      ) : null}
    </div>
  );
}
