import type { ButtonHTMLAttributes } from 'react';

const LOOK = {
  act: 'bg-copper text-on-copper border-copper hover:brightness-110',
  /** What is chosen among several. */
  chosen: 'bg-ink text-paper border-ink',
  plain: 'bg-sheet text-ink border-rule hover:border-copper',
  quiet: 'bg-transparent text-copper border-transparent underline-offset-4 hover:underline',
} as const;

/** The one button. `roof` is for gloves: 52 px and more. */
export function Button({
  look = 'plain',
  roof = false,
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOK; roof?: boolean }) {
  const size = roof ? 'min-h-13 px-5 text-lg' : 'min-h-8 px-3';
  return (
    <button
      type="button"
      className={`${LOOK[look]} ${size} inline-flex items-center justify-center gap-2 rounded-[3px] border-2 font-semibold disabled:cursor-not-allowed disabled:opacity-55 ${className}`}
      {...rest}
    />
  );
}
