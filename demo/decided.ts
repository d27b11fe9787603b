import type { Transaction } from 'sequelize';
import type { DecisionKind, Flag } from '#core/judging/history';
import { addDays, instantAt } from '#core/base/time';
import type { Database } from '../server/db/connect.ts';

/*
 * What the manager of the demo has decided already. Units whose failures merely add up were mostly gone
 * through last week; the planted stories still wait for somebody.
 */

interface Sort {
  readonly kind: DecisionKind;
  readonly reason: string;
  readonly year?: (today: string) => number;
  readonly until?: (today: string) => string;
}

const SORTS: readonly Sort[] = [
  {
    kind: 'watch',
    reason: 'Three small things, none of them the same; see how the season goes',
    until: (t) => addDays(t, 90),
  },
  { kind: 'quote', reason: 'Owner asked for repair and replacement side by side' },
  {
    kind: 'replace',
    reason: 'Not worth another compressor; in the customer’s budget',
    year: (today) => Number(today.slice(0, 4)) + 1,
  },
  { kind: 'repair', reason: 'Approved on the phone, with the next route' },
  { kind: 'visit', reason: 'Somebody who knows it goes through the whole machine once' },
  { kind: 'set aside', reason: 'Two of the calls were a tenant’s space heater on the same breaker' },
];

/** Of every three units whose failures merely add up, two are decided about. */
const SHARE = [true, true, false] as const;

/** Takes the decisions; whoever calls it has the units judged again. @returns the units decided about */
export async function decideDemo(
  db: Database,
  today: string,
  zone: string,
  transaction: Transaction,
): Promise<string[]> {
  const units = await db.rows<{ unitId: string; flags: Flag[] }>(
    `select m.unit_id as "unitId", m.flags from unit_summaries m where m.to_decide order by m.unit_id`,
    [],
    transaction,
  );
  const manager = await db.models.User.findOne({ where: { role: 'manager' }, transaction });
  const addUp = units.filter(({ flags }) =>
    flags.every(
      (flag) =>
        ['age', 'wears early'].includes(flag.kind) ||
        (flag.kind === 'repeat' && flag.reasons.every((reason) => reason.rule === 'many failures')),
    ),
  );
  const chosen = addUp.filter((_, i) => SHARE[i % SHARE.length]);
  await db.models.Decision.bulkCreate(
    chosen.map(({ unitId, flags }, i) => {
      const sort = SORTS[i % SORTS.length] as Sort;
      return {
        id: `${unitId.slice(0, 14)}8${unitId.slice(15)}`,
        unitId,
        kind: sort.kind,
        year: sort.year?.(today) ?? null,
        untilOn: sort.until?.(today) ?? null,
        reason: sort.reason,
        covers: flags.map(({ kind, evidence }) => ({ flag: kind, evidence })),
        decidedBy: manager?.id ?? null,
        decidedAt: instantAt(addDays(today, -1 - (i % 6)), 600 + 7 * i, zone),
      };
    }),
    { transaction },
  );
  return chosen.map(({ unitId }) => unitId);
}
