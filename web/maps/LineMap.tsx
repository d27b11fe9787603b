import 'leaflet/dist/leaflet.css';
import L from 'leaflet';
import { useEffect, useMemo } from 'react';
import { CircleMarker, MapContainer, Marker, Polyline, Tooltip, useMap, useMapEvents } from 'react-leaflet';
import { Base } from './Base.tsx';
import { Nearness } from './Nearness.tsx';
import type { Known } from './PlaceMap.tsx';
import type { Position } from './position.ts';

export type Ends = readonly [Position | undefined, Position | undefined];

const NEAREST_ZOOM = 18;
const END = L.divIcon({ className: 'map-due', html: '', iconSize: [16, 16] });

function Click({ ends, onEnds }: { ends: Ends; onEnds: (ends: Ends) => void }) {
  useMapEvents({
    click: ({ latlng }) => {
      const at = { lat: latlng.lat, lon: latlng.wrap().lng };
      // The first click is one end, the second the other; a third draws anew.
      onEnds(ends[0] && !ends[1] ? [ends[0], at] : [at, undefined]);
    },
  });
  return null;
}

/** Shows what is known, once: afterwards people go nearer by hand. */
function FitKnown({ known }: { known: readonly Known[] }) {
  const map = useMap();
  useEffect(() => {
    const timer = setTimeout(() => {
      map.invalidateSize({ animate: false });
      if (known.length > 0)
        map.fitBounds(L.latLngBounds(known.map(({ lat, lon }) => [lat, lon])), {
          padding: [20, 20],
          maxZoom: 14,
          animate: false,
        });
    }, 60);
    return () => clearTimeout(timer);
    // Each time it is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map]);
  return null;
}

/** A map on which a line is drawn by two clicks; its ends can be dragged. */
export default function LineMap({
  ends,
  onEnds,
  known,
  height,
}: {
  ends: Ends;
  onEnds: (ends: Ends) => void;
  known: readonly Known[];
  height: number;
}) {
  const drags = useMemo(
    () =>
      ([0, 1] as const).map((which) => ({
        dragend: (event: L.DragEndEvent) => {
          const { lat, lng } = (event.target as L.Marker).getLatLng().wrap();
          const at = { lat, lon: lng };
          onEnds(which === 0 ? [at, ends[1]] : [ends[0], at]);
        },
      })),
    [ends, onEnds],
  );
  const [a, b] = ends;
  return (
    <div style={{ height }} className="border border-rule">
      <MapContainer
        center={[25, 0]}
        zoom={3}
        maxZoom={NEAREST_ZOOM}
        zoomSnap={0.25}
        style={{ height: '100%' }}
        attributionControl={false}
        zoomControl={false}
      >
        <Nearness />
        <Base />
        {known.map(({ lat, lon, name }) => (
          <CircleMarker
            key={`${name} ${lat} ${lon}`}
            center={[lat, lon]}
            radius={4}
            pathOptions={{ color: 'var(--ink)', weight: 1, fillColor: 'var(--sheet)', fillOpacity: 1 }}
            interactive={false}
          />
        ))}
        {a && b ? (
          <Polyline
            positions={[
              [a.lat, a.lon],
              [b.lat, b.lon],
            ]}
            pathOptions={{ color: 'var(--ember)', weight: 5 }}
            interactive={false}
          />
        ) : null}
        {ends.map((at, i) =>
          at ? (
            <Marker
              key={i}
              position={[at.lat, at.lon]}
              icon={END}
              draggable
              keyboard={false}
              {...(drags[i] ? { eventHandlers: drags[i] } : {})}
            >
              <Tooltip>{i === 0 ? 'One end' : 'The other end'}</Tooltip>
            </Marker>
          ) : null,
        )}
        <Click ends={ends} onEnds={onEnds} />
        <FitKnown known={known} />
      </MapContainer>
    </div>
  );
}
