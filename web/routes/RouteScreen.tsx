import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { clockText } from '#core/time';
import { useCancelRouteMutation, useRouteQuery } from '../api/routes.ts';
import { useWho } from '../state/session.ts';
import { DayStrip } from '../drawings/DayStrip.tsx';
import { Button } from '../ui/Button.tsx';
import { day } from '../ui/format.ts';
import { Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { onTheRoad, PlanTable } from './PlanTable.tsx';
import { RouteMap } from '../maps/RouteMap.tsx';

const FILE =
  'inline-flex min-h-8 items-center rounded-[3px] border-2 border-rule bg-sheet px-3 font-semibold ' +
  'hover:border-copper';

export default function RouteScreen() {
  const { id = '' } = useParams();
  const { can } = useWho();
  const navigate = useNavigate();
  const { data: route, error, refetch } = useRouteQuery(id);
  const [cancel] = useCancelRouteMutation();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!route) return <Loading what="the route" />;
  const names = new Map(route.stops.map((s) => [s.siteId, s.site]));
  const order = new Map(route.plan.stops.map((s, i) => [s.stopId, i + 1]));
  const details = new Map(
    route.stops.map((s) => [
      s.siteId,
      <div key={s.siteId} className="text-sm">
        {s.customer}
        {s.address ? `, ${s.address}` : ''}
        <ul className="list-disc pl-5">
          {s.work.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {s.access ? <span className="text-soft">Access: {s.access}</span> : null}
      </div>,
    ]),
  );
  return (
    <Screen
      title={`${route.crew.name} ${route.day}`}
      sentence={`${route.crew.name}, ${day(route.day)}: ${route.plan.stops.length} stops, out ${clockText(route.plan.departAt)}, back ${clockText(route.plan.returnAt)}, ${onTheRoad(route.plan.driveMinutes, route.problem.travel.estimated)}.`}
      actions={
        <>
          <Button look="act" onClick={() => window.print()}>
            Print
          </Button>
          <a className={FILE} href={`/api/routes/${id}/calendar.ics`}>
            Calendar (.ics)
          </a>
          <a className={FILE} href={`/api/routes/${id}/track.gpx`}>
            GPX
          </a>
          {can('plan route') ? (
            <Button
              onClick={() =>
                void cancel({ id, cancelled: true }).then(() => {
                  toast('Route cancelled', {
                    action: {
                      label: 'Undo',
                      onClick: () =>
                        void cancel({ id, cancelled: false }).then(() => navigate(`/routes/${id}`)),
                    },
                  });
                  void navigate('/routes');
                })
              }
            >
              Cancel the route
            </Button>
          ) : null}
        </>
      }
    >
      <div className="grid gap-4 lg:grid-cols-2 print:block">
        <div className="space-y-3">
          <RouteMap
            yard={route.crew.start ?? undefined}
            stops={route.stops.flatMap((s) =>
              s.lat === null || s.lon === null || !order.has(s.siteId)
                ? []
                : [
                    {
                      id: s.siteId,
                      name: s.site,
                      lat: s.lat,
                      lon: s.lon,
                      order: order.get(s.siteId) as number,
                    },
                  ],
            )}
          />
          <Panel>
            <DayStrip
              plan={route.plan}
              shift={route.problem.shift}
              names={names}
              windows={new Map(route.problem.stops.map((s) => [s.id, s.windows]))}
            />
          </Panel>
        </div>
        <Panel title="Stops">
          <PlanTable
            plan={route.plan}
            estimated={route.problem.travel.estimated}
            names={names}
            details={details}
            links={new Map(route.stops.map((s) => [s.siteId, s.visitId]))}
          />
        </Panel>
      </div>
    </Screen>
  );
}
