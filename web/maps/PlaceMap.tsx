import 'leaflet/dist/leaflet.css';
import L from 'leaflet';
import { useEffect, useMemo } from 'react';
import { CircleMarker, MapContainer, Marker, Tooltip, useMap, useMapEvents } from 'react-leaflet';
import { Base } from './Base.tsx';
import type { Position } from './position.ts';

export interface Known extends Position {
  readonly name: string;
}

const NEAREST_ZOOM = 18;
const WORLD_ZOOM = 1.5;
/** Where one place is known, its town is shown; people then go nearer by hand. */
const TOWN_ZOOM = 12;
const PIN = L.divIcon({ className: 'map-yard', html: '', iconSize: [22, 22] });

function Click({ onPlace }: { onPlace: (at: Position) => void }) {
  useMapEvents({ click: ({ latlng }) => onPlace({ lat: latlng.lat, lon: latlng.wrap().lng }) });
  return null;
}

/** Goes to what is placed from outside (pasted, another site), not after every click. */
function Follow({ at, known }: { at: Position | undefined; known: readonly Known[] }) {
  const map = useMap();
  const key = at ? `${at.lat} ${at.lon}` : `known ${known.length}`;
  useEffect(() => {
    const timer = setTimeout(() => {
      map.invalidateSize({ animate: false });
      if (at) {
        if (!map.getBounds().contains([at.lat, at.lon]) || map.getZoom() < TOWN_ZOOM)
          map.setView([at.lat, at.lon], Math.max(map.getZoom(), TOWN_ZOOM), { animate: false });
      } else if (known.length > 0)
        map.fitBounds(L.latLngBounds(known.map(({ lat, lon }) => [lat, lon])), {
          padding: [30, 30],
          maxZoom: TOWN_ZOOM,
          animate: false,
        });
    }, 60);
    return () => clearTimeout(timer);
    // The key stands for the places.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map, key]);
  return null;
}

/** A map on which one place is put by a click and moved by dragging; other places stand round it. */
export default function PlaceMap({
  at,
  name,
  known,
  onPlace,
  height,
  plain,
}: {
  at: Position | undefined;
  name: string;
  known: readonly Known[];
  onPlace: (at: Position) => void;
  height: number;
  plain: boolean;
}) {
  const drag = useMemo(
    () => ({
      dragend: (event: L.DragEndEvent) => {
        const { lat, lng } = (event.target as L.Marker).getLatLng().wrap();
        onPlace({ lat, lon: lng });
      },
    }),
    [onPlace],
  );
  return (
    <div style={{ height }} className="border border-rule">
      <MapContainer
        center={[25, 0]}
        zoom={WORLD_ZOOM}
        minZoom={1}
        maxZoom={NEAREST_ZOOM}
        zoomSnap={0.25}
        style={{ height: '100%' }}
        attributionControl={false}
        worldCopyJump
      >
        <Base plain={plain} />
        {known.map(({ lat, lon, name: place }) => (
          <CircleMarker
            key={`${place} ${lat} ${lon}`}
            center={[lat, lon]}
            radius={4}
            pathOptions={{ color: 'var(--ink)', weight: 1, fillColor: 'var(--sheet)', fillOpacity: 1 }}
          >
            <Tooltip>{place}</Tooltip>
          </CircleMarker>
        ))}
        {at ? (
          <Marker
            position={[at.lat, at.lon]}
            icon={PIN}
            draggable
            title={name}
            alt={name}
            eventHandlers={drag}
          />
        ) : null}
        <Click onPlace={onPlace} />
        <Follow at={at} known={known} />
      </MapContainer>
    </div>
  );
}
