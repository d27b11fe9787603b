import { readingAnswers, type ReadingSet } from '#core/readings';
import type { SisterReading } from '#core/measurement';
import type { Dependencies } from '../dependencies.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, measuringLimits } from '../settings/service.ts';

/** Cards whose answers a set of cooling readings gives as well. */
const FROM_READINGS: readonly string[] = ['charge', 'cycle', 'split', 'unbalance'];

/**
 * What a card's answers were on machines of the same kind on the same site, the same model first, then the newest. Card
 * answers stand as they were kept; sets of readings are worked out anew. Without a card: those that a set of readings answers.
 */
export async function sisterReadings(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  unitId: string,
  card?: string,
): Promise<SisterReading[]> {
  const limits = await measuringLimits(db, todayIn(clock, (await companyNow(db)).timeZone));
  const asked = card === undefined ? FROM_READINGS : [card];
  const rows = await db.rows<{
    tag: string;
    on: string;
    kind: string;
    body: unknown;
    refrigerant: string | null;
  }>(
    `select b.tag, to_char(e.occurred_at at time zone s.time_zone, 'YYYY-MM-DD') as on, e.kind, e.body, x.refrigerant
     from units a join units b on b.site_id = a.site_id and b.kind = a.kind and b.id <> a.id and b.status = 'in service'
       join sites s on s.id = b.site_id
       cross join lateral (
         select distinct on (kind, body->>'card') kind, body, occurred_at from current_entries
         where unit_id = b.id
           and ((kind = 'measurement' and body->>'card' = any($2)) or ($3 and kind = 'reading set' and body->>'mode' = 'cooling'))
         order by kind, body->>'card', occurred_at desc) e
       left join circuits x on x.unit_id = b.id and x.number = coalesce((e.body->>'circuit')::int, 1)
     where a.id = $1 order by (b.model is not distinct from a.model) desc, e.occurred_at desc limit 12`,
    [unitId, asked, asked.some((one) => FROM_READINGS.includes(one))],
  );
  return rows.flatMap(({ tag, on, kind, body, refrigerant }) => {
    const answers =
      kind === 'measurement'
        ? ((body as { answers?: { name: string; value: number }[] }).answers ?? [])
        : readingAnswers(body as ReadingSet, { refrigerant }, limits).answers;
    return answers.map(({ name, value }) => ({ tag, on, name, value }));
  });
}
