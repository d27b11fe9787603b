import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { UNIT_KINDS } from '#core/vocabulary';
import { siteFields, type SitePatch } from '#contracts/sites';
import { unitFields, type NewUnit } from '#contracts/units';
import { problemOf } from '../api/base.ts';
import { useCreateUnitMutation, useSiteQuery, useUpdateSiteMutation } from '../api/records.ts';
import { useCreateVisitMutation } from '../api/visits.ts';
import { useWho } from '../app/session.ts';
import { PriorityWord } from '../today/Today.tsx';
import { Button } from '../ui/Button.tsx';
import { FlagWord } from '../ui/Flags.tsx';
import { day, dayOf } from '../ui/format.ts';
import { Plate } from '../ui/Plate.tsx';
import { RecordForm } from '../ui/RecordForm.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { HoursForm } from './HoursForm.tsx';
import { hoursText } from './hours.ts';

const LINK = 'text-copper underline underline-offset-4';

export default function SiteScreen() {
  const { id = '' } = useParams();
  const { can, today, user } = useWho();
  const navigate = useNavigate();
  const { data: site, error, refetch } = useSiteQuery(id);
  const [update] = useUpdateSiteMutation();
  const [createUnit] = useCreateUnitMutation();
  const [createVisit] = useCreateVisitMutation();
  const [form, setForm] = useState<'site' | 'hours' | 'unit'>();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!site) return <Loading what="the site" />;
  const worst = site.units.filter((u) => u.score > 0);
  const sentence = `${site.name}, ${site.customer}: ${site.units.length} units, ${worst.length === 0 ? 'none on the watch list' : `${worst.length} on the watch list, first ${worst[0]?.tag}`}.`;
  const startVisit = async () => {
    try {
      const visit = await createVisit({
        id: uuid(),
        siteId: site.id,
        callIds: site.openCalls.map((c) => c.id),
        crewId: user.crewId,
        plannedFor: today,
      }).unwrap();
      void navigate(`/visits/${visit.id}`);
    } catch (refused) {
      toast(problemOf(refused).title);
    }
  };
  return (
    <Screen
      title={site.name}
      sentence={sentence}
      actions={
        <>
          {can('take call') ? (
            <Link
              to={`/calls/new?site=${site.id}`}
              className="inline-flex min-h-8 items-center rounded-[3px] border-2 border-copper bg-copper px-3 font-semibold text-on-copper"
            >
              Take a call
            </Link>
          ) : null}
          <Button onClick={() => void startVisit()}>Start a visit now</Button>
          {can('edit record') ? <Button onClick={() => setForm('site')}>Edit</Button> : null}
        </>
      }
    >
      <div className="grid gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <Panel title="Units, worst first" actions={can('edit record') ? <Button onClick={() => setForm('unit')}>New unit</Button> : null}>
          {site.units.length === 0 ? <Empty>No unit is on record here yet.</Empty> : null}
          <ul className="divide-y divide-rule">
            {site.units.map((unit) => (
              <li key={unit.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
                <Plate tag={unit.tag} to={`/units/${unit.id}`} flagKinds={unit.flagKinds} status={unit.status} />
                <span>{unit.areaServed ?? unit.kind}</span>
                {unit.flagKinds.map((kind) => (
                  <FlagWord key={kind} kind={kind} />
                ))}
                <span className="ml-auto text-sm text-soft">{unit.lastVisitAt ? dayOf(unit.lastVisitAt, site.timeZone) : 'never visited'}</span>
                {unit.score > 0 ? <span className="w-full text-sm">{unit.sentence}</span> : null}
              </li>
            ))}
          </ul>
        </Panel>
        <div className="space-y-4">
          <Panel
            title="Getting in"
            actions={
              can('edit record') ? (
                <Button look="quiet" onClick={() => setForm('hours')}>
                  Change hours
                </Button>
              ) : null
            }
          >
            <p>{site.address ?? 'Address not known.'}</p>
            <p className="mt-1">Open: {hoursText(site.openingHours)}</p>
            {site.access ? <p className="mt-1 whitespace-pre-line">{site.access}</p> : null}
            {site.contact ? <p className="mt-1">{site.contact}</p> : null}
            {site.lat === null ? <p className="mt-1 font-semibold text-copper">Position not known: the site cannot be put on a route.</p> : null}
          </Panel>
          <Panel title="Open calls">
            {site.openCalls.length === 0 ? <Empty>None.</Empty> : null}
            <ul>
              {site.openCalls.map((call) => (
                <li key={call.id} className="py-0.5">
                  <PriorityWord priority={call.priority} />{' '}
                  <Link to={`/calls/${call.id}`} className={LINK}>
                    {call.ref || call.kind}
                  </Link>{' '}
                  {call.complaint}
                </li>
              ))}
            </ul>
          </Panel>
          <Panel title="Last visits">
            {site.recentVisits.length === 0 ? <Empty>None yet.</Empty> : null}
            <ul>
              {site.recentVisits.map((visit) => (
                <li key={visit.id} className="truncate">
                  <Link to={`/visits/${visit.id}`} className={LINK}>
                    {visit.on ? day(visit.on) : 'no day'}
                  </Link>{' '}
                  {visit.crew} <span className="text-sm text-soft">{visit.refs}</span>
                </li>
              ))}
            </ul>
          </Panel>
        </div>
      </div>
      {form === 'hours' ? <HoursForm site={site} onClose={() => setForm(undefined)} /> : null}
      {form === 'site' ? (
        <RecordForm
          title={`Edit ${site.name}`}
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'ref', label: 'Ref' },
            { name: 'address', label: 'Address' },
            { name: 'contact', label: 'Contact' },
            { name: 'lat', label: 'Latitude', kind: 'number' },
            { name: 'lon', label: 'Longitude', kind: 'number' },
            { name: 'access', label: 'Access: key, ladder, parking, hazards', kind: 'long' },
          ]}
          schema={siteFields.partial()}
          stored={{ ...site }}
          onSave={(patch) => update({ id, patch: patch as SitePatch }).unwrap()}
          onClose={() => setForm(undefined)}
        />
      ) : null}
      {form === 'unit' ? (
        <RecordForm
          title={`New unit at ${site.name}`}
          fields={[
            { name: 'tag', label: 'Tag', hint: 'The short name on the plate, such as RTU-4' },
            { name: 'kind', label: 'Kind', kind: 'choice', choices: UNIT_KINDS },
            { name: 'areaServed', label: 'Serves' },
            { name: 'manufacturer', label: 'Manufacturer' },
            { name: 'model', label: 'Model' },
            { name: 'serial', label: 'Serial' },
            { name: 'builtOn', label: 'Built on', kind: 'date' },
            { name: 'installedOn', label: 'Installed on', kind: 'date' },
            { name: 'tons', label: 'Tons', kind: 'number' },
          ]}
          schema={unitFields.partial().required({ tag: true, kind: true })}
          stored={{}}
          onSave={async (patch) => {
            const made = await createUnit({ ...patch, id: uuid(), siteId: id } as NewUnit).unwrap();
            void navigate(`/units/${made.id}`);
          }}
          onClose={() => setForm(undefined)}
        />
      ) : null}
    </Screen>
  );
}
