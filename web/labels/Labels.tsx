import { create } from 'qrcode';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { UnitRow } from '#contracts/units';
import { useSiteQuery } from '../api/sites.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Loading, Screen, Trouble } from '../ui/frame/Screen.tsx';

const SIZES = { small: 'two inches, sixteen a sheet', large: 'four inches, six a sheet' } as const;
type Size = keyof typeof SIZES;

/**
 * Labels for the units of a site: the tag large enough to read from the hatch, and a code that opens the
 * unit's page.
 */
export default function Labels() {
  const { id = '' } = useParams();
  const { data: site, error, refetch } = useSiteQuery(id);
  const [size, setSize] = useState<Size>('small');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!site) return <Loading what="the labels" />;
  const units = site.units
    .filter((u) => u.status !== 'retired')
    .sort((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }));
  const printed = units.filter((u) => !left.has(u.id));
  return (
    <Screen
      title={`Labels, ${site.name}`}
      sentence={`${printed.length} of ${units.length} labels for ${site.name}.`}
      actions={
        <Button look="act" disabled={printed.length === 0} onClick={() => window.print()}>
          Print
        </Button>
      }
    >
      <div className="no-print mb-3 flex flex-wrap items-center gap-3">
        <Link to={`/sites/${site.id}`} className="link">
          {site.name}
        </Link>
        <label className="flex items-center gap-2">
          Size
          <select
            value={size}
            onChange={(e) => setSize(e.target.value as Size)}
            className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
          >
            {(Object.keys(SIZES) as Size[]).map((name) => (
              <option key={name} value={name}>
                {SIZES[name]}
              </option>
            ))}
          </select>
        </label>
        <span className="text-soft">
          Tap a label to leave it out. The code opens this address: {location.origin}. Print from the address
          phones use.
        </span>
      </div>
      {units.length === 0 ? <Empty ghost="unit">No unit is on record here.</Empty> : null}
      <ul
        className={`grid gap-3 ${size === 'small' ? 'grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 print:grid-cols-4' : 'grid-cols-1 md:grid-cols-2 lg:grid-cols-3 print:grid-cols-2'}`}
      >
        {units.map((unit) => {
          const out = left.has(unit.id);
          return (
            <li key={unit.id} className={out ? 'no-print opacity-50' : 'break-inside-avoid'}>
              <button
                type="button"
                aria-pressed={!out}
                aria-label={`Label ${unit.tag}, ${out ? 'left out' : 'printed'}`}
                onClick={() => {
                  const next = new Set(left);
                  if (out) next.delete(unit.id);
                  else next.add(unit.id);
                  setLeft(next);
                }}
                className="block w-full text-left"
              >
                <Label unit={unit} large={size === 'large'} />
              </button>
            </li>
          );
        })}
      </ul>
    </Screen>
  );
}

function Label({ unit, large }: { unit: UnitRow; large: boolean }) {
  return (
    <div className="flex items-center gap-3 rounded-[8px] border-[3px] border-black bg-white p-3 text-black">
      <Code address={`${location.origin}/units/${unit.id}`} size={large ? 150 : 84} />
      <div className="min-w-0">
        <span className="mb-1 block h-3 w-3 rounded-full border-2 border-black" />
        <span className={`plate block leading-none ${large ? 'text-5xl' : 'text-xl'}`}>{unit.tag}</span>
        <span className={`mt-1 block font-semibold ${large ? 'text-xl' : 'text-sm'}`}>
          {unit.areaServed ?? unit.kind}
        </span>
        <span className={`block ${large ? 'text-base' : 'text-sm'}`}>{unit.site}</span>
      </div>
    </div>
  );
}

/** The code as squares; level M still reads with a fifth of it rubbed off. */
function Code({ address, size }: { address: string; size: number }) {
  const { modules } = create(address, { errorCorrectionLevel: 'M' });
  const n = modules.size;
  const squares: string[] = [];
  for (let row = 0; row < n; row++)
    for (let column = 0; column < n; column++)
      if (modules.get(row, column)) squares.push(`M${column} ${row}h1v1h-1z`);
  return (
    <svg
      viewBox={`-2 -2 ${n + 4} ${n + 4}`}
      width={size}
      height={size}
      shapeRendering="crispEdges"
      role="img"
      aria-label={`Code for ${address}`}
      className="shrink-0"
    >
      <rect x="-2" y="-2" width={n + 4} height={n + 4} fill="#fff" />
      <path d={squares.join('')} fill="#000" />
    </svg>
  );
}
