import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { callsOf, type Call, type LadderPlate } from '#core/circuitry/ladder';
import { likelyMode } from '#core/evidence';
import { callWords, forcedNotes, latestEpoch, plateOf, type StepSeen } from '#core/diagnosis';
import type { VisitPage } from '#contracts/visits';
import { useDraft } from '../outbox/hooks.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import type { OpenHere } from '../visits/standing.ts';
import { useSheet } from '../visits/useSheet.ts';
import { useWho } from '../state/session.ts';
import { AtPanel } from './AtPanel.tsx';
import { besideOf } from './beside.ts';
import { Changed } from './Changed.tsx';
import { Codes } from './Codes.tsx';
import { MadeUp } from './MadeUp.tsx';
import { Strip } from './Strip.tsx';
import { Told, WayToTold } from './Told.tsx';
import { callSeen, useDiagnosis } from './useDiagnosis.ts';
import { useSeen } from './useSeen.ts';
import { TheDay } from './TheDay.tsx';
import { WalkRound } from './WalkRound.tsx';
import { writing } from './writing.ts';

/** The calls a technician puts on; with the disconnect open nothing is called. */
const TABS: Readonly<Partial<Record<Call, string>>> = {
  heat: 'Heat',
  cool: 'Cooling',
  'free cooling': 'Cooling, cool day',
  fan: 'Fan',
  'defrost test': 'Defrost test',
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
          There is no unit on this{' '}
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
  // Kept on this device: whoever goes to the sheet and comes back finds the machine as it was set here.
  const {
    value: made,
    set: setMade,
    clear: forget,
  } = useDraft<Partial<LadderPlate>>(`made up ${unit.id}`, {});
  const plate = useMemo(() => ({ ...onRecord, ...made }), [onRecord, made]);
  // What the record says by now need not be kept beside it.
  const kept = Object.entries(made) as [keyof LadderPlate, unknown][];
  const written = kept.length > 0 && kept.every(([name, value]) => onRecord[name] === value);
  useEffect(() => {
    if (written) forget();
  }, [written, forget]);
  const { ladder, held, odd, seen, steps, standing } = useSeen(visit, unit.id, plate);
  const tabs = callsOf(ladder).filter((call) => TABS[call] !== undefined);
  const complaint = visit.calls.find((call) => call.unitId === unit.id)?.complaint ?? '';
  const [choice, setCall] = useState<Call>();
  const last = callSeen(seen);
  const call = choice ?? (last && tabs.includes(last) ? last : firstCall(tabs, unit, complaint));
  const { today } = useWho();
  const beside = useMemo(
    () => besideOf(visit, unit, standing, call, today),
    [visit, unit, standing, call, today],
  );
  const { diagnosed, working, trouble } = useDiagnosis(plate, seen, beside);
  // What stands below comes once it stays where it is, and then stays: what is set there is set in one go.
  const [came, setCame] = useState(false);
  if (diagnosed && !came) setCame(true);
  const somethingSeen = latestEpoch(seen).seen.some(({ kind }) => kind !== 'done');
  const told = useRef<HTMLDivElement>(null);
  const { answer, putCode, find } = writing(visit.id, unit.id, held, diagnosed?.notYet ?? []);
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
          {diagnosed && somethingSeen ? <WayToTold {...{ diagnosed, told }} /> : null}
          {allWell(steps[call] ?? []) ? (
            <p role="status" className="tied mt-2">
              Every step came as it should; whether a safety would open when it has to, nobody has tried by
              this. What comes and goes shows itself when each connection is moved with the call on, when it
              has run hot, or on a log: wiggle, soak, log. Written down it is “not reproduced”, and no part is
              renewed for it.
            </p>
          ) : null}
        </Panel>
        <div ref={told} tabIndex={-1} className="space-y-4" aria-live="polite" aria-busy={working}>
          <Known unit={unit} open={standing} />
          {diagnosed ? (
            <>
              <p role="status" className="min-h-6 text-sm text-soft">
                {working ? 'Working it out …' : ''}
              </p>
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
                nothingSeen={!somethingSeen}
                ladder={ladder}
                onAnswer={answer}
                onFinding={find}
              />
            </>
          ) : (
            <Loading what="what each fault would show on this machine" />
          )}
        </div>
        {came ? (
          <div className="space-y-4 lg:col-span-2">
            <WalkRound {...{ unit, ladder, call, seen }} onAnswer={answer} />
            {/* A sheet that this phone kept from an older version has none. */}
            <Codes
              charts={(visit.charts as VisitPage['charts'] | undefined) ?? []}
              ladder={ladder}
              onCode={putCode}
            />
            <TheDay seen={seen} onAnswer={answer} />
            <AtPanel {...{ ladder, seen }} feed={unit.feed} onAnswer={answer} />
            <Changed ladder={ladder} onAnswer={answer} />
            <Forced plate={plate} />
            <MadeUp {...{ unit, plate }} onChange={setMade} onForget={forget} />
          </div>
        ) : null}
      </div>
    </Screen>
  );
}

/** Every step was answered, and each as a sound machine answers it. */
const allWell = (steps: readonly StepSeen[]): boolean =>
  steps.length > 0 && steps.every(({ well }) => well === true);

/** The call it is likeliest about: what the caller said, else the machine and the weather. */
function firstCall(tabs: readonly Call[], unit: UnitHere, complaint: string): Call {
  const mode = likelyMode(unit.kind as never, complaint, undefined) === 'cooling' ? 'cool' : 'heat';
  return tabs.includes(mode) ? mode : (tabs[0] ?? 'nothing');
}

/** What to know before it is forced from what commands it. */
function Forced({ plate }: { plate: LadderPlate }) {
  const notes = forcedNotes(plate);
  if (notes.length === 0) return null;
  return (
    <Panel title={`Commanded by the ${plate.commanded}`}>
      <ul className="list-disc space-y-1 pl-5">
        {notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
    </Panel>
  );
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
