import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { withoutLeftOpen } from '#core/judging/history';
import { listed } from '#core/base/sentences';
import { clockText } from '#core/base/time';
import { UNIT_KINDS, type CallKind } from '#core/base/vocabulary';
import type { KnownAtIntake } from '#contracts/calls';
import { unitFields, type NewUnit } from '#contracts/units';
import { useCreateUnitMutation } from '../api/units.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Agreed } from '../ui/marks/Agreed.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { FlagWord } from '../ui/marks/Flags.tsx';
import { dayOf, instant, shortDay } from '../ui/words/format.ts';
import { GettingIn } from '../ui/marks/GettingIn.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { Empty, Panel } from '../ui/frame/Screen.tsx';

const DUE_FOR: Readonly<Record<CallKind, string>> = {
  call: 'another call',
  maintenance: 'maintenance',
  'planned return': 'a return',
};

/** What is known of a site the moment a call about it comes in; choosing a unit is one click or key. */
export function KnownPanel({
  known,
  unitId,
  onUnit,
  onSame,
  onDue,
  zone,
}: {
  known: KnownAtIntake;
  unitId: string | null;
  onUnit: (id: string | null) => void;
  /** It is the same trouble: the caller is added to the call that is open. */
  onSame: (callId: string) => void;
  /** A crew that comes anyway sees to it. */
  onDue: (crewId: string, day: string) => void;
  zone: string;
}) {
  const { can } = useWho();
  // Its id is minted when the form opens: sent twice it is one unit.
  const [adding, setAdding] = useState<string>();
  const units = useMemo(() => known.units.map((unit) => unit.id), [known.units]);
  const [createUnit] = useCreateUnitMutation();
  return (
    <div className="space-y-3">
      {known.openCalls.length > 0 ? (
        <div role="alert" className="border-2 border-ink bg-sheet p-3">
          <p className="font-semibold">
            {known.openCalls.length === 1
              ? 'A call is already open here.'
              : `${known.openCalls.length} calls are already open here.`}{' '}
            Is it the same trouble?
          </p>
          <ul>
            {known.openCalls.map((call) => (
              <li key={call.id}>
                <Link to={`/calls/${call.id}`} className="link">
                  {call.ref || call.kind}
                </Link>{' '}
                {call.unit ? <span className="plate text-sm">{call.unit}</span> : null} {call.complaint}{' '}
                <span className="text-sm text-soft">({instant(call.receivedAt, zone)})</span>{' '}
                <Button
                  look="quiet"
                  aria-label={`The same trouble as ${call.ref || call.kind}`}
                  onClick={() => onSame(call.id)}
                >
                  The same: add this caller
                </Button>
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {known.due.length > 0 ? (
        <div className="border border-rule bg-sheet p-3">
          {known.due.map((visit) => (
            <p key={visit.visitId} className="flex flex-wrap items-center gap-x-2">
              <span>
                <strong>{visit.crew}</strong> is due here {shortDay(visit.day)}
                {visit.startAt === null ? '' : `, ${clockText(visit.startAt)}`}
                {visit.for.length > 0 ? `, for ${listed(visit.for.map((kind) => DUE_FOR[kind]))}` : ''}.
              </span>
              <Button
                look="quiet"
                aria-label={`Have it seen to by ${visit.crew} on ${shortDay(visit.day)}`}
                onClick={() => onDue(visit.crewId, visit.day)}
              >
                Have it seen to then
              </Button>
            </p>
          ))}
        </div>
      ) : null}
      <Panel
        title="Units here, worst first"
        actions={can('edit record') ? <Button onClick={() => setAdding(uuid())}>New unit</Button> : null}
      >
        {known.units.length === 0 ? <Empty ghost="unit">No unit is on record at this site.</Empty> : null}
        <Stories units={units}>
          <ul
            className="max-h-[420px] divide-y divide-rule overflow-y-auto"
            tabIndex={0}
            aria-label="Units at this site"
          >
            {known.units.map((unit) => (
              <li
                key={unit.id}
                className={`py-1.5 ${unitId === unit.id ? 'bg-paper px-2 outline-2 outline-ink' : ''}`}
              >
                <label className="reach flex cursor-pointer flex-wrap items-center gap-2">
                  <input
                    type="radio"
                    name="unit"
                    checked={unitId === unit.id}
                    onChange={() => onUnit(unit.id)}
                    className="h-4 w-4"
                  />
                  <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} />
                  <span>{unit.areaServed ?? unit.kind}</span>
                  {unit.flagKinds.map((kind) => (
                    <FlagWord key={kind} kind={kind} />
                  ))}
                  <span
                    className="ml-auto"
                    title={unit.lastVisitAt ? `last visit ${dayOf(unit.lastVisitAt, zone)}` : 'never visited'}
                  >
                    <UnitStory unitId={unit.id} />
                  </span>
                </label>
                {unit.flagKinds.length > 0 ? (
                  <p className="pl-6 text-sm">{withoutLeftOpen(unit.sentence, unit.conditions)}</p>
                ) : null}
                {unit.conditions.map((condition) => (
                  <p key={condition.id} className="pl-6 text-sm">
                    <strong>{condition.kind}</strong> since {dayOf(condition.openedAt, zone)}:{' '}
                    {condition.text}
                  </p>
                ))}
              </li>
            ))}
          </ul>
        </Stories>
      </Panel>
      <p className="text-sm text-soft">
        {known.knownTo.length > 0
          ? `Knows this place: ${known.knownTo.map((k) => `${k.name} (${k.visits} visits)`).join(', ')}. `
          : ''}
      </p>
      <Agreed agreed={known.agreed} />
      <GettingIn place={known.gettingIn} brief />
      {adding ? (
        <RecordForm
          title="A new unit here"
          fields={[
            { name: 'tag', label: 'Tag', hint: 'The short name on the plate, such as RTU-4' },
            { name: 'kind', label: 'Kind', kind: 'choice', choices: UNIT_KINDS },
            { name: 'areaServed', label: 'Serves' },
          ]}
          schema={unitFields.partial().required({ tag: true, kind: true })}
          stored={{}}
          onSave={async (patch) => {
            const body = { ...patch, id: adding, siteId: known.siteId } as NewUnit;
            onUnit((await createUnit(body).unwrap()).id);
          }}
          onClose={() => setAdding(undefined)}
        />
      ) : null}
    </div>
  );
}
