import { useState } from 'react';
import type { PlaceFound } from '#contracts/maps';
import { problemOf } from '../api/base.ts';
import { useLazyPlacesOfQuery, useMapServicesQuery } from '../api/maps.ts';
import { Button } from '../ui/frame/Button.tsx';
import type { Position } from './position.ts';

/** Looks an address up, where the company has a geocoder; nothing is placed by it until a place is chosen. */
export function LookUp({ address, onPlace }: { address: string; onPlace: (at: Position) => void }) {
  const services = useMapServicesQuery();
  const [ask, asking] = useLazyPlacesOfQuery();
  const [found, setFound] = useState<{ of: string; places: readonly PlaceFound[] }>();
  const [trouble, setTrouble] = useState<string>();
  if (!services.data?.addresses) return null;
  const asked = address.trim();
  const look = async () => {
    setTrouble(undefined);
    try {
      setFound({ of: asked, places: await ask(asked).unwrap() });
    } catch (error) {
      const { title, detail } = problemOf(error);
      setTrouble(`${title}. ${detail ?? ''}`);
    }
  };
  return (
    <div className="min-h-10">
      <Button disabled={asked.length < 3 || asking.isFetching} onClick={() => void look()}>
        {asked.length < 3 ? 'Look an address up' : `Look up ${asked}`}
      </Button>
      {trouble ? (
        <p role="alert" className="mt-1 fault">
          {trouble}
        </p>
      ) : null}
      {found && !trouble ? (
        found.places.length === 0 ? (
          <p role="status" className="mt-1">
            Nobody knows {found.of}.
          </p>
        ) : (
          <ul
            aria-label={`Where ${found.of} may be`}
            className="mt-1 divide-y divide-rule border border-rule"
          >
            {found.places.map(({ label, lat, lon }) => (
              <li key={`${lat} ${lon} ${label}`}>
                <button
                  type="button"
                  onClick={() => onPlace({ lat, lon })}
                  className="reach w-full px-2 py-1 text-left hover:bg-paper"
                >
                  {label}
                </button>
              </li>
            ))}
          </ul>
        )
      ) : null}
    </div>
  );
}
