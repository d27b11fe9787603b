import { Link } from 'react-router';
import type { RecommendedView, StandingView } from '#contracts/units';
import { dayOf, shortDay } from '../words/format.ts';

const Subject = ({ subject, unitId }: { subject: string; unitId: string | null }) =>
  unitId === null ? (
    <strong>{subject}</strong>
  ) : (
    <Link to={`/units/${unitId}`} className="plate link text-sm">
      {subject}
    </Link>
  );

/** What stands open somewhere, what can hurt first, and what was recommended there. */
export function StandsOpen({
  standing,
  recommended,
  zone,
}: {
  standing: readonly StandingView[];
  recommended: readonly RecommendedView[];
  zone: string;
}) {
  return (
    <ul className="space-y-1">
      {standing.map((one) => (
        <li key={one.id}>
          <Subject {...one} />{' '}
          {one.hazard ? (
            <span className="hazard-notch text-sm">{one.kind}</span>
          ) : (
            <strong>{one.kind}</strong>
          )}{' '}
          since {dayOf(one.openedAt, zone)}
          <span className="block">{one.text}</span>
        </li>
      ))}
      {recommended.map((one) => (
        <li key={one.id}>
          <Subject {...one} /> <strong>Recommended {shortDay(one.on)}</strong>
          {one.by ? ` by ${one.by}` : ''}
          <span className="block">{one.text}</span>
        </li>
      ))}
    </ul>
  );
}
