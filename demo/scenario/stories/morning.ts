import type { WaitingFor } from '#core/record/work';
import { addDays } from '#core/base/time';
import { unitAt, type DemoSite } from '../fleet.ts';
import { workday } from '../maintenance.ts';
import type { Writer } from '../writer.ts';

/** What is on the desk this morning: calls that wait, and those planned for today. */
export function thisMorning(writer: Writer, sites: readonly DemoSite[]): void {
  const today = writer.rows.today;
  const planned = workday(today);
  const open = (site: string, tag: string | null, complaint: string, more: Record<string, unknown>) => {
    const where = sites.find((s) => s.name === site) as DemoSite;
    const unit = tag === null ? undefined : unitAt(sites, site, tag);
    const { crew_id: crewId, ...told } = more;
    const plan = typeof crewId === 'string' ? { crewId, day: planned } : undefined;
    const call = writer.call(
      {
        site_id: where.id,
        unit_id: unit?.id ?? null,
        kind: 'call',
        received_at: writer.at(today, 425),
        complaint,
        area: unit?.area ?? null,
        ...told,
      },
      plan,
    );
    if (!plan) return;
    const visit = writer.add('visits', { site_id: where.id, crew_id: plan.crewId, planned_for: planned });
    writer.rows.visit_calls.push({ visit_id: visit.id, call_id: call.id });
  };
  const crewOf = (site: string) => (sites.find((s) => s.name === site) as DemoSite).crew.id;
  open('Throwing Rooms', 'HP-2', 'Glaze room will not hold temperature again', {
    system: 'cooling',
    priority: 'today',
    stake: 'stock or equipment',
    caller: 'glaze technician',
    crew_id: crewOf('Throwing Rooms'),
  });
  open('Tannery Fields Clinic', 'HP-2', 'Ward too warm, two animals in recovery', {
    system: 'cooling',
    priority: 'at once',
    stake: 'people at risk',
    caller: 'head nurse',
    crew_id: crewOf('Tannery Fields Clinic'),
  });
  open('Records Annex', null, 'Archive upstairs is muggy', {
    system: 'cooling',
    priority: 'this week',
    caller: 'archivist',
  });
  open('Press Hall', 'RTU-2', 'Press 2 operators say it cycles', {
    system: 'cooling',
    priority: 'this week',
    caller: 'shift foreman',
  });
  open('Harbour Interchange', 'RTU-1', 'Waiting hall cold at opening', {
    system: 'heating',
    priority: 'with the next route',
    stake: 'comfort',
    caller: 'duty manager',
  });
  open('Quayside Rink', 'RTU-2', 'Floor sweats, skaters slip', {
    system: 'cooling',
    priority: 'today',
    stake: 'people at risk',
    caller: 'floor manager',
    crew_id: crewOf('Quayside Rink'),
  });
  open('Container Gate', 'HP-4', 'Server room at 84 and climbing', {
    system: 'cooling',
    priority: 'today',
    stake: 'stock or equipment',
    caller: 'gate control',
    crew_id: crewOf('Container Gate'),
  });
  open('Label Works', 'RTU-4', 'Second opinion: another company says the compressor is done', {
    system: 'cooling',
    priority: 'this week',
    caller: 'works manager',
  });
  open('Lantern Hill Store', null, 'Wine vault smells damp', {
    system: 'cooling',
    priority: 'this week',
    stake: 'stock or equipment',
    caller: 'desk',
  });

  const onHold = (
    [site, tag]: readonly [string, string],
    days: number,
    waitingFor: WaitingFor,
    complaint: string,
    more: Record<string, unknown> = {},
  ) => {
    const unit = unitAt(sites, site, tag);
    const call = writer.call({
      site_id: unit.site.id,
      unit_id: unit.id,
      kind: 'call',
      received_at: writer.at(addDays(today, -days), 600),
      complaint,
      area: unit.area,
      priority: 'this week',
      ...more,
    });
    writer.add('call_events', {
      call_id: call.id,
      kind: 'waiting',
      body: { waitingFor },
      occurred_at: writer.at(addDays(today, -days + 1), 660),
    });
  };
  onHold(
    ['Harbour Interchange', 'RTU-2'],
    9,
    'parts',
    'Heat exchanger to be replaced, approved by the depot',
    { system: 'heating', minutes: 300, people: 2 },
  );
  onHold(['Gullhaven Branch', 'RTU-1'], 13, 'approval', 'Both condenser fan motors loud: quote sent', {
    system: 'cooling',
    minutes: 90,
  });
}
