import { useMemo } from 'react';
import type { LadderPlate } from '#core/circuitry/ladder';
import { stepsSeen } from '#core/diagnosis';
import type { VisitPage } from '#contracts/visits';
import { useOutbox } from '../outbox/hooks.ts';
import { useWho } from '../state/session.ts';
import { linesOf } from '../visits/lines.ts';
import { standingOn, staysOpen } from '../visits/standing.ts';
import { evidenceOf } from './evidence.ts';
import { ladderFor } from './machines.ts';

/**
 * What a sheet and what waits on this phone say of one machine: its evidence, the steps of its calls with what they
 * showed, and what stands open on it. The steps need the sound machine alone, and are there before the faults are.
 */
export function useSeen(visit: VisitPage, unitId: string, plate: LadderPlate) {
  const { measuring } = useWho();
  const items = useOutbox(visit.id);
  const ladder = ladderFor(plate);
  const lines = useMemo(() => linesOf(visit.entries, items), [visit.entries, items]);
  const onPanel = useMemo(() => onPanelWith(visit, unitId), [visit, unitId]);
  const { held, odd } = useMemo(
    () => evidenceOf(lines, unitId, ladder, onPanel),
    [lines, unitId, ladder, onPanel],
  );
  const seen = useMemo(() => held.map((one) => one.seen), [held]);
  const steps = useMemo(() => stepsSeen(ladder, seen), [ladder, seen]);
  const standing = useMemo(
    () => (standingOn(visit, items, measuring).get(unitId) ?? []).filter((one) => staysOpen(one)),
    [visit, items, measuring, unitId],
  );
  return { ladder, held, odd, seen, steps, standing };
}

/** Other units of a sheet that are fed from the panel of this one. */
export function onPanelWith({ units }: VisitPage, unitId: string): ReadonlySet<string> {
  const panel = units.find(({ id }) => id === unitId)?.fedBy;
  return new Set(panel ? units.flatMap(({ id, fedBy }) => (fedBy === panel ? [id] : [])) : []);
}
