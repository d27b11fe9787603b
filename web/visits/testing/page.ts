import type { ConditionKind } from '#core/base/vocabulary';
import { CONDITION_KINDS } from '#core/base/vocabulary';
import type { ConditionState } from '#core/record/sheet';
import type { BeforeVisit, EntryView, VisitPage } from '#contracts/visits';

/** What another visit has left open on the unit. */
export const standsBefore = (
  given: Partial<ConditionState> & { readonly id: string; readonly kind: ConditionKind },
): BeforeVisit => ({
  closed: [],
  conditions: [
    {
      source: 'left',
      lines: [given.id],
      visitId: 'another',
      hazard: CONDITION_KINDS[given.kind].hazard,
      ...{ circuit: null, part: null, rule: null, mode: null, changedFrom: null, changedTo: null },
      ...{ text: '', closes: null, told: null, openedBy: null, closed: null, openedMs: 0 },
      ...given,
    },
  ],
});

const NOTHING: BeforeVisit = { conditions: [], closed: [] };

/** The sheet of visit v with a unit u, two where asked, and a panel p. */
export const page = (
  given: {
    readonly before?: BeforeVisit;
    readonly entries?: readonly EntryView[];
    readonly since?: number;
  } = {},
): VisitPage => {
  const unit = (id: string, before: BeforeVisit) => ({
    ...{ id, tag: id, kind: 'package gas/electric', circuits: [], details: {}, before },
  });
  return {
    id: 'v',
    siteId: 's',
    timeZone: 'UTC',
    calls: [],
    units: [unit('u', given.before ?? NOTHING), unit('u2', NOTHING)],
    points: [{ id: 'p', kind: 'panel', name: 'MDP', before: NOTHING }],
    entries: given.entries ?? [],
    since: given.since ?? 0,
    words: {},
  } as unknown as VisitPage;
};
