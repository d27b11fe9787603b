import { groupBy } from '#core/base/collections';
import { listed, plural } from '#core/base/sentences';
import { clockText, dayWords, type PlainDate } from '#core/base/time';
import { toldWindow } from '#core/planning/routing';

/*
 * Whom a change of the plan is told to: one message a site and day, with a window inside opening hours and
 * shift. Whoever was told something that holds still is told nothing again.
 */

/** A stop as it stands on a plan that is published. */
export interface StopToTell {
  readonly visitId: string;
  readonly siteId: string;
  readonly site: string;
  readonly day: PlainDate;
  /** When work begins, minutes since midnight. */
  readonly startAt: number;
  readonly units: readonly string[];
  /** Hours of that day; null where nobody knows. */
  readonly open: readonly (readonly [number, number])[] | null;
  /** Nobody comes sooner: the crew's shift begins then, or it is that time now; null where nobody knows. */
  readonly earliest: number | null;
}

/** What was written to a customer last of a visit. */
export interface ToldLast {
  /** It went, or somebody called: otherwise it still waits, and can be taken back unsaid. */
  readonly heard: boolean;
  readonly visitId: string;
  readonly siteId: string;
  readonly site: string;
  readonly day: PlainDate;
  readonly from: number;
  readonly until: number;
}

export type TellingKind = 'planned' | 'moved' | 'called off';

/** What is told of one visit. */
export interface Told {
  readonly visitId: string;
  readonly kind: TellingKind;
  readonly day: PlainDate;
  /** Null of what is called off. */
  readonly from: number | null;
  readonly until: number | null;
}

/** One message to a site about one day. */
export interface Telling {
  readonly siteId: string;
  readonly day: PlainDate;
  readonly subject: string;
  readonly text: string;
  readonly visits: readonly Told[];
}

/** What has to be told, and whose messages that nobody has heard yet are void by it. */
export interface Tellings {
  readonly tell: readonly Telling[];
  /** Visits. */
  readonly void: readonly string[];
}

/**
 * The window that is told for a stop: the usual one, begun no sooner than the place opens, the crew sets out,
 * and it is told.
 */
export function windowFor(
  { startAt, open, earliest }: Pick<StopToTell, 'startAt' | 'open' | 'earliest'>,
  minutes: number,
): { readonly from: number; readonly until: number } {
  const { from } = toldWindow(startAt, minutes);
  const opens = open?.find(([begin, end]) => startAt >= begin && startAt <= end)?.[0] ?? 0;
  const first = Math.max(from, opens, Math.min(earliest ?? 0, startAt));
  return { from: first, until: Math.min(1440, first + minutes) };
}

const between = ({ from, until }: { readonly from: number; readonly until: number }): string =>
  `between ${clockText(from)} and ${clockText(until)}`;

interface Window {
  readonly day: PlainDate;
  readonly from: number;
  readonly until: number;
}

/** What somebody at a site has agreed to instead of what was told, as it is kept; null: we do not come. */
export const agreedText = (who: string, site: string, told: Window, instead: Window | null): string =>
  `Agreed with ${who}: we ` +
  (instead
    ? `come to ${site} on ${dayWords(instead.day)} ${between(instead)}, and not `
    : `do not come to ${site} `) +
  `on ${dayWords(told.day)} ${between(told)}.`;

/**
 * What has to be told.
 *
 * @param stops the stops of the days that are published, and those elsewhere that customers were told for
 *   these days
 * @param told what was told last of visits for these days, and for whatever days of the stops
 * @param company whose name the message begins with
 */
export function whatToTell(
  stops: readonly StopToTell[],
  told: readonly ToldLast[],
  { company, windowMinutes }: { readonly company: string; readonly windowMinutes: number },
): Tellings {
  const last = new Map(told.map((one) => [one.visitId, one]));
  const there = new Set(stops.map(({ visitId }) => visitId));
  const holds = (stop: StopToTell, before: ToldLast | undefined): boolean =>
    before !== undefined &&
    before.day === stop.day &&
    stop.startAt >= before.from &&
    stop.startAt <= before.until;
  // One message may speak of several visits: where one of them has changed and nobody has heard of it yet, the
  // message is void, and what still holds of it is said in the new one.
  const letter = ({ siteId, day }: Pick<ToldLast, 'siteId' | 'day'>) => `${siteId} ${day}`;
  const stale = new Set([
    ...stops.flatMap((stop) => {
      const before = last.get(stop.visitId);
      return before && !before.heard && !holds(stop, before) ? [letter(before)] : [];
    }),
    ...told.flatMap((one) => (!one.heard && !there.has(one.visitId) ? [letter(one)] : [])),
  ]);
  const isVoid = (before: ToldLast | undefined): boolean =>
    before !== undefined && !before.heard && stale.has(letter(before));
  const changed = stops.flatMap((stop) => {
    const before = last.get(stop.visitId);
    if (holds(stop, before) && !isVoid(before)) return [];
    const heard = before?.heard ? before : undefined;
    const window = windowFor(stop, windowMinutes);
    return [{ ...stop, ...window, kind: heard ? ('moved' as const) : ('planned' as const), before: heard }];
  });
  // Of what nobody has heard of nothing has to be called off.
  const off = told.filter(({ visitId, heard }) => heard && !there.has(visitId));
  const coming = [...groupBy(changed, ({ siteId, day }) => `${siteId} ${day}`).values()].map(
    (own): Telling => {
      const [first] = own as [(typeof own)[number]];
      const windows = own.toSorted((a, b) => a.from - b.from).map(between);
      const units = [...new Set(own.flatMap((one) => one.units))].sort();
      const what =
        units.length > 0 ? ` for ${units.length > 3 ? plural(units.length, 'unit') : listed(units)}` : '';
      const when = `on ${dayWords(first.day)} ${listed([...new Set(windows)])}${what}`;
      const days = [...new Set(own.flatMap(({ before }) => before?.day ?? []))].filter(
        (day) => day !== first.day,
      );
      const instead = days.length > 0 ? `, and not on ${listed(days.sort().map(dayWords))}` : '';
      const moved = own.some(({ kind }) => kind === 'moved');
      return {
        siteId: first.siteId,
        day: first.day,
        subject: `${moved ? 'Our visit has moved' : 'Our visit'}: ${first.site}, ${dayWords(first.day)}`,
        text: moved
          ? `${company}: our visit to ${first.site} has moved. We come ${when}${instead}.`
          : `${company}: we come to ${first.site} ${when}.`,
        visits: own.map(({ visitId, kind, day, from, until }) => ({ visitId, kind, day, from, until })),
      };
    },
  );
  const gone = [...groupBy(off, ({ siteId, day }) => `${siteId} ${day}`).values()].map((own): Telling => {
    const [first] = own as [ToldLast];
    return {
      siteId: first.siteId,
      day: first.day,
      subject: `Our visit is called off: ${first.site}, ${dayWords(first.day)}`,
      text: `${company}: we do not come to ${first.site} on ${dayWords(first.day)}; we call you about another day.`,
      visits: own.map(({ visitId, day }) => ({ visitId, kind: 'called off', day, from: null, until: null })),
    };
  });
  return {
    tell: [...coming, ...gone],
    void: told.filter((one) => isVoid(one)).map(({ visitId }) => visitId),
  };
}
