import { useMemo } from 'react';
import { Link } from 'react-router';
import { USUAL } from '#core/circuitry/ladder';
import { capital } from '#core/base/sentences';
import { observedWords, plateOf, type Beside } from '#core/diagnosis';
import { useVisitQuery } from '../api/visits.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { instant } from '../ui/words/format.ts';
import { linesOf } from '../visits/lines.ts';
import { standingOn, staysOpen } from '../visits/standing.ts';
import { useWho } from '../state/session.ts';
import { besideOf } from './beside.ts';
import { evidenceOf } from './evidence.ts';
import { ladderFor } from './machines.ts';
import { callSeen, useDiagnosis } from './useDiagnosis.ts';
import { onPanelWith } from './useSeen.ts';

const NO_ITEMS: readonly never[] = [];
/** As likely as this it is named at the desk. */
const NAMED_FROM = 0.05;

/** What the technician is at, for the desk: the last answer of the machine, and what follows from them all. */
export function TechnicianAt({ visitId, unitId }: { visitId: string; unitId: string }) {
  const { data: visit } = useVisitQuery(visitId);
  const unit = visit?.units.find(({ id }) => id === unitId);
  const plate = useMemo(() => unit && plateOf(unit as never), [unit]);
  const ladder = ladderFor(plate ?? USUAL);
  const held = useMemo(
    () =>
      visit
        ? evidenceOf(linesOf(visit.entries, NO_ITEMS), unitId, ladder, onPanelWith(visit, unitId)).held
        : [],
    [visit, unitId, ladder],
  );
  const seen = useMemo(() => held.map((one) => one.seen), [held]);
  const last = held.at(-1);
  const { today, measuring } = useWho();
  const beside = useMemo((): Beside => {
    if (!visit || !unit) return {};
    const open = (standingOn(visit, NO_ITEMS, measuring).get(unitId) ?? []).filter((one) => staysOpen(one));
    return besideOf(visit, unit, open, callSeen(seen) ?? 'cool', today);
  }, [visit, unit, unitId, seen, measuring, today]);
  const { diagnosed } = useDiagnosis(last ? plate : undefined, seen, beside);
  if (!visit || !last) return null;
  const causes = diagnosed?.causes.slice(0, 3).filter(({ share }) => share >= NAMED_FROM) ?? [];
  return (
    <Panel title="What the technician is at">
      <p>
        {instant(last.at, visit.timeZone)}: {capital(last.asked)} <strong>{observedWords(last.seen)}</strong>.{' '}
        {held.length > 1 ? `${held.length} answers so far.` : ''}
      </p>
      {causes.length > 0 ? (
        <p>
          <strong>Most likely:</strong>{' '}
          {causes.map(({ words, share }) => `${words} (${Math.round(share * 100)} %)`).join('; ')}.
        </p>
      ) : null}
      {diagnosed?.next[0] ? (
        <p>
          <strong>Next:</strong> {diagnosed.next[0].words}
        </p>
      ) : null}
      {(diagnosed?.notYet ?? []).map((gate) => (
        <p key={gate.part} className="hurts">
          <strong>Not the {gate.part} yet:</strong> {gate.first.join('; ')}.
        </p>
      ))}
      <Link to={`/visits/${visitId}/fault?unit=${unitId}`} className="reach inline-flex items-center link">
        Look along
      </Link>
    </Panel>
  );
}
