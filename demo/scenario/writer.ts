import { wholeBetween, type Random } from '#core/random';
import { instantAt } from '#core/time';
import type { Row, Scenario } from './types.ts';

export const ZONE = 'EST5EDT';

/** Collects rows; ids come from the seed, so the same day always makes the same demo. */
export class Writer {
  readonly rows: Scenario;
  readonly random: Random;

  constructor(today: string, random: Random) {
    this.random = random;
    this.rows = {
      today,
      crews: [],
      users: [],
      customers: [],
      sites: [],
      units: [],
      circuits: [],
      calls: [],
      visits: [],
      visit_calls: [],
      entries: [],
    };
  }

  /** A UUID of version 7's shape out of seeded bits. */
  id(): string {
    const hex = Array.from({ length: 32 }, () => Math.floor(this.random() * 16).toString(16));
    hex[12] = '7';
    hex[16] = '89ab'[Math.floor(this.random() * 4)] as string;
    const s = hex.join('');
    return `${s.slice(0, 8)}-${s.slice(8, 12)}-${s.slice(12, 16)}-${s.slice(16, 20)}-${s.slice(20)}`;
  }

  add(table: Exclude<keyof Scenario, 'today'>, row: Row): Row & { id: string } {
    const full = { id: this.id(), ...row };
    this.rows[table].push(full);
    return full;
  }

  at(date: string, minutes: number): string {
    return instantAt(date, minutes, ZONE).toISOString();
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
    leave?: 'completed' | 'return planned' | undefined;
  }): string {
    const visit = this.add('visits', { site_id: given.siteId, crew_id: given.crewId, planned_for: given.day });
    for (const call of given.calls) this.rows.visit_calls.push({ visit_id: visit.id, call_id: call.id });
    let minute = given.start;
    const write = ({ kind, body, unitId, callId }: Line) => {
      this.add('entries', {
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
      const end = this.at(given.day, Math.min(minute, 1430));
      write({ kind: 'leave', body: { outcome: given.leave } });
      for (const call of given.calls) if (given.leave === 'completed') Object.assign(call, { status: 'completed', completed_at: end });
    }
    return visit.id;
  }
}

export interface Line {
  readonly kind: string;
  readonly body: Record<string, unknown>;
  readonly unitId?: string | undefined;
  readonly callId?: string | undefined;
}
