import L from 'leaflet';
import { useEffect, useState } from 'react';
import { GeoJSON, Pane, Polyline, ScaleControl, TileLayer, useMap, useMapEvents } from 'react-leaflet';
import type { Feature, GeoJsonObject } from 'geojson';
import { useMapBaseQuery, useMapServicesQuery } from '../api/maps.ts';

const LAYERS: Record<string, L.PathOptions> = {
  water: { color: 'var(--soft)', weight: 1, fillColor: '#9fb7b7', fillOpacity: 0.7 },
  district: { color: 'var(--rule)', weight: 1, dashArray: '2 4', fillOpacity: 0.06, fillColor: 'var(--ink)' },
};
const ROADS: Record<string, L.PathOptions> = {
  street: { color: '#a9a69b', weight: 1 },
  main: { color: '#87847a', weight: 2 },
  country: { color: '#87847a', weight: 2.5 },
  ring: { color: '#5f5d56', weight: 3 },
  bridge: { color: '#3c3b37', weight: 4 },
};

const style = (feature?: Feature): L.PathOptions =>
  feature?.properties?.layer === 'road'
    ? (ROADS[feature.properties.road as string] ?? {})
    : (LAYERS[feature?.properties?.layer as string] ?? {});

/** Attributions go in as text, whatever stands in the server's settings. */
function escaped(text: string): string {
  const span = document.createElement('span');
  span.textContent = text;
  return span.innerHTML;
}

/** A town's name below its place; text goes in as text, whatever the map file says. */
function label(feature: Feature, at: L.LatLng): L.Marker {
  const name = document.createElement('span');
  name.textContent = String(feature.properties?.name ?? '');
  return L.marker(at, {
    interactive: false,
    keyboard: false,
    icon: L.divIcon({ className: 'map-town', html: name, iconSize: [160, 18], iconAnchor: [80, -10] }),
  });
}

/**
 * What lies under the places: the tiles of a server of the company's own, else its base map, or where it has
 * neither a plain grid with scale and north.
 *
 * @param plain do not ask for the company's: there is none yet
 */
export function Base({ plain = false }: { plain?: boolean }) {
  const base = useMapBaseQuery(undefined, { skip: plain });
  const services = useMapServicesQuery(undefined, { skip: plain });
  if (plain) return <Plain />;
  if (!base.data || !services.data) return null;
  const { tiles } = services.data;
  if (tiles)
    return (
      <TileLayer url="/api/map/tiles/{z}/{x}/{y}" attribution={escaped(tiles.attribution)} maxZoom={22} />
    );
  if (base.data.features.length === 0) return <Plain />;
  return (
    <GeoJSON
      key={base.data.features.length}
      data={base.data}
      style={style}
      pointToLayer={label}
      interactive={false}
    />
  );
}

/** Nearer than this the coarse outline of the land would be off by more than it tells. */
const OUTLINE_UP_TO_ZOOM = 9;
/** Steps of the grid, degrees, finest last. */
const STEPS = [30, 10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01, 0.005, 0.002, 0.001];
const LINES_ACROSS = 3;

function multiples(from: number, to: number, step: number): number[] {
  const first = Math.ceil(from / step);
  const last = Math.floor(to / step);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step);
}

function Plain() {
  const map = useMap();
  const [bounds, setBounds] = useState(() => map.getBounds());
  const [land, setLand] = useState<GeoJsonObject>();
  useMapEvents({ moveend: () => setBounds(map.getBounds()), resize: () => setBounds(map.getBounds()) });
  const far = map.getZoom() <= OUTLINE_UP_TO_ZOOM;
  useEffect(() => {
    if (!far || land) return;
    let gone = false;
    void import('./land.ts').then(({ landFlat }) => {
      if (!gone) setLand(landFlat());
    });
    return () => {
      gone = true;
    };
  }, [far, land]);
  const [south, north] = [Math.max(-85, bounds.getSouth()), Math.min(85, bounds.getNorth())];
  const [west, east] = [bounds.getWest(), bounds.getEast()];
  const step = STEPS.find((degrees) => (north - south) / degrees >= LINES_ACROSS) ?? 0.001;
  const line = { color: 'var(--soft)', weight: 1, opacity: 0.35, interactive: false } as const;
  return (
    <Pane name="grid" style={{ zIndex: 200 }}>
      {far && land ? (
        <GeoJSON
          data={land}
          interactive={false}
          style={{ color: 'var(--soft)', weight: 1, fillColor: 'var(--rule)', fillOpacity: 0.4 }}
        />
      ) : null}
      {multiples(south, north, step).map((lat) => (
        <Polyline
          key={`lat ${lat}`}
          positions={[
            [lat, west],
            [lat, east],
          ]}
          pathOptions={line}
        />
      ))}
      {multiples(west, east, step).map((lon) => (
        <Polyline
          key={`lon ${lon}`}
          positions={[
            [south, lon],
            [north, lon],
          ]}
          pathOptions={line}
        />
      ))}
      <ScaleControl position="bottomleft" />
      <North />
    </Pane>
  );
}

/** North is up on every map here; a map without roads has to say so. */
function North() {
  const map = useMap();
  useEffect(() => {
    const control = new L.Control({ position: 'topright' });
    control.onAdd = () => {
      const mark = document.createElement('div');
      mark.className = 'map-north';
      mark.textContent = 'N';
      return mark;
    };
    control.addTo(map);
    return () => void control.remove();
  }, [map]);
  return null;
}
