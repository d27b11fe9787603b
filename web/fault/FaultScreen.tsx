import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { callsOf, ladderOf, type Call, type LadderPlate } from '#core/circuitry/ladder';
import { likelyMode } from '#core/evidence';
import {
  callWords,
  latestEpoch,
  plateOf,
  questionOf,
  stepsSeen,
  type Cause,
  type Observed,
} from '#core/diagnosis';
import type { VisitPage } from '#contracts/visits';
import { useOutbox } from '../outbox/hooks.ts';
import { post } from '../outbox/sender.ts';
import { now } from '../state/clock.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';
import { linesOf } from '../visits/lines.ts';
import { standingOn, staysOpen, type OpenHere } from '../visits/standing.ts';
import { useSheet } from '../visits/useSheet.ts';
import { Changed } from './Changed.tsx';
import { Codes, type CodeSeen } from './Codes.tsx';
import { evidenceOf } from './evidence.ts';
import { findingOf } from './finding.ts';
import { MadeUp } from './MadeUp.tsx';
import { Strip } from './Strip.tsx';
import { Told } from './Told.tsx';
import { useDiagnosis } from './useDiagnosis.ts';
import { WalkRound } from './WalkRound.tsx';

/** The calls a technician puts on; with the disconnect open nothing is called. */
const TABS: Readonly<Partial<Record<Call, string>>> = {
  heat: 'Heat',
  cool: 'Cooling',
  fan: 'Fan',
  nothing: 'Runs uncalled',
};

/** Looking for a fault on a visit: the steps of the call, the walk round, and what follows from them. */
export default function FaultScreen() {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  const { visit, error, refetch } = useSheet(id);
  if (!visit)
    return (
      <div className="p-4">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the sheet" />}
      </div>
    );
  const unit = visit.units.find((u) => u.id === params.get('unit')) ?? visit.units[0];
  const plate = unit && plateOf(unit as never);
  if (!unit || !plate)
    return (
      <Screen title="Find the fault" sentence="Find the fault">
        <Empty>
          The circuit of {unit ? `${unit.tag}, a ${unit.kind},` : 'this unit'} is not drawn yet: its steps are
          written on the{' '}
          <Link to={`/visits/${visit.id}`} className="link">
            sheet
          </Link>
          .
        </Empty>
      </Screen>
    );
  return <Finding key={unit.id} visit={visit} unit={unit} plate={plate} />;
}

type UnitHere = VisitPage['units'][number];

function Finding({ visit, unit, plate: onRecord }: { visit: VisitPage; unit: UnitHere; plate: LadderPlate }) {
  const [made, setMade] = useState<Partial<LadderPlate>>({});
  const plate = useMemo(() => ({ ...onRecord, ...made }), [onRecord, made]);
  const ladder = useMemo(() => ladderOf(plate), [plate]);
  const items = useOutbox(visit.id);
  const lines = useMemo(() => linesOf(visit.entries, items), [visit.entries, items]);
  const { measuring } = useWho();
  const standing = useMemo(
    () => (standingOn(visit, items, measuring).get(unit.id) ?? []).filter((one) => staysOpen(one)),
    [visit, items, measuring, unit.id],
  );
  const { held, odd } = useMemo(() => evidenceOf(lines, unit.id, ladder), [lines, unit.id, ladder]);
  const seen = useMemo(() => held.map((one) => one.seen), [held]);
  // The steps need the sound machine alone, and are there before the faults are worked out.
  const steps = useMemo(() => stepsSeen(ladder, seen), [ladder, seen]);
  const tabs = callsOf(ladder).filter((call) => TABS[call] !== undefined);
  const complaint = visit.calls.find((call) => call.unitId === unit.id)?.complaint ?? '';
  const [choice, setCall] = useState<Call>();
  const call = choice ?? firstCall(tabs, unit, complaint);
  const { diagnosed, working, trouble } = useDiagnosis(plate, seen, call);

  const answer = (asked: string, one: Observed) => {
    // Another answer to what was asked since the last change takes the place of the first.
    const since = held.slice(held.findLastIndex(({ seen: s }) => s.kind === 'changed') + 1);
    const old = since.findLast(({ seen: s }) => questionOf(s) === questionOf(one));
    const entry = {
      ...{ id: uuid(), visitId: visit.id, unitId: unit.id, kind: 'observation' as const },
      ...{ occurredAt: now().toISOString(), body: { asked: asked.slice(0, 200), seen: one } },
      ...(old ? { supersedes: old.lineId } : {}),
    };
    void post(entry as never);
  };
  const putCode = (body: CodeSeen) => {
    const entry = {
      ...{ id: uuid(), visitId: visit.id, unitId: unit.id, kind: 'code' as const, body },
      occurredAt: now().toISOString(),
    };
    void post(entry as never);
    say(`On the sheet: ${body.board}, ${body.code}`, { undo: () => withdraw(visit.id, unit.id, entry.id) });
  };
  const find = (cause: Cause) => {
    const entry = {
      ...{ id: uuid(), visitId: visit.id, unitId: unit.id, kind: 'finding' as const },
      ...{ occurredAt: now().toISOString() },
      body: findingOf(cause, diagnosed?.notYet ?? [], held),
    };
    void post(entry as never);
    say(`On the sheet: ${entry.body.component} ${entry.body.failure}, ${entry.body.grade}`, {
      undo: () => withdraw(visit.id, unit.id, entry.id),
    });
  };
  return (
    <Screen
      title={`Find the fault, ${unit.tag}`}
      sentence={
        <>
          <span className="plate mr-2">{unit.tag}</span>
          {complaint === '' ? 'Find the fault: what should happen next, and did it?' : complaint}
        </>
      }
      actions={
        <Link
          to={`/visits/${visit.id}`}
          className="reach inline-flex items-center rounded-[3px] border-2 border-edge bg-sheet px-3 font-semibold"
        >
          Back to the sheet
        </Link>
      }
    >
      {trouble ? (
        <p role="alert" className="mb-2 fault">
          {trouble}
        </p>
      ) : null}
      {odd.length > 0 ? (
        <p className="tied mb-2">
          {odd.length === 1 ? 'One answer is' : `${odd.length} answers are`} left out: this machine, as it is
          drawn now, has no such terminal.
        </p>
      ) : null}
      <div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-2">
        <Panel
          title={
            <span className="flex flex-wrap gap-2" role="group" aria-label="With which call on">
              {tabs.map((one) => (
                <Button
                  key={one}
                  look={one === call ? 'chosen' : 'plain'}
                  className="min-h-12"
                  aria-pressed={one === call}
                  onClick={() => setCall(one)}
                >
                  {TABS[one]}
                </Button>
              ))}
            </span>
          }
        >
          <p className="mb-1 text-soft">
            {call === 'nothing'
              ? 'With no call nothing runs. Does it?'
              : `What a sound machine does ${callWords(call)}. Did it?`}
          </p>
          <Strip steps={steps[call] ?? []} ladder={ladder} onAnswer={answer} />
        </Panel>
        <div className="space-y-4 " aria-live="polite" aria-busy={working}>
          <Known unit={unit} open={standing} />
          {diagnosed ? (
            <>
              {diagnosed.before.length > 0 ? (
                <p className="tied">
                  {diagnosed.before.length === 1
                    ? 'One answer from before the change speaks'
                    : `${diagnosed.before.length} answers from before the change speak`}{' '}
                  of the machine before.
                </p>
              ) : null}
              <Told
                diagnosed={diagnosed}
                nothingSeen={!latestEpoch(seen).seen.some(({ kind }) => kind !== 'done')}
                ladder={ladder}
                onAnswer={answer}
                onFinding={find}
              />
            </>
          ) : (
            <Loading what="what each fault would show on this machine" />
          )}
        </div>
        {/* What stands below comes once it stays where it is. */}
        {diagnosed ? (
          <div className="space-y-4 lg:col-span-2">
            <WalkRound {...{ unit, ladder, call, seen }} onAnswer={answer} />
            {/* A sheet that this phone kept from an older version has none. */}
            <Codes
              charts={(visit.charts as VisitPage['charts'] | undefined) ?? []}
              ladder={ladder}
              onCode={putCode}
            />
            <Changed ladder={ladder} onAnswer={answer} />
            <MadeUp plate={plate} onRecord={onRecord} onChange={setMade} />
          </div>
        ) : null}
      </div>
    </Screen>
  );
}

const withdraw = (visitId: string, unitId: string, supersedes: string): Promise<void> =>
  post({
    ...{ id: uuid(), visitId, unitId, kind: 'withdrawn', body: {}, supersedes, reason: 'not meant' },
  } as never);

/** The call it is likeliest about: what the caller said, else the machine and the weather. */
function firstCall(tabs: readonly Call[], unit: UnitHere, complaint: string): Call {
  const mode = likelyMode(unit.kind as never, complaint, undefined) === 'cooling' ? 'cool' : 'heat';
  return tabs.includes(mode) ? mode : (tabs[0] ?? 'nothing');
}

/** What is known already and stands before any new cause: what was left open explains what it does. */
function Known({ unit, open }: { unit: UnitHere; open: readonly OpenHere[] }) {
  if (!unit.feed && unit.recommendations.length + unit.flagKinds.length + open.length === 0) return null;
  return (
    <div className="border border-rule bg-sheet p-3">
      <p>
        <strong>Known already:</strong> {unit.flagKinds.length > 0 ? unit.sentence : ''}{' '}
        {unit.recommendations.map(({ text }) => `Recommended: ${text}.`).join(' ')}{' '}
        {unit.feed ? `Fed: ${unit.feed}.` : ''}
      </p>
      {open.map((one) => (
        <p key={one.id}>
          {one.hazard ? (
            <span className="hazard-notch text-sm">{one.kind}</span>
          ) : (
            <strong>{one.kind}</strong>
          )}{' '}
          {one.text}
        </p>
      ))}
    </div>
  );
}
