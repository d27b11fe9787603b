import { wholeBetween, type Random } from '#core/base/random';
import { instantAt } from '#core/base/time';
import type { WaitingFor } from '#core/record/work';
import type { Row, Scenario } from './types.ts';

export const ZONE = 'EST5EDT';

/** Collects rows; ids come from the seed, so the same day always makes the same demo. */
export class Writer {
  readonly rows: Scenario;
  readonly random: Random;
  private readonly noons = new Map<string, number>();

  constructor(today: string, random: Random) {
    this.random = random;
    this.rows = {
      today,
      crews: [],
      users: [],
      crew_members: [],
      absences: [],
      on_call: [],
      holidays: [],
      customers: [],
      agreements: [],
      agreement_refinements: [],
      sites: [],
      contacts: [],
      units: [],
      circuits: [],
      calls: [],
      call_events: [],
      visits: [],
      visit_calls: [],
      entries: [],
      roofs: [],
      site_points: [],
      site_links: [],
      model_notes: [],
      photos: [],
    };
  }

  /** A UUID of version 7's shape out of seeded bits. */
  id(): string {
    const eight = () =>
      Math.floor(this.random() * 2 ** 32)
        .toString(16)
        .padStart(8, '0');
    const [a, b, c, d] = [eight(), eight(), eight(), eight()];
    return `${a}-${b.slice(0, 4)}-7${b.slice(5)}-${'89ab'[parseInt(c[0] as string, 16) % 4]}${c.slice(1, 4)}-${c.slice(4)}${d}`;
  }

  add(table: Exclude<keyof Scenario, 'today' | 'photos'>, row: Row): Row & { id: string } {
    const full = { id: this.id(), ...row };
    this.rows[table].push(full);
    return full;
  }

  /** Working hours lie after any clock change of their night, so noon of a day places them all. */
  at(date: string, minutes: number): string {
    const noon = this.noons.get(date) ?? instantAt(date, 720, ZONE).getTime();
    this.noons.set(date, noon);
    return new Date(noon + (minutes - 720) * 60_000).toISOString();
  }

  /** A call, and who is to go when where that was planned as it was taken. */
  call(row: Row, plan?: { readonly crewId: string; readonly day: string }): Row & { id: string } {
    const call = this.add('calls', row);
    if (plan)
      this.add('call_events', {
        call_id: call.id,
        kind: 'planned',
        body: plan,
        occurred_at: call.received_at,
      });
    return call;
  }

  /** A visit sheet for calls of one site: arrive, what the caller adds, leave. */
  visit(given: {
    siteId: string;
    crewId: string;
    day: string;
    start: number;
    calls: readonly Row[];
    author: string;
    lines: readonly Line[];
    leave?: Leave | undefined;
  }): string {
    const visit = this.add('visits', {
      site_id: given.siteId,
      crew_id: given.crewId,
      planned_for: given.day,
    });
    for (const call of given.calls) this.rows.visit_calls.push({ visit_id: visit.id, call_id: call.id });
    let minute = given.start;
    const write = ({ id, kind, body, unitId, callId }: Line) => {
      const own = id ?? this.id();
      this.add('entries', {
        id: own,
        root_id: own,
        visit_id: visit.id,
        call_id: callId ?? null,
        unit_id: unitId ?? null,
        kind,
        body,
        author_id: given.author,
        occurred_at: this.at(given.day, Math.min(minute, 1430)),
      });
      minute += wholeBetween(this.random, 4, 14);
    };
    write({ kind: 'arrive', body: {} });
    for (const line of given.lines) write(line);
    if (given.leave) {
      write({ kind: 'leave', body: { ...given.leave } });
    }
    return visit.id;
  }
}

/** How a visit leaves its calls. */
export type Leave =
  { readonly outcome: 'done' } | { readonly outcome: 'waiting'; readonly waitingFor: WaitingFor };

export interface Line {
  readonly kind: string;
  readonly body: Record<string, unknown>;
  readonly unitId?: string | undefined;
  readonly callId?: string | undefined;
  /** Where another line speaks of this one. */
  readonly id?: string | undefined;
}
