import type { BriefStory } from '#core/judging/history';
import { answer, type Answer } from '#core/measuring/answers';
import { say } from '#core/base/quantities';
import type { BriefRoof } from '#contracts/roofs';
import type { CallRow } from '#contracts/calls';

/* Invented things to show the parts with. */

export const TODAY = '2026-06-03';

export const STORIES: Readonly<Record<string, BriefStory>> = {
  'nothing happened': { failures: [], planned: [], arcs: [], added: [], open: [] },
  'a failure again, refrigerant added': {
    failures: ['2024-09-01', '2025-05-02', '2026-04-20'],
    planned: ['2024-10-01', '2025-04-01', '2025-10-01', '2026-04-01'],
    arcs: [{ from: '2025-05-02', to: '2026-04-20', kind: 'repeat' }],
    added: [
      { on: '2025-05-02', pounds: 3 },
      { on: '2026-04-20', pounds: 3.5 },
    ],
    open: [{ from: '2026-04-20', to: null, hazard: false }],
  },
  'back after days, a hazard': {
    failures: ['2026-05-20', '2026-05-24'],
    planned: ['2026-03-02'],
    arcs: [{ from: '2026-05-20', to: '2026-05-24', kind: 'callback' }],
    added: [],
    open: [
      { from: '2025-01-02', to: '2025-03-02', hazard: false },
      { from: '2026-05-24', to: null, hazard: true },
    ],
  },
};

const unit = (i: number, x: number, y: number) => ({
  id: `i${i}`,
  kind: 'unit' as const,
  x,
  y,
  w: 9,
  h: 6,
  turn: 0,
  unitId: `u${i}`,
});
export const ROOF: BriefRoof = {
  id: 'r',
  siteId: 's',
  name: 'Main roof',
  plan: {
    northDeg: 0,
    outline: [
      { x: 0, y: 0, edge: 'parapet' },
      { x: 120, y: 0, edge: 'parapet' },
      { x: 120, y: 70, edge: 'open edge' },
      { x: 0, y: 70, edge: 'parapet' },
    ],
    items: [
      unit(1, 20, 20),
      unit(2, 60, 20),
      unit(3, 100, 20),
      unit(4, 60, 52),
      { id: 'h', kind: 'hatch', x: 12, y: 56, w: 3, h: 3, turn: 0 },
    ],
  },
  units: [
    { id: 'u1', tag: 'RTU-1', status: 'in service', flagKinds: [] },
    { id: 'u2', tag: 'RTU-2', status: 'in service', flagKinds: ['hazard', 'left open'] },
    { id: 'u3', tag: 'RTU-3', status: 'standby', flagKinds: [] },
    { id: 'u4', tag: 'RTU-4', status: 'in service', flagKinds: ['repeat'] },
  ],
};

const one = (name: string, value: number, more: Partial<Answer> = {}): Answer => ({
  ...answer({
    name,
    value,
    unit: 'Δ°F',
    quantity: 'temperatureDifference',
    formula: 'suction line − dew(suction)',
    source: 'common practice',
    band: { low: 8, high: 15, from: 'common practice', source: 'expansion valve' },
    text: say`What it means stands here.`,
    confidence: 'fair',
    improve: ['look at the condenser'],
    sister: { value: 12, where: 'RTU-2, 1 May 2026' },
  }),
  ...more,
});
export const ANSWERS: readonly Answer[] = [
  one('superheat', 12),
  one('superheat', 28),
  one('superheat', 1, { advice: 'act' }),
  one('superheat', 11, { advice: 'measure first' }),
];

export const CALL: Pick<
  CallRow,
  'since' | 'waitingFor' | 'cancelledAs' | 'onSite' | 'crew' | 'scheduledOn' | 'completedAt'
> = {
  since: '2026-06-01T10:00:00Z',
  waitingFor: 'parts',
  cancelledAs: null,
  onSite: 'Ada',
  crew: 'North Bank',
  scheduledOn: TODAY,
  completedAt: null,
};
