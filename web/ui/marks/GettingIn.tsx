import { SITE_HAZARDS } from '#core/base/vocabulary';
import type { GettingIn as Place } from '#contracts/visits';

/** How to get in and up, and what can hurt on the way; each hazard with its caution. */
export function GettingIn({ place, brief = false }: { place: Place; brief?: boolean }) {
  const lines = (
    [
      ['Key', place.keyHidden ? 'ask the desk where it is' : place.keyAt],
      ['Way up', place.wayUp],
      ['Parking', place.parking],
      ['Permit', place.permit],
      ['Contact', place.contact],
    ] as const
  ).filter(([, value]) => value);
  return (
    <div className={brief ? 'text-sm' : ''}>
      {lines.length > 0 ? (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3">
          {lines.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      {place.access ? <p className="mt-1 whitespace-pre-line">{place.access}</p> : null}
      {place.hazards.length > 0 ? (
        <ul className="mt-1 space-y-0.5">
          {place.hazards.map((hazard) => (
            <li key={hazard} className="site-hazard">
              <strong>{hazard}.</strong> {SITE_HAZARDS[hazard]}
            </li>
          ))}
        </ul>
      ) : null}
      {place.hazards.length > 0 && !brief ? (
        <p className="mt-1 text-sm text-soft">Local rules and the permit decide; this only reminds.</p>
      ) : null}
    </div>
  );
}
