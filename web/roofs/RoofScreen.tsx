import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import {
  areaOf,
  boxAround,
  compassWord,
  ROOF_ITEMS,
  turnedPlan,
  type RoofItem,
  type RoofPlan,
} from '#core/places/roof';
import type { RoofUnit, RoofView } from '#contracts/roofs';
import { useRoofQuery } from '../api/roofs.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useKept } from '../outbox/kept.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { useWidth } from '../ui/frame/useWidth.ts';
import { SearchField } from '../ui/forms/SearchField.tsx';
import { RoofDrawing, unitState } from './RoofDrawing.tsx';

const RoofEditor = lazy(() => import('./RoofEditor.tsx'));

/** On a screen narrower than this a wide roof is turned, so that it fills it. */
const UPRIGHT_PX = 600;
const isWide = ({ outline, underlay }: RoofPlan): boolean => {
  if (outline.length < 3 || underlay) return false;
  const { left, top, right, bottom } = boxAround(outline);
  return right - left > (bottom - top) * 1.25;
};

/** A roof: to find the unit by, on a phone too; to draw; to print for the panel room. */
export default function RoofScreen() {
  const { id = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = useRoofQuery(id);
  const roof = useKept<RoofView>(`roof ${id}`, data);
  if (!roof)
    return (
      <div className="p-4">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the roof" />}
      </div>
    );
  const done = () => setParams({}, { replace: true });
  // Drawing starts from what the server has now, never from the copy on this device.
  if (params.get('draw') === '1' && !data && !error) return <Loading what="the roof" />;
  if (params.get('draw') === '1' && data)
    return (
      <Suspense fallback={<Loading what="the drawing board" />}>
        <RoofEditor roof={data} onDone={done} />
      </Suspense>
    );
  return (
    <RoofReader
      roof={roof}
      stale={error !== undefined}
      wanted={params.get('unit')}
      onDraw={() => setParams({ draw: '1' })}
    />
  );
}

/** Where on the roof a thing stands, in words: "north-east corner side". */
function whereabouts(item: RoofItem, plan: RoofPlan): string {
  const xs = plan.outline.map((p) => p.x);
  const ys = plan.outline.map((p) => p.y);
  const [dx, dy] = [
    item.x - (Math.min(...xs) + Math.max(...xs)) / 2,
    item.y - (Math.min(...ys) + Math.max(...ys)) / 2,
  ];
  const far = Math.max(
    Math.abs(dx) / (Math.max(...xs) - Math.min(...xs)),
    Math.abs(dy) / (Math.max(...ys) - Math.min(...ys)),
  );
  if (far < 0.14) return 'middle of the roof';
  const bearing = (Math.atan2(dx, -dy) * 180) / Math.PI - plan.northDeg;
  return `${compassWord(bearing)} part of the roof`;
}

function RoofReader({
  roof,
  stale,
  wanted,
  onDraw,
}: {
  roof: RoofView;
  stale: boolean;
  wanted: string | null;
  onDraw: () => void;
}) {
  const { can } = useWho();
  const [chosenId, choose] = useState<string | undefined>(
    () => roof.plan.items.find((i) => i.unitId !== undefined && i.unitId === wanted)?.id,
  );
  /** On a phone the whole roof comes first; nearer scrolls. */
  const [near, setNear] = useState(false);
  const [typed, setTyped] = useState('');
  const [board, across] = useWidth<HTMLDivElement>(860);
  const drawn = useMemo(
    () => (across < UPRIGHT_PX && isWide(roof.plan) ? turnedPlan(roof.plan) : roof.plan),
    [across, roof.plan],
  );
  const units = useMemo(() => new Map(roof.units.map((u) => [u.id, u])), [roof.units]);
  // On a phone the drawing is wider than the screen: what is chosen moves into the middle.
  useEffect(() => {
    if (chosenId)
      board.current
        ?.querySelector(`[data-item="${chosenId}"]`)
        ?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [chosenId, board]);
  const chosen = roof.plan.items.find((item) => item.id === chosenId);
  const storied = useMemo(() => roof.plan.items.flatMap((item) => item.unitId ?? []), [roof.plan]);
  const standing = roof.plan.items.filter((item) => item.kind === 'unit');
  const things = roof.plan.items.filter(
    (item) => item.kind !== 'unit' && (item.kind !== 'disconnect' || item.label),
  );
  const shown = standing.filter((item) => {
    const unit = item.unitId ? units.get(item.unitId) : undefined;
    return (
      typed.trim() === '' ||
      `${unit?.tag ?? item.label} ${unit?.areaServed ?? ''}`
        .toLowerCase()
        .includes(typed.trim().toLowerCase())
    );
  });
  const open = standing.filter(
    (item) => item.unitId && unitState(units.get(item.unitId)).look !== 'plain',
  ).length;
  const sentence = `${roof.name} of ${roof.site}: ${standing.length} ${standing.length === 1 ? 'unit stands' : 'units stand'} here${open > 0 ? `, ${open} not as usual` : ''}.`;
  return (
    <Stories units={storied}>
      <Screen
        title={`${roof.name}, ${roof.site}`}
        sentence={sentence}
        actions={
          <>
            <Button onClick={() => window.print()}>Print</Button>
            {can('map site') ? (
              <Button look="act" onClick={onDraw} disabled={stale}>
                Draw
              </Button>
            ) : null}
          </>
        }
      >
        <p className="no-print mb-2 text-soft">
          <Link to={`/sites/${roof.siteId}`} className="link">
            {roof.site}
          </Link>
          , {roof.customer} · {Math.round(areaOf(roof.plan.outline)).toLocaleString('en-US')} ft²
          {stale ? <strong> · No signal: the roof as last seen on this phone</strong> : ''}
        </p>
        <div
          className={`roof-page grid items-start gap-4 ${chosen ? 'lg:grid-cols-[minmax(0,1fr)_300px]' : ''}`}
        >
          <div className="min-w-0">
            <div
              ref={board}
              className="overflow-x-auto border-2 border-ink bg-sheet"
              tabIndex={0}
              role="region"
              aria-label="Roof plan"
              data-listed
            >
              <RoofDrawing
                plan={drawn}
                units={units}
                chosen={chosenId}
                className={`max-h-[74vh] w-full ${near ? '' : 'roof:max-h-[59vh]'} ${near ? 'min-w-[900px]' : ''}`}
                handlers={{ onItemClick: (item) => choose(item.id === chosenId ? undefined : item.id) }}
              />
            </div>
            <Button
              className="no-print mt-2 w-full desk:hidden"
              aria-pressed={near}
              onClick={() => setNear(!near)}
            >
              {near ? 'The whole roof' : 'Nearer'}
            </Button>
            <p className="mt-1 text-sm text-soft">
              Thick: parapet or wall. Broken, dark red: open edge. Notch: hazard. String: something left open.
              Loop: failed again. Dashes: out of use or standby. Keep six feet from an open edge; a skylight
              carries nobody.
            </p>
          </div>
          {chosen ? (
            <Chosen
              item={chosen}
              unit={chosen.unitId ? units.get(chosen.unitId) : undefined}
              plan={roof.plan}
            />
          ) : null}
          <div className="grid items-start gap-3 lg:col-span-full lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)] print:block">
            <Panel title="Units on it" className="no-print">
              <SearchField
                label="Find a unit on this roof"
                hint="Tag or area"
                value={typed}
                onChange={setTyped}
                className="mb-2 w-full text-lg"
              />
              {standing.length === 0 ? <Empty ghost="roof">No unit is drawn yet.</Empty> : null}
              <ul
                className="grid max-h-[60vh] overflow-y-auto sm:grid-cols-[repeat(auto-fill,minmax(230px,1fr))]"
                tabIndex={0}
                aria-label="Units on this roof"
              >
                {shown.map((item) => {
                  const unit = item.unitId ? units.get(item.unitId) : undefined;
                  const state = unitState(unit);
                  return (
                    <li key={item.id}>
                      <button
                        type="button"
                        onClick={() => choose(item.id)}
                        aria-pressed={item.id === chosenId}
                        className={`flex min-h-12 w-full flex-wrap items-center gap-x-2 border-2 px-2 text-left ${item.id === chosenId ? 'border-ink bg-paper' : 'border-transparent'}`}
                      >
                        {unit ? (
                          <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} />
                        ) : (
                          <span className="plate">{item.label}</span>
                        )}
                        <span>{unit?.areaServed ?? ''}</span>
                        {unit ? <UnitStory unitId={unit.id} /> : null}
                        {state.word ? (
                          <strong className={state.look === 'hazard' ? 'hazard-notch text-sm' : undefined}>
                            {state.word}
                          </strong>
                        ) : null}
                      </button>
                    </li>
                  );
                })}
              </ul>
            </Panel>
            {things.length > 0 ? (
              <Panel title="Also up here">
                <ul>
                  {things.map((item) => (
                    <li key={item.id}>
                      <strong>{item.label ?? ROOF_ITEMS[item.kind].word}</strong>
                      {item.label ? ` (${ROOF_ITEMS[item.kind].word.toLowerCase()})` : ''}
                      {item.psi === undefined ? '' : `, ${item.psi} psi`}, {whereabouts(item, roof.plan)}
                      {item.note ? `. ${item.note}` : ''}
                    </li>
                  ))}
                </ul>
              </Panel>
            ) : null}
          </div>
        </div>
        <PanelRoomList roof={roof} />
      </Screen>
    </Stories>
  );
}

function Chosen({ item, unit, plan }: { item: RoofItem; unit: RoofUnit | undefined; plan: RoofPlan }) {
  return (
    <Panel className="no-print border-2 border-ink">
      <div aria-live="polite">
        {unit ? (
          <>
            <Plate
              tag={unit.tag}
              to={`/units/${unit.id}`}
              flagKinds={unit.flagKinds}
              status={unit.status}
              large
            />
            <div className="mt-2">
              <UnitStory unitId={unit.id} />
            </div>
            <p className="mt-2 text-lg">
              Serves {unit.areaServed ?? 'an area that is not known yet'}; {whereabouts(item, plan)}.
            </p>
            <p className="mt-1 text-lg">{unit.feed ? `${unit.feed}.` : 'Feed not traced yet.'}</p>
            {unit.conditions.map((c, i) => (
              <p key={i} className="mt-1">
                {c.hazard ? (
                  <span className="hazard-notch text-sm">{c.kind}</span>
                ) : (
                  <strong>Left: {c.kind}.</strong>
                )}{' '}
                {c.text}
              </p>
            ))}
            <Link
              to={`/units/${unit.id}`}
              className="mt-2 inline-flex min-h-12 items-center font-semibold link"
            >
              Everything about {unit.tag}
            </Link>
          </>
        ) : (
          <p className="text-lg">
            <strong>{item.label ?? ROOF_ITEMS[item.kind].word}</strong>, {whereabouts(item, plan)}
            {item.psi === undefined ? '' : `, ${item.psi} psi`}
            {item.note ? `. ${item.note}` : ''}
          </p>
        )}
      </div>
    </Panel>
  );
}

/**
 * So many units fit on the page of the drawing: at ease, and in narrower columns. The list of a larger roof
 * goes on pages of its own.
 */
const AT_EASE = 24;
const ON_ONE_PAGE = 60;

/** On paper only: what somebody in the panel room needs without a phone. */
function PanelRoomList({ roof }: { roof: RoofView }) {
  const units = roof.units.filter((u) => roof.plan.items.some((item) => item.unitId === u.id));
  return (
    <ul
      className={`print-only roof-units mt-2 ${units.length > ON_ONE_PAGE ? 'roof-units-apart' : units.length > AT_EASE ? 'roof-units-close' : ''}`}
    >
      {units.map((u) => {
        const unusual = [u.status === 'in service' ? '' : u.status, ...u.conditions.map((c) => c.kind)]
          .filter(Boolean)
          .join(', ');
        return (
          <li key={u.id} className="break-inside-avoid border-b border-rule py-0.5">
            <span className="plate">{u.tag}</span> <strong>{u.areaServed ?? 'serves not known'}.</strong>{' '}
            {u.feed ?? 'Feed not traced'}.{unusual ? <strong> Not as usual: {unusual}.</strong> : null}
          </li>
        );
      })}
    </ul>
  );
}
