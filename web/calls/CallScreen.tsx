import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { withoutLeftOpen } from '#core/judging/history';
import { QUESTIONS, type QuestionName } from '#core/heard';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';
import { PRIORITIES, SYSTEMS } from '#core/base/vocabulary';
import { whyNot, type DeskStep } from '#core/record/work';
import { callPatch, type CallPatch } from '#contracts/calls';
import { useCallQuery, useKnownAtIntakeQuery, useUpdateCallMutation } from '../api/calls.ts';
import { useCrewsQuery } from '../api/crews.ts';
import { settled } from '../api/settled.ts';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { MiniStory, useStories } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Agreed } from '../ui/marks/Agreed.tsx';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { CallState } from '../ui/marks/CallState.tsx';
import { day, instant, number, shortDay } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { StandsOpen } from '../ui/marks/StandsOpen.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { TechnicianAt } from '../fault/TechnicianAt.tsx';
import { MoveDialog } from './MoveDialog.tsx';
import { PlanForm } from './PlanForm.tsx';
import { readyWord } from './readyWord.ts';
import { Theory } from './Theory.tsx';
import { StepDialog, type AskedStep } from './StepDialog.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

export default function CallScreen() {
  const { id = '' } = useParams();
  const { today, can } = useWho();
  const { data: call, error, refetch } = useCallQuery(id);
  const crews = useCrewsQuery();
  const known = useKnownAtIntakeQuery(call?.siteId ?? '', { skip: !call });
  const unitId = call?.unitId ?? undefined;
  const marked = useMemo(() => (unitId === undefined ? [] : [unitId]), [unitId]);
  const stories = useStories(marked);
  const [update] = useUpdateCallMutation();
  const [editing, setEditing] = useState(false);
  const [moving, setMoving] = useState(false);
  const [step, setStep] = useState<AskedStep>();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  // Its unit and its crews too: what comes later would move the button somebody is about to press.
  if (!call || !settled(known, crews)) return <Loading what="the call" />;
  const may = (step: DeskStep) => can('take call') && whyNot(step, call) === undefined;
  const mayEdit = can('take call') && call.state !== 'done' && call.state !== 'cancelled';

  const crewName = (crewId: string) => crews.data?.find((crew) => crew.id === crewId)?.name ?? 'a crew';
  const change = async (
    patch: Omit<CallPatch, 'version'>,
    done: string,
    undo?: Omit<CallPatch, 'version'>,
  ) => {
    try {
      const after = await update({ id, patch: { ...patch, version: call.version } }).unwrap();
      say(done, undo ? { undo: () => update({ id, patch: { ...undo, version: after.version } }) } : {});
    } catch (refused) {
      sayRefused(refused);
    }
  };
  const unit = known.data?.units.find((u) => u.id === call.unitId);

  const facts: [string, React.ReactNode][] = [
    ['Received', instant(call.receivedAt, call.timeZone)],
    ['Caller', call.caller ?? '–'],
    ...(call.callerPhone
      ? [
          [
            'Telephone',
            <a key="phone" href={`tel:${call.callerPhone}`} className="text-copper underline">
              {call.callerPhone}
            </a>,
          ] as [string, React.ReactNode],
        ]
      : []),
    ['Area', call.area ?? '–'],
    ['System', call.system ?? 'not said'],
    ['Room and set point', `${number(call.roomF)} / ${number(call.setPointF)} °F`],
    ['At stake', call.stake ?? 'not said'],
    ...(Object.keys(QUESTIONS) as QuestionName[]).flatMap((name): [string, React.ReactNode][] => {
      const answer = call.told[name];
      if (!answer) return [];
      return [
        [
          QUESTIONS[name],
          name === 'theory' ? (
            <Theory
              key={name}
              call={call}
              onChange={(told, said) => change({ told }, said, { told: call.told })}
            />
          ) : (
            answer
          ),
        ],
      ];
    }),
    ['Promised', call.promisedAt ? instant(call.promisedAt, call.timeZone) : '–'],
    ...(call.minutes === null ? [] : [['Takes', durationText(call.minutes)] as [string, React.ReactNode]]),
    ...(call.people === null ? [] : [['People', call.people] as [string, React.ReactNode]]),
    ['Done', call.completedAt ? instant(call.completedAt, call.timeZone) : '–'],
  ];
  return (
    <Screen
      title={call.ref || 'Call'}
      sentence={
        <>
          {call.complaint}{' '}
          <span className="font-normal text-soft">
            · {call.site}, {call.customer}
            {call.ref ? ` · ${call.ref}` : ''}
          </span>
        </>
      }
      actions={
        <>
          {call.visitId ? (
            <Link to={`/visits/${call.visitId}`} className={pressed({ look: 'act' })}>
              Open the visit sheet
            </Link>
          ) : null}
          {mayEdit ? <Button onClick={() => setMoving(true)}>Site, unit, promise</Button> : null}
          {mayEdit ? <Button onClick={() => setEditing(true)}>Edit</Button> : null}
          {may('ready') ? (
            <Button
              look="act"
              onClick={() =>
                void change({ step: { step: 'ready' } }, `${call.ref} can be planned`, {
                  step: { step: 'wait', waitingFor: call.waitingFor ?? 'parts' },
                })
              }
            >
              {readyWord(call.waitingFor)}
            </Button>
          ) : null}
          {may('wait') ? <Button onClick={() => setStep('wait')}>Put on hold</Button> : null}
          {may('cancel') ? <Button onClick={() => setStep('cancel')}>Cancel the call</Button> : null}
          {may('reopen') ? <Button onClick={() => setStep('reopen')}>Open again</Button> : null}
          {may('restore') ? (
            <Button onClick={() => void change({ step: { step: 'restore' } }, `${call.ref} is open again`)}>
              Bring back
            </Button>
          ) : null}
        </>
      }
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2 2xl:grid-cols-3">
        <Panel
          title={
            <span className="flex flex-wrap items-baseline gap-x-3">
              <CallState call={call} zone={call.timeZone} />
              <PriorityWord priority={call.priority} />
            </span>
          }
        >
          {call.closedMeanwhile && mayEdit ? (
            <p role="status" className="fault">
              What it comes back for, {call.closedMeanwhile.kind}, was closed on{' '}
              {shortDay(call.closedMeanwhile.on)}. Cancel the call, or leave it where somebody should still
              go.
            </p>
          ) : null}
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {facts.map(([name, value]) => (
              <div key={name} className="contents">
                <dt className="text-soft">{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
          {known.data ? (
            <div className="mt-2 border-t border-rule pt-2">
              <Agreed agreed={known.data.agreed} />
            </div>
          ) : null}
          {may('plan') ? (
            <PlanForm
              // What somebody else plans meanwhile starts the form anew.
              key={`${call.crewId} ${call.scheduledOn}`}
              call={call}
              today={today}
              onPlan={(plan) =>
                change(
                  plan,
                  plan.crewId === null
                    ? 'Taken off the plan'
                    : `Planned: ${crewName(plan.crewId)}, ${day(plan.scheduledOn ?? today)}`,
                  { crewId: call.crewId, scheduledOn: call.scheduledOn },
                )
              }
            />
          ) : null}
        </Panel>
        {call.visitId && call.unitId && call.state !== 'done' ? (
          <TechnicianAt visitId={call.visitId} unitId={call.unitId} />
        ) : null}
        <Panel title="The unit">
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
                <MiniStory story={stories[unit.id]} />
              </div>
              <p className="mt-2">{unit.areaServed}</p>
              <p>{withoutLeftOpen(unit.sentence, unit.conditions)}</p>
            </>
          ) : known.error ? (
            <Trouble error={known.error} retry={known.refetch} />
          ) : (
            <Empty>
              Which unit it is will be known when somebody has found it; the first finding on the sheet names
              it.
            </Empty>
          )}
        </Panel>
        {call.standing.length + call.recommended.length > 0 ? (
          <Panel title="Left open and recommended">
            <StandsOpen standing={call.standing} recommended={call.recommended} zone={call.timeZone} />
          </Panel>
        ) : null}
        <Panel title="Where">
          <SiteRoofs siteId={call.siteId} marked={marked} width={520} height={210} />
        </Panel>
        <Panel title="Outcome">
          {call.outcomes.length === 0 ? <Empty>Nothing found yet.</Empty> : null}
          <ul>
            {call.outcomes.map((outcome) => (
              <li key={outcome.subjectId}>
                <span className="plate mr-2 text-sm">{outcome.subject}</span>
                <strong>{outcome.grade}</strong>
                {outcome.watchUntil ? `, watched until ${shortDay(outcome.watchUntil)}` : ''}
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="History at the desk">
          {call.events.length === 0 ? <Empty>Nothing since the call came in.</Empty> : null}
          <ul>
            {call.events.map((event, i) => (
              <li key={i}>
                {instant(event.at, call.timeZone)}{' '}
                <strong>
                  {[
                    event.kind,
                    event.crew ? `for ${event.crew}` : '',
                    event.day ? `on ${shortDay(event.day)}` : '',
                  ]
                    .filter(Boolean)
                    .join(' ')}
                </strong>
                {event.note ? `: ${event.note}` : ''} <span className="text-soft">{event.by ?? ''}</span>
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="Visits">
          {call.visits.length === 0 ? (
            <Empty ghost="day">No visit yet. Choose a crew and a day.</Empty>
          ) : null}
          <ul>
            {call.visits.map((visit) => (
              <li key={visit.id}>
                <Link to={`/visits/${visit.id}`} className="link">
                  {visit.plannedFor ? day(visit.plannedFor) : 'no day'}
                </Link>{' '}
                {visit.crew ?? ''} ·{' '}
                {visit.arrivedAt ? `came ${instant(visit.arrivedAt, call.timeZone)}, ` : ''}
                {visit.leftAt ? `left ${instant(visit.leftAt, call.timeZone)}, ` : ''}
                {visit.entries === 0
                  ? 'nothing written yet'
                  : plural(visit.entries, 'line on its sheet', 'lines on its sheet')}
              </li>
            ))}
          </ul>
        </Panel>
      </div>
      {moving ? (
        <MoveDialog
          call={call}
          onSave={(patch) => update({ id, patch: { ...patch, version: call.version } }).unwrap()}
          onClose={() => setMoving(false)}
        />
      ) : null}
      {step ? (
        <StepDialog
          step={step}
          call={call.ref}
          onClose={() => setStep(undefined)}
          onSave={async (patch, done, undo) => {
            setStep(undefined);
            await change(patch, done, undo);
          }}
        />
      ) : null}
      {editing ? (
        <RecordForm
          title={`Edit ${call.ref}`}
          fields={[
            { name: 'complaint', label: 'Complaint', kind: 'long' },
            { name: 'caller', label: 'Caller' },
            { name: 'area', label: 'Area' },
            { name: 'system', label: 'System', kind: 'choice', choices: SYSTEMS },
            { name: 'priority', label: 'Priority', kind: 'choice', choices: PRIORITIES },
            { name: 'roomF', label: 'Room, °F', kind: 'number' },
            { name: 'setPointF', label: 'Set point, °F', kind: 'number' },
            {
              name: 'minutes',
              label: 'Minutes on site',
              kind: 'number',
              hint: 'empty: as long as calls usually take',
            },
            { name: 'people', label: 'People it takes', kind: 'number' },
          ]}
          schema={callPatch.omit({ version: true })}
          stored={{ ...call }}
          onSave={(patch) => update({ id, patch: patch as CallPatch }).unwrap()}
          onClose={() => setEditing(false)}
        />
      ) : null}
    </Screen>
  );
}
