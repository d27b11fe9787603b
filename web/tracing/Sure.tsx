import { shortDay } from '../ui/words/format.ts';
import { HOWS, surenessOf, type How, type Sureness } from '#core/places/tracing';

/** A stretch of wire: whole for proven, in dashes for likely, in dots for hearsay. */
export function SureSign({ sure }: { sure: Sureness }) {
  return (
    <svg width="22" height="12" viewBox="0 0 22 12" aria-hidden="true" className="inline">
      <path
        d="M1 6H21"
        stroke="var(--ink)"
        strokeWidth="3"
        strokeDasharray={sure === 'hearsay' ? '2 4' : sure === 'likely' ? '8 3' : undefined}
      />
    </svg>
  );
}

/** How sure a fact is, in a word and a shape, with who found out and how. */
export function Sure({ how, by, on }: { how: How; by: string; on: string }) {
  const sure = surenessOf(how);
  return (
    <span className={`text-sm ${sure === 'hearsay' ? 'italic' : 'text-soft'}`}>
      <SureSign sure={sure} /> {sure === 'hearsay' ? 'not checked: ' : ''}
      {HOWS[how].words}, {by}, {shortDay(on)}
    </span>
  );
}
