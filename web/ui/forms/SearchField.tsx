/** The field that narrows the list below it, at every key. */
export function SearchField({
  label,
  hint,
  value,
  onChange,
  onEnter,
  className = 'w-56',
}: {
  /** What it searches, for those who do not see where it stands. */
  label: string;
  /** What can be typed. */
  hint: string;
  value: string;
  onChange: (text: string) => void;
  onEnter?: () => void;
  className?: string;
}) {
  return (
    <input
      type="search"
      aria-label={label}
      placeholder={hint}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      onKeyDown={onEnter && ((event) => (event.key === 'Enter' ? onEnter() : undefined))}
      className={`reach max-w-full rounded-[3px] border-2 border-rule bg-sheet px-2 focus:border-copper ${className}`}
    />
  );
}
