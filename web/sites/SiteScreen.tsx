import { plural } from '#core/reasons';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { problemOf } from '../api/base.ts';
import { useSiteQuery } from '../api/sites.ts';
import { useCreateVisitMutation } from '../api/visits.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/Button.tsx';
import { FlagWord } from '../ui/Flags.tsx';
import { day, dayOf } from '../ui/format.ts';
import { Plate } from '../ui/Plate.tsx';
import { PriorityWord } from '../ui/PriorityWord.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { Agreed } from '../ui/Agreed.tsx';
import { GettingIn } from '../ui/GettingIn.tsx';
import { hoursText } from './hoursText.ts';
import type { SiteFormName } from './SiteForms.tsx';

/** The forms bring their contracts along; they come when the first one is opened. */
const SiteForms = lazy(() => import('./SiteForms.tsx'));

const LINK = 'text-copper underline underline-offset-4';

export default function SiteScreen() {
  const { id = '' } = useParams();
  const { can, today, user } = useWho();
  const navigate = useNavigate();
  const { data: site, error, refetch } = useSiteQuery(id);
  const [createVisit] = useCreateVisitMutation();
  const [form, setForm] = useState<SiteFormName>();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!site) return <Loading what="the site" />;
  const worst = site.units.filter((u) => u.score > 0);
  const sentence = `${site.name}, ${site.customer}: ${plural(site.units.length, 'unit')}, ${worst.length === 0 ? 'none on the watch list' : `${worst.length} on the watch list, first ${worst[0]?.tag}`}.`;
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
        <Panel
          title="Units, worst first"
          actions={can('edit record') ? <Button onClick={() => setForm('unit')}>New unit</Button> : null}
        >
          {site.units.length === 0 ? <Empty>No unit is on record here yet.</Empty> : null}
          <ul className="divide-y divide-rule">
            {site.units.map((unit) => (
              <li key={unit.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
                <Plate
                  tag={unit.tag}
                  to={`/units/${unit.id}`}
                  flagKinds={unit.flagKinds}
                  status={unit.status}
                />
                <span>{unit.areaServed ?? unit.kind}</span>
                {unit.flagKinds.map((kind) => (
                  <FlagWord key={kind} kind={kind} />
                ))}
                <span className="ml-auto text-sm text-soft">
                  {unit.lastVisitAt ? dayOf(unit.lastVisitAt, site.timeZone) : 'never visited'}
                </span>
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
                <>
                  <Button look="quiet" onClick={() => setForm('needs')}>
                    Who goes
                  </Button>
                  <Button look="quiet" onClick={() => setForm('hazards')}>
                    Hazards
                  </Button>
                  <Button look="quiet" onClick={() => setForm('hours')}>
                    Hours
                  </Button>
                </>
              ) : null
            }
          >
            {site.counter ? <p className="font-semibold">Supply counter: parts are fetched here.</p> : null}
            <p>{site.address ?? 'Address not known.'}</p>
            <p className="mt-1">Open: {hoursText(site.openingHours)}</p>
            {site.needs.offHours ? (
              <p className="mt-1">Units may be off: {hoursText(site.needs.offHours)}</p>
            ) : null}
            {site.needs.people > 1 || site.needs.skills.length > 0 ? (
              <p className="mt-1">
                Who goes: {site.needs.people > 1 ? `${site.needs.people} people` : 'anybody'}
                {site.needs.skills.length > 0
                  ? `, licensed or skilled for ${site.needs.skills.join(', ')}`
                  : ''}
              </p>
            ) : null}
            <div className="mt-1">
              <GettingIn place={site} />
            </div>
            <div className="mt-2 border-t border-rule pt-2">
              <Agreed agreed={site.agreed} />
            </div>
            {site.lat === null ? (
              <p className="mt-1 font-semibold">Position not known: the site cannot be put on a route.</p>
            ) : null}
          </Panel>
          <Panel
            title="The building"
            actions={can('map site') ? <Button onClick={() => setForm('roof')}>Draw a roof</Button> : null}
          >
            <ul>
              {site.roofs.map((roof) => (
                <li key={roof.id}>
                  <Link to={`/roofs/${roof.id}`} className={LINK}>
                    {roof.name}
                  </Link>{' '}
                  <span className="text-soft">{plural(roof.units, 'unit')} drawn</span>
                </li>
              ))}
              <li>
                <Link to={`/sites/${site.id}/feeds`} className={LINK}>
                  Feeds and controls
                </Link>{' '}
                <span className="text-soft">which breaker, which thermostat, which area</span>
              </li>
              <li>
                <Link to={`/sites/${site.id}/labels`} className={LINK}>
                  Labels to print
                </Link>
              </li>
            </ul>
          </Panel>
          {site.conditions.length > 0 ? (
            <Panel title="Left open here">
              <ul className="space-y-1">
                {site.conditions.map((c) => (
                  <li key={c.id}>
                    <Link
                      to={`/units/${c.unitId}`}
                      className="plate text-sm text-copper underline underline-offset-4"
                    >
                      {site.units.find((u) => u.id === c.unitId)?.tag ?? 'unit'}
                    </Link>{' '}
                    {c.hazard ? (
                      <span className="hazard-notch text-sm">{c.kind}</span>
                    ) : (
                      <strong>{c.kind}</strong>
                    )}{' '}
                    since {dayOf(c.openedAt, site.timeZone)}. {c.text}
                  </li>
                ))}
              </ul>
            </Panel>
          ) : null}
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
      {form ? (
        <Suspense fallback={null}>
          <SiteForms form={form} site={site} onClose={() => setForm(undefined)} />
        </Suspense>
      ) : null}
    </Screen>
  );
}
