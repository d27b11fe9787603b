import { alike, likelyUnits, readClue, type Candidate } from '#core/places/locate';
import type { Found } from '#contracts/search';
import type { Database } from '../db/connect.ts';
import { poleWord } from '../tracing/service.ts';
import { candidateUnits } from './search.sql.ts';

/** So many units are looked at closely; the rest share fewer words with what was typed. */
const CANDIDATES = 60;
/** More than a caller has patience for are not offered at a site. */
const MOST_AT_SITE = 5;

interface Row extends Omit<Candidate, 'areas' | 'controls' | 'feeds' | 'serial' | 'model'> {
  readonly serial: string | null;
  readonly model: string | null;
  readonly areaServed: string | null;
  readonly foundBy: { areas: string[]; controls: string[]; feeds: { name: string; poles: number[] }[] };
  readonly subtitle: string;
}

/**
 * Units likely meant by a complaint, a tag, a serial, a breaker or an alarm point, with reasons. The database
 * finds those that share most words, core ranks them.
 */
export const likelyFound = (db: Database, typed: string, limit: number): Promise<Found[]> =>
  likely(db, typed, { limit });

/** The same among the units of one site. */
export const likelyAt = (db: Database, siteId: string, typed: string): Promise<Found[]> =>
  likely(db, typed, { limit: MOST_AT_SITE, siteId });

async function likely(
  db: Database,
  typed: string,
  { limit, siteId }: { limit: number; siteId?: string },
): Promise<Found[]> {
  const clue = readClue(typed);
  const words = clue.words.slice(0, 8);
  const serial = typed.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  if (words.length === 0 && clue.poles.length === 0) return [];
  // Each word with others for the same place; the whole as one word, since a serial may be typed with or
  // without its dashes.
  const terms = [
    ...words.map((word) =>
      alike(word)
        .map((w) => `${w}:*`)
        .join(' | '),
    ),
    ...clue.poles.map(poleWord),
    ...(serial.length >= 4 ? [`${serial}:*`] : []),
  ];
  const rows = await db.rows<Row>(candidateUnits(terms.length, CANDIDATES, siteId !== undefined), [
    ...terms,
    terms.map((term) => `(${term})`).join(' | '),
    ...(siteId === undefined ? [] : [siteId]),
  ]);
  const candidates = rows.map(
    ({ serial: number, model, areaServed, foundBy, subtitle: _subtitle, ...row }): Candidate => ({
      ...row,
      areas: [...new Set([...foundBy.areas, ...(areaServed ? [areaServed] : [])])],
      controls: foundBy.controls,
      feeds: foundBy.feeds,
      ...(number ? { serial: number } : {}),
      ...(model ? { model } : {}),
    }),
  );
  return likelyUnits(clue, candidates, limit).map(({ unitId, reasons }) => {
    const row = rows.find((r) => r.unitId === unitId) as Row;
    return { kind: 'unit' as const, id: unitId, title: row.tag, subtitle: row.subtitle, why: reasons };
  });
}
