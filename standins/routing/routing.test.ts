import { forecastFrom } from './forecast.ts';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { routingServer } from './server.ts';

const map = JSON.parse(
  readFileSync(new URL('../../demo/network/port-wrenfall.geojson', import.meta.url), 'utf8'),
);
const server = routingServer(map);
beforeAll(() => new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready)));
afterAll(() => void server.close());

const PLACES = '-66.49,41.22;-66.52,41.18;-66.34,41.25';
const ask = async (path: string) =>
  (await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`)).json() as Promise<{
    code: string;
    durations: number[][];
    routes: { geometry: { coordinates: unknown[] } }[];
  }>;

describe('the stand-in routing engine', () => {
  it('answers the plain table request with seconds, zero on the diagonal', async () => {
    const { code, durations } = await ask(`/table/v1/driving/${PLACES}?annotations=duration`);
    expect(code).toBe('Ok');
    expect(durations.map((row, i) => row[i])).toEqual([0, 0, 0]);
    for (const row of durations) for (const s of row) expect(s).toBeLessThan(3600);
    expect(durations[0]?.[2]).toBeGreaterThan(600);
  });

  it('answers for some rows and columns of the table alone', async () => {
    const whole = (await ask(`/table/v1/driving/${PLACES}`)).durations;
    const { durations } = await ask(`/table/v1/driving/${PLACES}?sources=0;2&destinations=1`);
    expect(durations).toEqual([[whole[0]?.[1]], [whole[2]?.[1]]]);
    expect((await ask(`/table/v1/driving/${PLACES}?sources=3`)).code).toBe('InvalidUrl');
  });

  it('knows rush hour on working days only', async () => {
    const at = async (depart: string, day: string) =>
      (await ask(`/table/v1/driving/${PLACES}?depart=${depart}&day=${day}`)).durations[0]?.[1] as number;
    const [rush, noon, sunday] = [
      await at('08:00', '2026-03-04'),
      await at('12:00', '2026-03-04'),
      await at('08:00', '2026-03-08'),
    ];
    expect(rush).toBeGreaterThan(1.3 * noon);
    expect(sunday).toBeLessThan(rush);
  });

  it('draws a way over roads, and refuses what it does not understand', async () => {
    expect((await ask(`/route/v1/driving/${PLACES}`)).routes[0]?.geometry.coordinates.length).toBeGreaterThan(
      10,
    );
    expect((await ask('/table/v1/driving/a,b;c')).code).toBe('InvalidUrl');
  });
});

describe('the forecast', () => {
  it('is the same whenever it is asked for, ten days ahead, colder in winter than in summer', () => {
    const june = forecastFrom('2026-06-01');
    expect(june).toHaveLength(10);
    expect(forecastFrom('2026-06-04')[0]).toEqual(june[3]);
    const mean = (days: { highF: number }[]) => days.reduce((sum, day) => sum + day.highF, 0) / days.length;
    expect(mean(june)).toBeGreaterThan(mean(forecastFrom('2026-01-10')) + 20);
    for (const day of june) expect(day.lowF).toBeLessThan(day.highF);
  });
});
