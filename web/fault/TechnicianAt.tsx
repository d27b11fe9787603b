import { useMemo } from 'react';
import { Link } from 'react-router';
import { ladderOf, USUAL } from '#core/circuitry/ladder';
import { capital } from '#core/base/sentences';
import { observedWords, plateOf } from '#core/diagnosis';
import { useVisitQuery } from '../api/visits.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { instant } from '../ui/words/format.ts';
import { linesOf } from '../visits/lines.ts';
import { evidenceOf } from './evidence.ts';
import { callSeen, useDiagnosis } from './useDiagnosis.ts';

const NO_ITEMS: readonly never[] = [];
/** As likely as this it is named at the desk. */
const NAMED_FROM = 0.05;

/** What the technician is at, for the desk: the last answer of the machine, and what follows from them all. */
export function TechnicianAt({ visitId, unitId }: { visitId: string; unitId: string }) {
  const { data: visit } = useVisitQuery(visitId);
  const unit = visit?.units.find(({ id }) => id === unitId);
  const plate = useMemo(() => unit && plateOf(unit as never), [unit]);
  const ladder = useMemo(() => ladderOf(plate ?? USUAL), [plate]);
  const held = useMemo(
    () => (visit ? evidenceOf(linesOf(visit.entries, NO_ITEMS), unitId, ladder).held : []),
    [visit, unitId, ladder],
  );
  const seen = useMemo(() => held.map((one) => one.seen), [held]);
  const last = held.at(-1);
  const { diagnosed } = useDiagnosis(last ? plate : undefined, seen, callSeen(seen) ?? 'cool');
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
