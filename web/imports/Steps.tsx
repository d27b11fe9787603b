/** The way of a file into the record, as stations on a line. */
const STEPS = ['Open the file', 'Headings', 'Words', 'What it comes to', 'Taken'] as const;

/**
 * How far an import has come: stations behind are settled, the present one is filled, those ahead are empty.
 */
export function Steps({ at }: { at: 0 | 1 | 2 | 3 | 4 }) {
  return (
    <ol aria-label="Steps of an import" className="no-print mb-3 grid grid-cols-5">
      {STEPS.map((step, i) => (
        <li key={step} aria-current={i === at ? 'step' : undefined} className="relative min-w-0 text-center">
          <svg
            viewBox="0 0 100 20"
            height="20"
            preserveAspectRatio="none"
            className="w-full"
            aria-hidden="true"
          >
            <path
              d={`M${i === 0 ? 50 : 0} 10H${i === STEPS.length - 1 ? 50 : 100}`}
              stroke="var(--ink)"
              strokeWidth="2"
              vectorEffect="non-scaling-stroke"
              strokeDasharray={i > at ? '4 4' : undefined}
            />
          </svg>
          <span
            aria-hidden="true"
            className={`absolute top-[2px] left-1/2 h-4 w-4 -translate-x-1/2 rounded-full border-2 ${i < at ? 'border-verdigris bg-verdigris' : i === at ? 'border-ink bg-ink' : 'border-ink bg-paper'}`}
          />
          <span
            className={`block truncate text-sm ${i === at ? 'font-bold' : i < at ? 'text-verdigris' : 'text-soft'}`}
          >
            {step}
          </span>
        </li>
      ))}
    </ol>
  );
}
