import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import {
  areaOf,
  EDGES,
  mergeRoofs,
  ROOF_ITEM_KINDS,
  ROOF_ITEMS,
  roofProblems,
  snapped,
  takeTheirs,
  type Edge,
  type MergedRoof,
  type Point,
  type RoofItem,
} from '#core/places/roof';
import type { RoofView } from '#contracts/roofs';
import { problemOf } from '../api/base.ts';
import { useUpdateRoofMutation } from '../api/roofs.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { Panel, Screen } from '../ui/frame/Screen.tsx';
import {
  addedCorner,
  movedCorner,
  placed,
  removedCorner,
  useEditing,
  withEdge,
  withItem,
  without,
} from './editing.ts';
import { Corners } from './Corners.tsx';
import { Inspector } from './Inspector.tsx';
import { RoofDrawing } from './RoofDrawing.tsx';
import { Underlay } from './Underlay.tsx';
import { useDrag } from './useDrag.ts';
import { say } from '../ui/saying/say.ts';

const GRIDS = [0, 0.5, 1, 2, 5] as const;

/** The drawing board of a roof. */
export default function RoofEditor({ roof, onDone }: { roof: RoofView; onDone: () => void }) {
  const editing = useEditing(roof.id, roof);
  const { plan, change, undo, redo } = editing;
  const [chosenId, choose] = useState<string>();
  const [corners, setCorners] = useState(false);
  const [corner, setCorner] = useState<number>();
  const [grid, setGrid] = useState<number>(1);
  const [trouble, setTrouble] = useState<string[]>([]);
  const [merging, setMerging] = useState<{ merged: MergedRoof; theirs: RoofView }>();
  const [save, saving] = useUpdateRoofMutation();
  const svg = useRef<SVGSVGElement>(null);
  const units = useMemo(() => new Map(roof.units.map((u) => [u.id, u])), [roof.units]);
  const chosen = plan.items.find((item) => item.id === chosenId);
  const unplaced = roof.units.filter((u) => !plan.items.some((item) => item.unitId === u.id));
  const problems = roofProblems(plan);

  const land = useCallback(
    (id: string, at: Point) => {
      change((before) => {
        const others = before.items.filter((item) => item.id !== id);
        return withItem(before, id, snapped(at, others, { grid, reach: grid > 0 ? 0.6 : 0 }));
      });
    },
    [change, grid],
  );
  const drag = useDrag(svg, land);
  const landCorner = useCallback(
    (i: number, at: Point) => change((before) => movedCorner(before, i, snapped(at, [], { grid, reach: 0 }))),
    [change, grid],
  );

  const onItemDown = useCallback(
    (event: PointerEvent<SVGGElement>, item: RoofItem) => {
      choose(item.id);
      setCorner(undefined);
      drag.start(event, item);
    },
    [drag],
  );
  const onItemFocus = useCallback((item: RoofItem) => choose(item.id), []);
  const onItemKey = useCallback(
    (event: KeyboardEvent<SVGGElement>, item: RoofItem) => {
      const step = event.altKey ? 0.1 : event.shiftKey ? 5 : 1;
      const moves: Record<string, Partial<RoofItem>> = {
        ArrowLeft: { x: item.x - step },
        ArrowRight: { x: item.x + step },
        ArrowUp: { y: item.y - step },
        ArrowDown: { y: item.y + step },
        '[': { turn: (item.turn + 345) % 360 },
        ']': { turn: (item.turn + 15) % 360 },
      };
      const move = moves[event.key];
      if (move) {
        event.preventDefault();
        change((before) => withItem(before, item.id, move));
      } else if (event.key === 'Delete' || event.key === 'Backspace') {
        event.preventDefault();
        change((before) => without(before, item.id));
      }
    },
    [change],
  );
  const handlers = useMemo(
    () => ({ onItemDown, onItemFocus, onItemKey }),
    [onItemDown, onItemFocus, onItemKey],
  );

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const inField =
        event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (!(event.ctrlKey || event.metaKey) || inField) return;
      const key = event.key.toLowerCase();
      if (key === 'z' && !event.shiftKey) undo();
      else if (key === 'y' || (key === 'z' && event.shiftKey)) redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);

  const store = async (version: number, drawn: typeof plan) => {
    try {
      const saved = await save({ id: roof.id, patch: { version, plan: drawn } }).unwrap();
      editing.rebase(saved);
      setTrouble([]);
      setMerging(undefined);
      say('The roof is saved');
      onDone();
    } catch (error) {
      const refused = problemOf(error);
      if (refused.status === 409 && refused.current) {
        const theirs = refused.current as RoofView;
        const merged = mergeRoofs(editing.base, drawn, theirs.plan);
        editing.rebase(theirs, merged.plan);
        if (merged.conflicts.length === 0 && !merged.outlineConflict) {
          say('Somebody else changed this drawing meanwhile; both are kept.');
          await store(theirs.version, merged.plan);
        } else setMerging({ merged, theirs });
        return;
      }
      setTrouble(refused.errors?.map((e) => e.message) ?? [`${refused.title}. ${refused.detail ?? ''}`]);
    }
  };

  if (!editing.ready) return null;
  return (
    <Screen
      title={`Draw ${roof.name}`}
      sentence={`Drawing ${roof.name}, ${roof.site}${editing.changed ? ': not saved yet, kept on this device' : ''}.`}
      actions={
        <>
          <Button onClick={undo} disabled={!editing.canUndo} title="Ctrl Z">
            Undo
          </Button>
          <Button onClick={redo} disabled={!editing.canRedo} title="Ctrl Y">
            Redo
          </Button>
          <Button
            look="act"
            disabled={saving.isLoading || problems.length > 0 || !editing.changed}
            onClick={() => void store(editing.version, plan)}
          >
            Save the roof
          </Button>
          <Button
            onClick={() => {
              if (!editing.changed) return onDone();
              const kept = plan;
              editing.rebase({ plan: editing.base, version: editing.version });
              onDone();
              say('The drawing is discarded', {
                undo: () => editing.rebase({ plan: editing.base, version: editing.version }, kept),
              });
            }}
          >
            {editing.changed ? 'Discard' : 'Done'}
          </Button>
        </>
      }
    >
      <div role="group" aria-label="Put on the roof" className="mb-2 flex flex-wrap items-center gap-1">
        {unplaced.map((unit) => (
          <button
            key={unit.id}
            type="button"
            title={unit.areaServed ?? unit.kind}
            onClick={() => {
              const next = placed(plan, 'unit', unit);
              change(() => next.plan);
              choose(next.id);
            }}
          >
            <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} chosen={false} />
          </button>
        ))}
        <span className="mx-1 text-soft">
          {unplaced.length === 0 ? 'Every unit of the site has its place.' : 'to place;'} Put up:
        </span>
        {ROOF_ITEM_KINDS.filter((kind) => kind !== 'unit').map((kind) => (
          <Button
            key={kind}
            look="quiet"
            className="!px-2"
            onClick={() => {
              const next = placed(plan, kind);
              change(() => next.plan);
              choose(next.id);
            }}
          >
            {ROOF_ITEMS[kind].word}
          </Button>
        ))}
      </div>
      <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_250px]">
        <div>
          <div className="border-2 border-ink bg-sheet" data-testid="board" data-listed>
            <RoofDrawing
              plan={plan}
              units={units}
              chosen={corners ? undefined : chosenId}
              svgRef={svg}
              className="max-h-[70vh] w-full touch-none select-none"
              handlers={corners ? {} : handlers}
            >
              {corners ? (
                <Corners
                  plan={plan}
                  svg={svg}
                  chosen={corner}
                  onChoose={setCorner}
                  onMove={landCorner}
                  onAdd={(after) => change((before) => addedCorner(before, after))}
                  onRemove={(i) => {
                    change((before) => removedCorner(before, i));
                    setCorner(undefined);
                  }}
                />
              ) : null}
            </RoofDrawing>
          </div>
          {problems.length > 0 || trouble.length > 0 ? (
            <ul role="alert" className="mt-2 border-2 border-ink p-2 fault">
              {[...problems.map((p) => p.message), ...trouble].map((message, i) => (
                <li key={i}>{message}</li>
              ))}
            </ul>
          ) : null}
          <p className="mt-1 text-sm text-soft">
            {Math.round(areaOf(plan.outline)).toLocaleString('en-US')} ft². Drag to move. On the keyboard: Tab
            to a thing, arrows move it a foot (Shift five, Alt a tenth), [ and ] turn it, Delete takes it off,
            Ctrl Z undoes.
          </p>
        </div>
        <div className="space-y-3">
          {chosen && !corners ? (
            <Inspector
              item={chosen}
              onChange={(patch) => change((before) => withItem(before, chosen.id, patch))}
              onRemove={() => change((before) => without(before, chosen.id))}
            />
          ) : null}
          <Panel title="The roof itself">
            <div className="space-y-2">
              <Button
                aria-pressed={corners}
                look={corners ? 'chosen' : 'plain'}
                onClick={() => setCorners(!corners)}
                className="w-full"
              >
                {corners ? 'Corners done' : 'Move its corners'}
              </Button>
              {corners && corner !== undefined && plan.outline[corner] ? (
                <Field label={`Side from corner ${corner + 1}`}>
                  <select
                    value={plan.outline[corner].edge}
                    onChange={(e) => change((before) => withEdge(before, corner, e.target.value as Edge))}
                  >
                    {EDGES.map((edge) => (
                      <option key={edge}>{edge}</option>
                    ))}
                  </select>
                </Field>
              ) : null}
              <Field label="North, degrees clockwise from the top">
                <input
                  type="range"
                  min={0}
                  max={355}
                  step={5}
                  value={plan.northDeg}
                  onChange={(e) => change((before) => ({ ...before, northDeg: Number(e.target.value) }))}
                />
              </Field>
              <Field label="Snap to">
                <select value={grid} onChange={(e) => setGrid(Number(e.target.value))}>
                  {GRIDS.map((g) => (
                    <option key={g} value={g}>
                      {g === 0 ? 'nothing' : `${g} ft and neighbours`}
                    </option>
                  ))}
                </select>
              </Field>
            </div>
          </Panel>
          <Underlay
            siteId={roof.siteId}
            plan={plan}
            onChange={(underlay) =>
              change((before) => ({
                outline: before.outline,
                northDeg: before.northDeg,
                items: before.items,
                ...(underlay ? { underlay } : {}),
              }))
            }
          />
        </div>
      </div>
      {merging ? (
        <MergeDialog
          {...merging}
          onTake={(next) => void store(merging.theirs.version, next)}
          onClose={() => setMerging(undefined)}
        />
      ) : null}
    </Screen>
  );
}

/** Both people's versions of what both changed, side by side; everything else is joined already. */
function MergeDialog({
  merged,
  theirs,
  onTake,
  onClose,
}: {
  merged: MergedRoof;
  theirs: RoofView;
  onTake: (plan: MergedRoof['plan']) => void;
  onClose: () => void;
}) {
  const [their, setTheir] = useState<ReadonlySet<string>>(new Set());
  const [theirOutline, setTheirOutline] = useState(false);
  const flip = (id: string, take: boolean) => {
    const next = new Set(their);
    if (take) next.add(id);
    else next.delete(id);
    setTheir(next);
  };
  const place = (item: RoofItem | undefined) =>
    item
      ? `${item.x.toFixed(1)}, ${item.y.toFixed(1)} ft, turned ${item.turn}°${item.note ? `, ${item.note}` : ''}`
      : 'taken off';
  const choice = (name: string, mine: string, other: string, take: boolean, set: (take: boolean) => void) => (
    <fieldset key={name} className="border-t border-rule py-2">
      <legend className="font-semibold">{name}</legend>
      {([false, true] as const).map((value) => (
        <label key={String(value)} className="flex gap-2">
          <input type="radio" checked={take === value} onChange={() => set(value)} />
          {value ? `Theirs: ${other}` : `Yours: ${mine}`}
        </label>
      ))}
    </fieldset>
  );
  return (
    <Dialog
      open
      onClose={onClose}
      title="Somebody else changed this drawing meanwhile"
      description="Everything only one of you touched is joined already. These both of you changed; which stays?"
    >
      {merged.conflicts.map((c) =>
        choice(c.name, place(c.mine), place(c.theirs), their.has(c.id), (take) => flip(c.id, take)),
      )}
      {merged.outlineConflict
        ? choice(
            'Outline, north and picture',
            'as you drew them',
            'as they drew them',
            theirOutline,
            setTheirOutline,
          )
        : null}
      <div className="mt-3 flex gap-2">
        <Button
          look="act"
          onClick={() => {
            const joined = takeTheirs(merged, their);
            onTake(theirOutline ? { ...theirs.plan, items: joined.items } : joined);
          }}
        >
          Save it like this
        </Button>
        <Button onClick={onClose}>Keep drawing</Button>
      </div>
    </Dialog>
  );
}
