import { randomUUID } from 'node:crypto';
import { signIn } from './load.ts';
import { percentile, type Row } from './table.ts';

const ENTRIES = 500;
const MEASURED = 60;

/**
 * One more line on a unit whose sheets already hold 500: sent, folded, judged and answered over HTTP. The
 * lines are those of ordinary work, three in four of them notes of what was done.
 */
export async function benchEntry(address: string): Promise<Row> {
  const cookie = await signIn(address);
  const send = async <T>(path: string, body?: object): Promise<T> => {
    const response = await fetch(`${address}${path}`, {
      ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
      headers: { cookie, 'content-type': 'application/json' },
    });
    const answer = await response.text();
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${answer.slice(0, 300)}`);
    return JSON.parse(answer || 'null') as T;
  };
  const [site] = await send<{ kind: string; id: string }[]>('/api/search?q=site+77');
  const siteId = site?.id as string;
  const [unitId, callId, visitId] = [randomUUID(), randomUUID(), randomUUID()];
  await send('/api/units', { id: unitId, siteId, tag: 'RTU-500', kind: 'package gas/electric' });
  const receivedAt = new Date(Date.now() - 3600_000).toISOString();
  await send('/api/calls', {
    id: callId,
    siteId,
    unitId,
    complaint: 'Not cooling',
    receivedAt,
    priority: 'today',
  });
  const plannedFor = receivedAt.slice(0, 10);
  await send('/api/visits', { id: visitId, siteId, crewId: null, plannedFor, callIds: [callId] });
  const write = (i: number) =>
    send(`/api/visits/${visitId}/entries`, {
      id: randomUUID(),
      visitId,
      unitId,
      ...(i % 4 === 0
        ? { kind: 'finding', body: { component: 'contactor', failure: 'burnt', grade: 'proven' } }
        : { kind: 'work', body: { text: `Changed and seen to run, ${i}` } }),
      occurredAt: new Date(Date.now() - (ENTRIES + MEASURED - i) * 1000).toISOString(),
    });
  for (let i = 0; i < ENTRIES; i++) await write(i);
  const times: number[] = [];
  const ones: number[] = [];
  for (let i = 0; i < MEASURED; i++) {
    const began = performance.now();
    await write(ENTRIES + i);
    times.push(performance.now() - began);
    const asked = performance.now();
    await send('/api/ping');
    ones.push(performance.now() - asked);
  }
  const [middle, p95, one] = [percentile(times, 0.5), percentile(times, 0.95), percentile(ones, 0.5)];
  return {
    what: `one entry on a unit with ${ENTRIES} entries`,
    figure: `p50 ${middle.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
    yardstick: `signed-in select 1 p50 ${one.toFixed(1)} ms, ratio ${(middle / one).toFixed(1)}`,
    wanted: '≤ 50 ms',
    met: middle <= 50,
  };
}
