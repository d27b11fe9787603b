import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { UNIT_KINDS, UNIT_STATUSES } from '#core/vocabulary';
import { unitFields, type FlagView, type UnitPatch } from '#contracts/units';
import type { FlagKind } from '#core/history';
import { problemOf } from '../api/base.ts';
import { useUnitQuery, useUpdateUnitMutation } from '../api/records.ts';
import { useDismissMutation, useUndoDismissalMutation } from '../api/watch.ts';
import { useWho } from '../app/session.ts';
import { StoryLine } from '../drawings/StoryLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { FlagList } from '../ui/Flags.tsx';
import { dayOf, number, shortDay } from '../ui/format.ts';
import { Plate } from '../ui/Plate.tsx';
import { RecordForm } from '../ui/RecordForm.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';

export default function UnitScreen() {
  const { id = '' } = useParams();
  const { can, today, timeZone } = useWho();
  const { data: unit, error, refetch } = useUnitQuery(id);
  const [update] = useUpdateUnitMutation();
  const [dismiss] = useDismissMutation();
  const [undo] = useUndoDismissalMutation();
  const [editing, setEditing] = useState(false);
  const [aside, setAside] = useState<FlagView>();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!unit) return <Loading what="the unit" />;
  const open = unit.conditions.filter((c) => c.closedAt === null);

  const flagAction = (flag: FlagView) => {
    if (!can('dismiss flag')) return null;
    const { dismissed } = flag;
    return dismissed ? (
      <Button look="quiet" onClick={() => void undo(dismissed.id)}>
        Bring back
      </Button>
    ) : (
      <Button look="quiet" onClick={() => setAside(flag)}>
        Set aside
      </Button>
    );
  };

  return (
    <Screen
      title={`${unit.tag}, ${unit.site}`}
      sentence={
        <span className="flex flex-wrap items-center gap-3">
          <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} large />
          <span>{unit.sentence}</span>
        </span>
      }
      actions={
        <>
          {can('take call') ? (
            <Link
              to={`/calls/new?site=${unit.siteId}&unit=${unit.id}`}
              className="inline-flex min-h-8 items-center rounded-[3px] border-2 border-copper bg-copper px-3 font-semibold text-on-copper"
            >
              Take a call
            </Link>
          ) : null}
          {can('edit record') ? <Button onClick={() => setEditing(true)}>Edit</Button> : null}
        </>
      }
    >
      <p className="mb-3 text-soft">
        <Link to={`/sites/${unit.siteId}`} className="text-copper underline underline-offset-4">
          {unit.site}
        </Link>
        , {unit.customer}. Serves {unit.areaServed ?? 'an area nobody has written down'}.
        {unit.handlingNotes ? <strong className="block text-ink">Handling: {unit.handlingNotes}</strong> : null}
      </p>
      <Panel className="mb-4">
        <StoryLine story={unit.story} conditions={unit.conditions} today={today} sentence={unit.sentence} />
      </Panel>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="space-y-4">
          <Panel title={`Verdict as of ${shortDay(unit.verdict.asOf)}`}>
            {unit.verdict.flags.length === 0 ? (
              <Empty>Nothing speaks against this unit: no hazard, no repeat, no callback, no leak, not old.</Empty>
            ) : null}
            <FlagList flags={unit.verdict.flags} act={flagAction} />
          </Panel>
          <Panel title="Calls and maintenance">
            {unit.calls.length === 0 ? <Empty>No call and no maintenance is on record.</Empty> : null}
            <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label="Calls and maintenance">
              <table className="w-full text-left">
                <thead>
                  <tr className="border-b-2 border-ink text-sm">
                    <th scope="col">Received</th>
                    <th scope="col">Call</th>
                    <th scope="col">Complaint and what was found</th>
                  </tr>
                </thead>
                <tbody>
                  {unit.calls.map((call) => (
                    <tr key={call.id} className="border-b border-rule align-top last:border-0">
                      <td className="py-1 pr-3 whitespace-nowrap">{dayOf(call.receivedAt, timeZone)}</td>
                      <td className="py-1 pr-3 whitespace-nowrap">
                        <Link to={`/calls/${call.id}`} className="text-copper underline underline-offset-4">
                          {call.ref || call.kind}
                        </Link>
                        {call.visitId ? (
                          <>
                            {' '}
                            ·{' '}
                            <Link to={`/visits/${call.visitId}`} className="text-copper underline underline-offset-4">
                              sheet
                            </Link>
                          </>
                        ) : null}
                      </td>
                      <td className="py-1">
                        {call.kind === 'call' ? (
                          call.complaint
                        ) : (
                          <span className="text-verdigris">
                            {call.kind}: {call.complaint}
                          </span>
                        )}
                        {call.found ? <span className="block font-semibold">{call.found}</span> : null}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </Panel>
        </div>
        <div className="space-y-4">
          <Panel title="Left open">
            {open.length === 0 ? <Empty>Everything normal when last left.</Empty> : null}
            <ul className="space-y-1">
              {open.map((c) => (
                <li key={c.id}>
                  {c.hazard ? <span className="hazard-notch text-sm">{c.kind}</span> : <strong>{c.kind}</strong>} since {dayOf(c.openedAt, timeZone)}
                  {c.openedBy ? `, ${c.openedBy}` : ''}. {c.text}
                </li>
              ))}
            </ul>
          </Panel>
          <Panel title="The machine">
            <dl className="grid grid-cols-[auto_1fr] gap-x-4">
              {(
                [
                  ['Kind', unit.kind],
                  ['State', unit.status],
                  ['Maker, model', [unit.manufacturer, unit.model].filter(Boolean).join(' ') || 'not known'],
                  ['Serial', unit.serial ?? 'not known'],
                  ['Built', unit.builtOn ? shortDay(unit.builtOn) : 'not known'],
                  ['Installed', unit.installedOn ? shortDay(unit.installedOn) : 'not known'],
                  ['Size', unit.tons === null ? 'not known' : `${number(unit.tons)} tons`],
                  ['Supply', unit.voltage === null ? 'not known' : `${unit.voltage} V, ${unit.phase ?? '?'} phase`],
                ] as const
              ).map(([name, value]) => (
                <div key={name} className="contents">
                  <dt className="text-soft">{name}</dt>
                  <dd>{value}</dd>
                </div>
              ))}
            </dl>
            <h3 className="mt-3 text-sm">Circuits</h3>
            {unit.circuits.length === 0 ? <p className="text-soft">None on record.</p> : null}
            <ul>
              {unit.circuits.map((c) => (
                <li key={c.id}>
                  {c.number}: {c.refrigerant ?? 'refrigerant not known'}, {c.chargeLb === null ? 'charge not known' : `${number(c.chargeLb, 2)} lb`}
                  {c.metering ? `, ${c.metering}` : ''}
                </li>
              ))}
            </ul>
            <h3 className="mt-3 text-sm">What is in its slots</h3>
            <ul className="columns-2 text-sm">
              {unit.slots.map((slot) => (
                <li key={slot.name} className="break-inside-avoid">
                  {slot.name}
                  {slot.installed ? (
                    <span className="block text-soft">
                      {slot.installed.from ? `since ${shortDay(slot.installed.from)}` : ''} {slot.installed.model ?? ''}
                    </span>
                  ) : null}
                </li>
              ))}
            </ul>
          </Panel>
        </div>
      </div>
      {aside ? (
        <AsideDialog
          flag={aside}
          onClose={() => setAside(undefined)}
          onSave={async (reason) => {
            const dismissal = { id: uuid(), unitId: unit.id, flag: aside.kind as FlagKind, evidence: aside.evidence, reason };
            await dismiss(dismissal).unwrap();
            setAside(undefined);
            toast('Set aside until there is new evidence', { action: { label: 'Undo', onClick: () => void undo(dismissal.id) } });
          }}
        />
      ) : null}
      {editing ? (
        <RecordForm
          title={`Edit ${unit.tag}`}
          fields={[
            { name: 'tag', label: 'Tag' },
            { name: 'areaServed', label: 'Serves' },
            { name: 'kind', label: 'Kind', kind: 'choice', choices: UNIT_KINDS },
            { name: 'status', label: 'State', kind: 'choice', choices: UNIT_STATUSES },
            { name: 'manufacturer', label: 'Manufacturer' },
            { name: 'model', label: 'Model' },
            { name: 'serial', label: 'Serial' },
            { name: 'tons', label: 'Tons', kind: 'number' },
            { name: 'builtOn', label: 'Built on', kind: 'date' },
            { name: 'installedOn', label: 'Installed on', kind: 'date' },
            { name: 'voltage', label: 'Volts', kind: 'number' },
            { name: 'phase', label: 'Phase', hint: '1 or 3' },
            { name: 'handlingNotes', label: 'Handling notes, shown to everybody for ever', kind: 'long' },
          ]}
          schema={unitFields.partial()}
          stored={{ ...unit }}
          onSave={(patch) => update({ id, patch: patch as UnitPatch }).unwrap()}
          onClose={() => setEditing(false)}
        />
      ) : null}
    </Screen>
  );
}

export function AsideDialog({ flag, onSave, onClose }: { flag: FlagView; onSave: (reason: string) => Promise<void>; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState<string>();
  const save = () => {
    if (reason.trim() === '') setWrong('Why is it set aside?');
    else onSave(reason.trim()).catch((error: unknown) => setWrong(problemOf(error).title));
  };
  return (
    <Dialog open onClose={onClose} title="Set this flag aside" description={flag.sentence}>
      <Field label="Why" hint="It comes back by itself when there is new evidence." error={wrong}>
        <input value={reason} onChange={(e) => setReason(e.target.value)} onKeyDown={(e) => (e.key === 'Enter' ? save() : undefined)} autoFocus />
      </Field>
      <div className="mt-3 flex gap-2">
        <Button look="act" onClick={save}>
          Set aside
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
