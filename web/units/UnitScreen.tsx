import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { plural } from '#core/base/sentences';
import { CONDITION_KINDS, UNIT_KINDS, UNIT_STATUSES, type ConditionKind } from '#core/base/vocabulary';
import { unitFields, type UnitPage, type UnitPatch } from '#contracts/units';
import { useUnitQuery, useUpdateUnitMutation } from '../api/units.ts';
import { useKept } from '../outbox/kept.ts';
import { useWho } from '../state/session.ts';
import { StoryLine } from '../drawings/StoryLine.tsx';
import { Waiting } from '../waiting/Waiting.tsx';
import { PhotoStrip, TakePhoto } from '../photos/Photos.tsx';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { FlagList } from '../ui/marks/Flags.tsx';
import { dayOf, shortDay } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { TableBox } from '../ui/frame/TableBox.tsx';
import { decisionWords, useDeciding } from '../watch/deciding.tsx';
import { FeedPanel } from './FeedPanel.tsx';
import { MachineForm } from './MachineForm.tsx';
import { MachinePanel } from './MachinePanel.tsx';
import { ModelNotes } from './ModelNotes.tsx';
import { SectionPanel } from './SectionPanel.tsx';
import { TasksPanel } from './TasksPanel.tsx';

export default function UnitScreen() {
  const { id = '' } = useParams();
  const { can, today, timeZone } = useWho();
  const { data, error, refetch } = useUnitQuery(id);
  const unit = useKept<UnitPage>(`unit ${id}`, data);
  const [update] = useUpdateUnitMutation();
  const deciding = useDeciding();
  const [editing, setEditing] = useState(false);
  const [reading, setReading] = useState(false);
  const [whole, setWhole] = useState(false);
  if (error && !unit)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!unit) return <Loading what="the unit" />;
  const open = unit.conditions.filter((c) => c.closedAt === null);
  const planned = unit.calls.filter((call) => call.kind !== 'call').length;

  return (
    <Screen
      title={`${unit.tag}, ${unit.site}`}
      sentence={
        <span className="flex items-start gap-3 max-sm:flex-wrap">
          <Plate tag={unit.tag} flagKinds={unit.flagKinds} status={unit.status} large />
          <span>{unit.sentence}</span>
        </span>
      }
      actions={
        <>
          {can('take call') ? (
            <Link
              to={`/calls/new?site=${unit.siteId}&unit=${unit.id}`}
              className={pressed({ look: deciding.button(unit, unit.verdict.flags) ? 'plain' : 'act' })}
            >
              Take a call
            </Link>
          ) : null}
          <Link to={`/bench/charge?unit=${unit.id}`} className={pressed()}>
            Bench
          </Link>
          {can('edit record') ? <Button onClick={() => setEditing(true)}>Edit</Button> : null}
        </>
      }
    >
      {error ? (
        <p role="status" className="mb-2 font-semibold">
          No signal: the unit as last seen on this phone.
        </p>
      ) : null}
      <p className="mb-3 text-soft">
        <Link to={`/sites/${unit.siteId}`} className="link">
          {unit.site}
        </Link>
        , {unit.customer}. Serves {unit.areaServed ?? 'an area that is not known yet'}.
        {unit.handlingNotes ? (
          <strong className="block text-ink">Handling: {unit.handlingNotes}</strong>
        ) : null}
      </p>
      <Waiting about={unit.id} />
      <Panel className="mb-4">
        <StoryLine story={unit.story} conditions={unit.conditions} today={today} sentence={unit.sentence} />
      </Panel>
      <SectionPanel
        unit={unit}
        beside={
          <>
            <Panel
              title={`Verdict as of ${shortDay(unit.verdict.asOf)}`}
              actions={deciding.button(unit, unit.verdict.flags, 'act')}
            >
              {unit.verdict.flags.length === 0 ? (
                <Empty>
                  {unit.sentence.replace(/\.$/, '')}: no hazard, no repeat, no callback, no leak, not old.
                </Empty>
              ) : null}
              <FlagList flags={unit.verdict.flags} said={unit.sentence} />
              {unit.decisions.map((decision) => (
                <p key={decision.id} className="mt-1 flex flex-wrap items-center gap-x-2 text-verdigris">
                  <strong>Decided {dayOf(decision.at, timeZone)}:</strong> {decisionWords(decision)}{' '}
                  {deciding.takeBack(decision)}
                </p>
              ))}
            </Panel>
            <Panel title="Left open">
              {open.length === 0 ? <Empty>Everything normal when last left.</Empty> : null}
              <ul className="space-y-1">
                {open.map((c) => (
                  <li key={c.id}>
                    {c.hazard ? (
                      <span className="hazard-notch text-sm">{c.kind}</span>
                    ) : (
                      <strong>{c.kind}</strong>
                    )}{' '}
                    since {dayOf(c.openedAt, timeZone)}
                    {c.openedBy ? `, ${c.openedBy}` : ''}.{' '}
                    {c.changedFrom || c.changedTo
                      ? `${c.changedFrom ?? 'not said'} → ${c.changedTo ?? 'not said'}. `
                      : ''}
                    {c.text}
                    <span className="block text-sm text-soft">
                      Closes it: {c.closes ?? CONDITION_KINDS[c.kind as ConditionKind].closes}
                    </span>
                  </li>
                ))}
              </ul>
            </Panel>
          </>
        }
      />
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="space-y-4">
          <Panel
            title="Calls and maintenance"
            actions={
              planned > 0 ? (
                <Button look="quiet" aria-pressed={whole} onClick={() => setWhole(!whole)}>
                  {whole ? 'Fold planned visits' : `Show ${plural(planned, 'planned visit')}`}
                </Button>
              ) : null
            }
          >
            {unit.calls.length === 0 ? (
              <Empty ghost="unit">No call and no maintenance is on record.</Empty>
            ) : null}
            <TableBox label="Calls and maintenance" scrolls="max-h-96 overflow-y-auto roof:max-h-none">
              <table className="in-lines w-full text-left">
                <thead>
                  <tr className="border-b-2 border-ink text-sm">
                    <th scope="col">Received</th>
                    <th scope="col">Call</th>
                    <th scope="col">Complaint and what was found</th>
                  </tr>
                </thead>
                <tbody>
                  {unit.calls
                    .filter((call) => whole || call.kind === 'call')
                    .map((call) => (
                      <tr key={call.id} className="border-b border-rule align-top last:border-0">
                        <td className="py-1 pr-3 whitespace-nowrap">{dayOf(call.receivedAt, timeZone)}</td>
                        <td className="py-1 pr-3 whitespace-nowrap">
                          <Link to={`/calls/${call.id}`} className="link">
                            {call.ref || call.kind}
                          </Link>
                          {call.visitId ? (
                            <>
                              {' '}
                              ·{' '}
                              <Link to={`/visits/${call.visitId}`} className="link">
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
                          {call.found ? <strong className="ml-2">{call.found}</strong> : null}
                          {call.state === 'done' ? null : (
                            <span className="ml-2 text-sm text-soft">{call.state}</span>
                          )}
                        </td>
                      </tr>
                    ))}
                </tbody>
              </table>
            </TableBox>
          </Panel>
          <MachinePanel unit={unit} onWrite={can('map site') ? () => setReading(true) : undefined} />
          <Panel
            title="Photographs"
            actions={
              can('map site') ? (
                <TakePhoto
                  owner={{ unitId: unit.id }}
                  about={unit.id}
                  purposes={['nameplate', 'condition', 'wiring']}
                />
              ) : null
            }
          >
            {unit.photos.length === 0 ? (
              <Empty ghost="picture">No picture yet. The nameplate first: it gets covered.</Empty>
            ) : (
              <PhotoStrip photos={unit.photos} />
            )}
          </Panel>
          <ModelNotes unit={unit} />
        </div>
        <div className="space-y-4">
          <Panel title="Recommended">
            {unit.recommendations.length === 0 ? <Empty>Nothing is recommended.</Empty> : null}
            <ul className="space-y-1">
              {unit.recommendations.map((recommended) => (
                <li key={recommended.id}>
                  {recommended.text}{' '}
                  <span className="text-sm text-soft">
                    {shortDay(recommended.on)}
                    {recommended.by ? `, ${recommended.by}` : ''}
                  </span>
                </li>
              ))}
            </ul>
          </Panel>
          <TasksPanel unit={unit} />
          <FeedPanel unit={unit} />
        </div>
      </div>
      {deciding.dialog}
      {reading ? <MachineForm unit={unit} onClose={() => setReading(false)} /> : null}
      {editing ? (
        <RecordForm
          title={`Edit ${unit.tag}`}
          fields={[
            { name: 'tag', label: 'Tag' },
            { name: 'areaServed', label: 'Serves' },
            { name: 'kind', label: 'Kind', kind: 'choice', choices: UNIT_KINDS },
            { name: 'status', label: 'State', kind: 'choice', choices: UNIT_STATUSES },
            {
              name: 'standsInFor',
              label: 'Stands in for',
              kind: 'choice',
              mayBeNone: true,
              choices: unit.beside.map(({ id: value, tag: label }) => ({ value, label })),
            },
            { name: 'installedOn', label: 'Installed on', kind: 'date' },
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
