import { hoursText } from '#core/base/time';
import { plural } from '#core/base/sentences';
import { conditionStanding } from '#core/record/conditions';
import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { isAnotherCrews } from '#contracts/roles';
import { useSiteQuery } from '../api/sites.ts';
import { useCreateVisitMutation } from '../api/visits.ts';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { FlagWord } from '../ui/marks/Flags.tsx';
import { DaysBar } from '../ui/marks/DaysBar.tsx';
import { day, dayIn, dayOf } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { StandsOpen } from '../ui/marks/StandsOpen.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';
import { Ghost } from '../ui/frame/Ghost.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { Agreed } from '../ui/marks/Agreed.tsx';
import { GettingIn } from '../ui/marks/GettingIn.tsx';
import { Contacts } from './Contacts.tsx';
import type { SiteFormName } from './SiteForms.tsx';
import { sayRefused } from '../ui/saying/say.ts';

/** The forms bring their contracts along; they come when the first one is opened. */
const SiteForms = lazy(() => import('./SiteForms.tsx'));

const LINK = 'link';

export default function SiteScreen() {
  const { id = '' } = useParams();
  const { can, today, user } = useWho();
  const navigate = useNavigate();
  const { data: site, error, refetch } = useSiteQuery(id);
  const [createVisit] = useCreateVisitMutation();
  const [form, setForm] = useState<SiteFormName>();
  const units = site?.units;
  const unitIds = useMemo(() => (units ?? []).map((unit) => unit.id), [units]);
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!site) return <Loading what="the site" />;
  const worst = site.units.filter((u) => u.score > 0);
  const sentence = `${site.name}, ${site.customer}: ${plural(site.units.length, 'unit')}, ${worst.length === 0 ? 'none on the watch list' : `${worst.length} on the watch list, first ${worst[0]?.tag}`}.`;
  // A call that another crew has is that crew's: a sheet opened here without the right leaves it alone.
  const ours = site.openCalls.filter(
    ({ crewId }) => !isAnotherCrews(crewId, user) || can('write for another crew'),
  );
  const left = site.openCalls.length - ours.length;
  const startVisit = async () => {
    try {
      const visit = await createVisit({
        id: uuid(),
        siteId: site.id,
        callIds: ours.map((c) => c.id),
        crewId: user.crewId,
        plannedFor: today,
      }).unwrap();
      void navigate(`/visits/${visit.id}`);
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <Screen
      title={site.name}
      sentence={sentence}
      actions={
        <>
          {can('take call') ? (
            <Link to={`/calls/new?site=${site.id}`} className={pressed({ look: 'act' })}>
              Take a call
            </Link>
          ) : null}
          <Button onClick={() => void startVisit()}>Start a visit now</Button>
          {can('edit record') ? <Button onClick={() => setForm('site')}>Edit</Button> : null}
        </>
      }
    >
      <Stories units={unitIds}>
        <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
          <div className="space-y-4">
            {site.conditions.length > 0 ? (
              <Panel title="Left open here">
                <ul className="space-y-1">
                  {site.conditions.map((c) => (
                    <li key={c.id}>
                      <Plate
                        tag={site.units.find((u) => u.id === c.unitId)?.tag ?? 'unit'}
                        to={`/units/${c.unitId}`}
                        flagKinds={site.units.find((u) => u.id === c.unitId)?.flagKinds}
                      />{' '}
                      {c.hazard ? (
                        <span className="hazard-notch text-sm">{c.kind}</span>
                      ) : (
                        <strong>{c.kind}</strong>
                      )}{' '}
                      <LeftFor
                        kind={c.kind as ConditionKind}
                        since={dayIn(c.openedAt, site.timeZone)}
                        today={today}
                      />
                      <span className="block">{c.text}</span>
                    </li>
                  ))}
                </ul>
              </Panel>
            ) : null}
            {site.atPoints.standing.length + site.atPoints.recommended.length > 0 ? (
              <Panel title="At the building’s panels and plant">
                <StandsOpen {...site.atPoints} zone={site.timeZone} />
              </Panel>
            ) : null}
            <Panel
              title="Units, worst first"
              actions={can('edit record') ? <Button onClick={() => setForm('unit')}>New unit</Button> : null}
            >
              {site.units.length === 0 ? <Empty ghost="unit">No unit is on record here yet.</Empty> : null}
              <ul className="divide-y divide-rule">
                {site.units.map((unit) => (
                  <li key={unit.id} className="unit-row py-1">
                    <span className="w-24 shrink-0">
                      <Plate
                        tag={unit.tag}
                        to={`/units/${unit.id}`}
                        flagKinds={unit.flagKinds}
                        status={unit.status}
                      />
                    </span>
                    <span className="truncate desk:w-36 desk:shrink-0">{unit.areaServed ?? unit.kind}</span>
                    <UnitStory unitId={unit.id} />
                    <span className="flex min-w-0 grow items-baseline gap-2">
                      {unit.flagKinds.slice(0, 2).map((kind) => (
                        <FlagWord key={kind} kind={kind} />
                      ))}
                      {unit.score > 0 ? (
                        <span className="unit-words min-w-0 truncate" title={unit.sentence}>
                          {unit.sentence}
                        </span>
                      ) : (
                        <span className="unit-words min-w-0 truncate text-soft">
                          {unit.lastVisitAt
                            ? `last visit ${dayOf(unit.lastVisitAt, site.timeZone)}`
                            : 'never visited'}
                        </span>
                      )}
                    </span>
                  </li>
                ))}
              </ul>
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
                    {call.crew ? <span className="text-sm text-soft"> {call.crew}</span> : null}
                  </li>
                ))}
              </ul>
              {left > 0 ? (
                <p className="mt-1 text-sm text-soft">
                  {left === 1
                    ? 'One call is with another crew; a visit you start here leaves it alone.'
                    : `${left} calls are with other crews; a visit you start here leaves them alone.`}
                </p>
              ) : null}
            </Panel>
            <Panel title="Last visits">
              {site.recentVisits.length === 0 ? <Empty ghost="sheet">None yet.</Empty> : null}
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
            <Contacts siteId={site.id} />
          </div>
          <div className="space-y-4">
            <Panel title="The roof">
              {site.roofs.length > 0 ? (
                <SiteRoofs siteId={site.id} width={380} height={220} />
              ) : (
                <>
                  <Ghost of="roof" />
                  <p className="flex flex-wrap items-center gap-x-3">
                    Nobody has drawn it yet.
                    {can('map site') ? <Button onClick={() => setForm('roof')}>Draw a roof</Button> : null}
                  </p>
                </>
              )}
            </Panel>
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
              actions={
                can('map site') && site.roofs.length > 0 ? (
                  <Button onClick={() => setForm('roof')}>Draw another roof</Button>
                ) : null
              }
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
          </div>
        </div>
      </Stories>
      {form ? (
        <Suspense fallback={null}>
          <SiteForms form={form} site={site} onClose={() => setForm(undefined)} />
        </Suspense>
      ) : null}
    </Screen>
  );
}

/** How long something has been left, against how long it may be. */
function LeftFor({ kind, since, today }: { kind: ConditionKind; since: string; today: string }) {
  const { days, overdue } = conditionStanding(kind, since, today);
  return <DaysBar days={days} allowed={CONDITION_KINDS[kind].allowedDays} late={overdue} longest={0} />;
}
