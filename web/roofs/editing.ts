import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import {
  firstStep,
  isInside,
  redone,
  ROOF_ITEMS,
  standsOn,
  stepTo,
  undone,
  type Edge,
  type RoofItem,
  type RoofItemKind,
  type RoofPlan,
  type Steps,
} from '#core/places/roof';
import type { RoofUnit } from '#contracts/roofs';
import { phone } from '../outbox/db.ts';
import { draftKey } from '../state/writer.ts';

/** What is being drawn and not yet saved, kept on this device with the version it started from. */
interface RoofDraft {
  readonly version: number;
  readonly base: RoofPlan;
  readonly plan: RoofPlan;
}

interface Editing {
  readonly plan: RoofPlan;
  readonly base: RoofPlan;
  readonly version: number;
  readonly changed: boolean;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly ready: boolean;
  change: (next: (plan: RoofPlan) => RoofPlan) => void;
  undo: () => void;
  redo: () => void;
  /** Starts again from a saved roof; what is in hand stays where `plan` is given. */
  rebase: (saved: { plan: RoofPlan; version: number }, plan?: RoofPlan) => void;
}

/** The steps of drawing one roof. A reload brings back what was drawn; undo goes back step by step. */
export function useEditing(roofId: string, saved: { plan: RoofPlan; version: number }): Editing {
  const key = draftKey(`roof ${roofId}`);
  const [from, setFrom] = useState({ base: saved.plan, version: saved.version });
  const [steps, setSteps] = useState<Steps<RoofPlan>>(() => firstStep(saved.plan));
  const [ready, setReady] = useState(false);
  const started = useRef(saved);
  useEffect(() => {
    let live = true;
    void phone.drafts.get(key).then((kept) => {
      if (!live) return;
      const draft = kept?.value as RoofDraft | undefined;
      if (draft) {
        setFrom({ base: draft.base, version: draft.version });
        setSteps(stepTo(firstStep(draft.base), draft.plan));
      } else {
        setFrom({ base: started.current.plan, version: started.current.version });
        setSteps(firstStep(started.current.plan));
      }
      setReady(true);
    });
    return () => {
      live = false;
    };
  }, [key]);
  const changed = steps.now !== from.base;
  useEffect(() => {
    if (!ready) return;
    if (changed) void phone.drafts.put({ key, value: { ...from, plan: steps.now } satisfies RoofDraft });
    else void phone.drafts.delete(key);
  }, [key, ready, changed, from, steps.now]);
  return {
    plan: steps.now,
    ...from,
    changed,
    ready,
    canUndo: steps.past.length > 0,
    canRedo: steps.future.length > 0,
    change: useCallback((next) => setSteps((before) => stepTo(before, next(before.now))), []),
    undo: useCallback(() => setSteps(undone), []),
    redo: useCallback(() => setSteps(redone), []),
    rebase: useCallback((next, plan) => {
      setFrom({ base: next.plan, version: next.version });
      setSteps(plan ? stepTo(firstStep(next.plan), plan) : firstStep(next.plan));
    }, []),
  };
}

export const withItem = (plan: RoofPlan, id: string, patch: Partial<RoofItem>): RoofPlan => ({
  ...plan,
  items: plan.items.map((item) => (item.id === id ? { ...item, ...patch } : item)),
});

export const without = (plan: RoofPlan, id: string): RoofPlan => ({
  ...plan,
  items: plan.items.filter((item) => item.id !== id),
});

/**
 * A free spot for a thing of a size: the first place of a raster over the roof where it stands and touches
 * nothing.
 */
export function freeSpot(plan: RoofPlan, size: { w: number; h: number }): { x: number; y: number } {
  const xs = plan.outline.map((p) => p.x);
  const ys = plan.outline.map((p) => p.y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const clear = (x: number, y: number) =>
    standsOn({ x, y, ...size, turn: 0 }, plan.outline) &&
    plan.items.every(
      (other) =>
        Math.abs(other.x - x) > (Math.max(other.w, other.h) + size.w) / 2 + 1 ||
        Math.abs(other.y - y) > (Math.max(other.w, other.h) + size.h) / 2 + 2,
    );
  for (let y = top + size.h / 2 + 2; y < bottom; y += 2)
    for (let x = left + size.w / 2 + 2; x < right; x += 2) if (clear(x, y)) return { x, y };
  for (let y = top + 1; y < bottom; y += 1)
    for (let x = left + 1; x < right; x += 1) if (isInside({ x, y }, plan.outline)) return { x, y };
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
}

/** The plan with a new thing on a free spot. */
export function placed(plan: RoofPlan, kind: RoofItemKind, unit?: RoofUnit): { plan: RoofPlan; id: string } {
  const { w, h } = ROOF_ITEMS[kind];
  const id = uuid();
  const item: RoofItem = {
    id,
    kind,
    w,
    h,
    turn: 0,
    ...freeSpot(plan, { w, h }),
    ...(unit ? { unitId: unit.id, label: unit.tag } : {}),
  };
  return { plan: { ...plan, items: [...plan.items, item] }, id };
}

/** The plan with a corner moved, added in the middle of its side, or taken out. */
export const movedCorner = (plan: RoofPlan, i: number, to: { x: number; y: number }): RoofPlan => ({
  ...plan,
  outline: plan.outline.map((corner, j) => (j === i ? { ...corner, ...to } : corner)),
});
export const addedCorner = (plan: RoofPlan, after: number): RoofPlan => {
  const [a, b] = [plan.outline[after], plan.outline[(after + 1) % plan.outline.length]];
  if (!a || !b) return plan;
  return {
    ...plan,
    outline: plan.outline.toSpliced(after + 1, 0, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, edge: a.edge }),
  };
};
export const removedCorner = (plan: RoofPlan, i: number): RoofPlan =>
  plan.outline.length > 3 ? { ...plan, outline: plan.outline.toSpliced(i, 1) } : plan;
export const withEdge = (plan: RoofPlan, i: number, edge: Edge): RoofPlan => ({
  ...plan,
  outline: plan.outline.map((corner, j) => (j === i ? { ...corner, edge } : corner)),
});
