import { HOWS, surenessOf, type How } from '#core/tracing';

/**
 * How sure a fact is, in a word and a shape: filled for proven, half for likely, a question mark for hearsay.
 */
export function Sure({ how, by, on }: { how: How; by: string; on: string }) {
  const sure = surenessOf(how);
  return (
    <span className={`text-sm ${sure === 'hearsay' ? 'italic' : 'text-soft'}`}>
      <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true" className="mr-1 inline">
        <circle
          cx="6"
          cy="6"
          r="4.6"
          fill={sure === 'proven' ? 'var(--verdigris)' : 'none'}
          stroke={sure === 'hearsay' ? 'var(--copper)' : 'var(--verdigris)'}
          strokeWidth="1.6"
          strokeDasharray={sure === 'hearsay' ? '2 1.6' : undefined}
        />
        {sure === 'likely' ? <path d="M6 1.4 A4.6 4.6 0 0 1 6 10.6 Z" fill="var(--verdigris)" /> : null}
      </svg>
      {sure === 'hearsay' ? 'not checked: ' : ''}
      {HOWS[how].words}, {by}, {on}
    </span>
  );
}
