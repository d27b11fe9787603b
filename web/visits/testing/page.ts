import type { ConditionKind } from '#core/base/vocabulary';
import type { Entry } from '#core/record/sheet';
import type { EntryView, VisitPage } from '#contracts/visits';

/** What another visit has left open on the unit. */
export const standsBefore = ({
  id,
  kind,
}: {
  readonly id: string;
  readonly kind: ConditionKind;
}): Entry[] => [
  {
    ...{ id, visitId: 'another', unitId: 'u', pointId: null, callId: null, kind: 'condition left' },
    ...{
      body: { condition: kind, text: '' },
      authorId: null,
      occurredMs: 0,
      recordedMs: 0,
      supersedes: null,
    },
  },
];

/** The sheet of visit v with a unit u, two where asked, and a panel p. */
export const page = (
  given: {
    readonly before?: readonly Entry[];
    readonly entries?: readonly EntryView[];
    readonly since?: number;
  } = {},
): VisitPage => {
  const unit = (id: string) => ({ id, tag: id, kind: 'package gas/electric', circuits: [], details: {} });
  return {
    id: 'v',
    siteId: 's',
    timeZone: 'UTC',
    calls: [],
    units: [unit('u'), unit('u2')],
    points: [{ id: 'p', kind: 'panel', name: 'MDP' }],
    before: given.before ?? [],
    entries: given.entries ?? [],
    since: given.since ?? 0,
    words: {},
  } as unknown as VisitPage;
};
