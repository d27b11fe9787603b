import type { EntryView, VisitPage } from '#contracts/visits';
import { standingOn } from '../web/visits/standing.ts';
import { percentile, type Row } from './table.ts';

const LINES = 500;
const UNITS = 20;
/** A phone is taken to be so many times slower than this machine; a frame has so many milliseconds. */
const SLOWER = 4;
const FRAME_MS = 1000 / 60;

/** A sheet of many lines over many units: readings, findings, what was left and closed again. */
function longSheet(): VisitPage {
  const units = Array.from({ length: UNITS }, (_, i) => `u${i}`);
  const co = {
    name: 'CO in the room',
    value: 2,
    unit: 'ppm',
    quantity: 'concentration',
    text: '',
    advice: null,
  };
  const entries = Array.from({ length: LINES }, (_, i): EntryView => {
    const left = { condition: 'override on', text: 'by the tenant' };
    const [kind, body] = (
      [
        ['reading set', { mode: 'heating', readings: [], answers: Array.from({ length: 8 }, () => co) }],
        ['finding', { component: 'contactor', failure: 'burnt', grade: 'proven' }],
        ['work', { text: 'new one in' }],
        ['condition left', left],
        ['condition closed', { conditionId: `l${i - 1}`, text: 'as it was' }],
      ] as const
    )[i % 5] as readonly [EntryView['kind'], Record<string, unknown>];
    const at = new Date(Date.UTC(2026, 5, 3, 8) + i * 60_000).toISOString();
    return {
      ...{ id: `l${i}`, rootId: `l${i}`, unitId: units[Math.floor(i / 5) % UNITS] as string, pointId: null },
      ...{
        callId: null,
        kind,
        body,
        author: null,
        occurredAt: at,
        recordedAt: at,
        supersedes: null,
        reason: null,
      },
    };
  });
  return {
    ...{
      id: 'v',
      siteId: 's',
      timeZone: 'UTC',
      calls: [],
      points: [],
      before: [],
      entries,
      since: 0,
      words: {},
    },
    units: units.map((id) => ({ id, tag: id, kind: 'package gas/electric', circuits: [], details: {} })),
  } as unknown as VisitPage;
}

/** What stands open, folded from a sheet of 500 lines, as a phone four times slower folds it. */
export function benchPhoneFold(): Row {
  const page = longSheet();
  const took = Array.from({ length: 60 }, () => {
    const began = performance.now();
    standingOn(page, [], undefined);
    return performance.now() - began;
  });
  // The first ones are compiled on the way.
  const at = (share: number) => percentile(took.slice(20), share) * SLOWER;
  return {
    what: `a phone folds a sheet of ${LINES} lines over ${UNITS} units`,
    figure: `p50 ${at(0.5).toFixed(1)} ms, p95 ${at(0.95).toFixed(1)} ms, ${SLOWER} × this machine's`,
    yardstick: `a frame ${FRAME_MS.toFixed(1)} ms`,
    wanted: '≤ one frame',
    met: at(0.5) <= FRAME_MS,
  };
}
