import 'leaflet/dist/leaflet.css';
import L from 'leaflet';
import { useEffect, useMemo, useRef, useState } from 'react';
import { MapContainer, Marker, Polyline, Tooltip, useMap, useMapEvents } from 'react-leaflet';
import { listed } from '#core/base/sentences';
import { crossingShare } from '#core/planning/routing';
import { useClosuresQuery } from '../api/closures.ts';
import { useRoadPathQuery } from '../api/routes.ts';
import { now } from '../state/clock.ts';
import { useWho } from '../state/session.ts';
import { Base } from './Base.tsx';
import { closureWords } from './closureWords.ts';
import { dodge } from './dodge.ts';
import { Nearness } from './Nearness.tsx';

export interface MapStop {
  readonly id: string;
  readonly name: string;
  readonly lat: number;
  readonly lon: number;
  /** Place in the day; undefined for a site that is due but not on it. */
  readonly order?: number;
  /** What stands on its tag in place of the number. */
  readonly tag?: string;
}

/** A tag with the stop's place in the day. */
const TAG = { width: 36, height: 24 } as const;
const LONG_TAG = { width: 54, height: 24 } as const;
const sizeOf = ({ tag }: MapStop) => (tag === undefined ? TAG : LONG_TAG);
/** A ring for a site that is due, and the room it keeps. */
const RING = 16;
const AROUND_RING = { width: RING + 3, height: RING + 3 } as const;
const ASIDE = { dx: 0, dy: 0 };

/** @param aside how far the tag is moved off its place, px; a leader joins them */
function icon(stop: MapStop, { dx, dy } = ASIDE): L.DivIcon {
  if (stop.order === undefined)
    return L.divIcon({
      className: 'map-due',
      html: '',
      iconSize: [RING, RING],
      iconAnchor: [RING / 2 - dx, RING / 2 - dy],
    });
  const { width, height } = sizeOf(stop);
  const [x, y] = [width / 2, height / 2];
  // From the edge of the tag to its place.
  const out = Math.max(Math.abs(dx) / x, Math.abs(dy) / y);
  const leader =
    out <= 1
      ? ''
      : `<svg class="map-leader" width="${width}" height="${height}" aria-hidden="true">` +
        `<path d="M${x - dx / out} ${y - dy / out}L${x - dx} ${y - dy}"/>` +
        `<circle cx="${x - dx}" cy="${y - dy}" r="4"/></svg>`;
  return L.divIcon({
    className: 'map-stop',
    html: `${leader}<i></i><b>${stop.tag ?? stop.order}</b>`,
    iconSize: [width, height],
    iconAnchor: [x - dx, y - dy],
  });
}

/** The stops, those that lie together moved aside so that each can be read and chosen. */
function Stops({
  stops,
  onPick,
}: {
  stops: readonly MapStop[];
  onPick?: ((id: string) => void) | undefined;
}) {
  const map = useMap();
  const [zoom, setZoom] = useState(map.getZoom());
  useMapEvents({ zoomend: () => setZoom(map.getZoom()) });
  const aside = useMemo(() => {
    const at = (some: readonly MapStop[]) =>
      some.map((stop) => ({ id: stop.id, ...map.project([stop.lat, stop.lon], zoom) }));
    return new Map([
      ...dodge(
        at(stops.filter(({ order }) => order !== undefined)),
        stops.some(({ tag }) => tag !== undefined) ? LONG_TAG : TAG,
      ),
      ...dodge(at(stops.filter(({ order }) => order === undefined)), AROUND_RING),
    ]);
  }, [stops, map, zoom]);
  return stops.map((stop) => (
    <Marker
      key={`${stop.id} ${stop.order}`}
      position={[stop.lat, stop.lon]}
      icon={icon(stop, aside.get(stop.id))}
      title={stop.name}
      alt={stop.name}
      {...(onPick ? { eventHandlers: { click: () => onPick(stop.id) } } : {})}
    >
      <Tooltip>{stop.name}</Tooltip>
    </Marker>
  ));
}

/** Room left round the route, pixels. */
const MARGIN = 28;
const BUTTONS = 40;

/**
 * As near as streets can be told apart. Without a limit a single place, which has no width, would be shown
 * infinitely near.
 */
const NEAREST_ZOOM = 17;
/** One stop alone is still shown with the streets about it. */
const FITTED_ZOOM = 14;

function Fit({ points, height }: { points: readonly (readonly [number, number])[]; height: number }) {
  const map = useMap();
  const key = JSON.stringify(points);
  useEffect(() => {
    // The box may just have changed its height; a moment later the map can measure it.
    const timer = setTimeout(() => {
      map.invalidateSize({ animate: false });
      // A box that is hidden or smaller than its own margin has no view to fit.
      const room = map.getSize();
      if (points.length > 0 && Math.min(room.x, room.y) > 2 * MARGIN)
        map.fitBounds(L.latLngBounds(points.map(([lat, lon]) => L.latLng(lat, lon))), {
          paddingTopLeft: [MARGIN, MARGIN],
          // Nothing lies under the buttons at the foot.
          paddingBottomRight: [MARGIN, MARGIN + BUTTONS],
          maxZoom: FITTED_ZOOM,
          animate: false,
        });
    }, 60);
    return () => clearTimeout(timer);
    // The key stands for the points.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map, key, height]);
  return null;
}

/**
 * The route on the company's base map, over the roads where the engine draws them. Everything on it is listed
 * beside it too.
 */
export function RouteMap({
  yard,
  stops,
  tours,
  onPick,
  height = 420,
}: {
  yard?: { lat: number; lon: number } | undefined;
  stops: readonly MapStop[];
  /** Several days side by side, each from place to place; else the stops are one way in their order. */
  tours?: readonly (readonly { readonly lat: number; readonly lon: number }[])[];
  onPick?: (id: string) => void;
  height?: number;
}) {
  const ordered = useMemo(
    () =>
      stops.filter((s) => s.order !== undefined).sort((a, b) => (a.order as number) - (b.order as number)),
    [stops],
  );
  const way = yard && !tours && ordered.length > 0 ? [yard, ...ordered, yard] : [];
  const places = way.map(({ lat, lon }) => `${lon},${lat}`).join(';');
  const path = useRoadPathQuery(places, { skip: way.length < 2 });
  const line: [number, number][] = path.data
    ? path.data.coordinates.map(([lon, lat]) => [lat as number, lon as number])
    : way.map(({ lat, lon }) => [lat, lon]);
  const { timeZone } = useWho();
  const closures = useClosuresQuery();
  // Nobody knows the way that is driven round a closure, only how long it takes at most.
  const drawnOver = closures.data?.filter(({ line: ends }) =>
    line.some((from, i) => {
      const to = line[i + 1];
      return (
        to && crossingShare({ lat: from[0], lon: from[1] }, { lat: to[0], lon: to[1] }, ends) !== undefined
      );
    }),
  );
  const shown = useRef<HTMLDivElement>(null);
  const points = [
    ...(yard ? [[yard.lat, yard.lon] as const] : []),
    ...stops.map((s) => [s.lat, s.lon] as const),
  ];
  return (
    <>
      <div ref={shown} style={{ height }} className="border border-rule">
        <MapContainer
          center={points[0] ? [points[0][0], points[0][1]] : [0, 0]}
          zoom={12}
          maxZoom={NEAREST_ZOOM}
          style={{ height: '100%' }}
          zoomSnap={0.25}
          attributionControl={false}
          scrollWheelZoom
          zoomControl={false}
        >
          <Nearness />
          <Base />
          {line.length > 1 ? (
            <Polyline
              positions={line}
              pathOptions={{ color: 'var(--ink)', weight: 4, opacity: 0.85, dashArray: '10 5' }}
              interactive={false}
            />
          ) : null}
          {tours?.map((tour, i) => (
            <Polyline
              key={`tour ${i}`}
              positions={tour.map(({ lat, lon }): [number, number] => [lat, lon])}
              pathOptions={{ color: 'var(--ink)', weight: 2, opacity: 0.7 }}
              interactive={false}
            />
          ))}
          {closures.data?.map((closure) => (
            <Polyline
              key={closure.id}
              positions={[
                [closure.line[0].lat, closure.line[0].lon],
                [closure.line[1].lat, closure.line[1].lon],
              ]}
              pathOptions={{ color: 'var(--ember)', weight: 5 }}
            >
              <Tooltip>{closureWords(closure, now(), timeZone)}</Tooltip>
            </Polyline>
          ))}
          {yard ? (
            <Marker
              position={[yard.lat, yard.lon]}
              icon={L.divIcon({ className: 'map-yard', html: '', iconSize: [18, 18] })}
              keyboard={false}
            >
              <Tooltip>Yard</Tooltip>
            </Marker>
          ) : null}
          <Stops stops={stops} onPick={onPick} />
          <Fit points={points} height={height} />
        </MapContainer>
      </div>
      {drawnOver && drawnOver.length > 0 ? (
        <p className="text-sm">
          The line is drawn across what is or will be closed or slow:{' '}
          {listed(drawnOver.map(({ name }) => name))}. The way round is not known.
        </p>
      ) : null}
    </>
  );
}
