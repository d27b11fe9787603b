import type { ButtonHTMLAttributes } from 'react';

const LOOK = {
  act: 'bg-copper text-on-copper border-copper hover:brightness-110',
  /** What is chosen among several. */
  chosen: 'bg-ink text-paper border-ink',
  plain: 'bg-sheet text-ink border-edge hover:border-copper',
  quiet: 'bg-transparent text-copper border-transparent underline-offset-4 hover:underline',
} as const;

interface Looks {
  readonly look?: keyof typeof LOOK | undefined;
  /** For gloves: 52 px and more. */
  readonly roof?: boolean | undefined;
}

/** How everything looks that is pressed: buttons, links that lead on, labels that open a file. */
export const pressed = ({ look = 'plain', roof = false }: Looks = {}): string =>
  `${LOOK[look]} ${roof ? 'min-h-13 px-5 text-lg' : 'px-3'} reach relative inline-flex items-center justify-center gap-2 rounded-[3px] border-2 font-semibold`;

/** The one button. */
export function Button({
  look,
  roof,
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & Looks) {
  return (
    <button
      type="button"
      className={`${pressed({ look, roof })} disabled:cursor-not-allowed disabled:opacity-55 ${className}`}
      {...rest}
    />
  );
}
