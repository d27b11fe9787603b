import { Link } from 'react-router';
import type { PlanView } from '#contracts/routes';
import { clockText, durationText } from '#core/time';

/** @example onTheRoad(31, true) // "about 31 min on the road (estimated from straight lines)" */
export const onTheRoad = (minutes: number, estimated: boolean | undefined): string =>
  estimated
    ? `about ${durationText(minutes)} on the road (estimated from straight lines)`
    : `${durationText(minutes)} on the road`;

/** The stops in order with times, and what did not fit with why. */
export function PlanTable({
  plan,
  estimated = false,
  names,
  details,
  links,
}: {
  plan: PlanView;
  /** Drive times come from straight lines, not from an engine that knows the roads. */
  estimated?: boolean | undefined;
  names: ReadonlyMap<string, string>;
  details?: ReadonlyMap<string, React.ReactNode>;
  links?: ReadonlyMap<string, string | null>;
}) {
  return (
    <>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b-2 border-ink text-sm">
            <th scope="col">#</th>
            <th scope="col">Arrive</th>
            <th scope="col">Work</th>
            <th scope="col">Site</th>
            <th scope="col" className="text-right">
              {estimated ? 'Drive (estimated)' : 'Drive'}
            </th>
          </tr>
        </thead>
        <tbody>
          {plan.stops.map((stop, i) => {
            const link = links?.get(stop.stopId);
            return (
              <tr key={stop.stopId} className="break-inside-avoid border-b border-rule align-top">
                <td className="py-1 pr-2 font-bold">{i + 1}</td>
                <td className="py-1 pr-3">{clockText(stop.arriveAt)}</td>
                <td className="py-1 pr-3 whitespace-nowrap">
                  {clockText(stop.startAt)}–{clockText(stop.leaveAt)}
                </td>
                <td className="py-1">
                  {link ? (
                    <Link
                      to={`/visits/${link}`}
                      className="font-semibold text-copper underline underline-offset-4"
                    >
                      {names.get(stop.stopId)}
                    </Link>
                  ) : (
                    <strong>{names.get(stop.stopId)}</strong>
                  )}
                  {details?.get(stop.stopId)}
                </td>
                <td className="py-1 text-right whitespace-nowrap">{durationText(stop.driveMinutes)}</td>
              </tr>
            );
          })}
          <tr>
            <td />
            <td className="py-1">{clockText(plan.returnAt)}</td>
            <td colSpan={3} className="py-1">
              back in the yard
            </td>
          </tr>
        </tbody>
      </table>
      {plan.unserved.length > 0 ? (
        <div className="mt-2">
          <h3 className="text-sm">Does not fit</h3>
          <ul className="list-disc pl-5">
            {plan.unserved.map((u) => (
              <li key={u.stopId}>
                <strong>{names.get(u.stopId)}</strong>: {u.why}.
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </>
  );
}
