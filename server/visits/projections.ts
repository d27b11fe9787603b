import type { Transaction } from 'sequelize';
import { localDate } from '#core/time';
import { neverPastTheVisit } from '#core/conditions';
import { classOfSlot, CONDITION_KIND_NAMES, CONDITION_KINDS, slotsOf, type UnitKind } from '#core/vocabulary';
import type { EntryBody, EntryKind } from '#contracts/visits';
import type { Database } from '../db/connect.ts';
import { invalid, Problem } from '../http/problem.ts';

/** An entry as it was stored. */
export interface StoredEntry {
  readonly id: string;
  readonly visitId: string;
  readonly callId: string | null;
  readonly unitId: string | null;
  readonly kind: string;
  readonly body: unknown;
  readonly occurredAt: Date;
  readonly authorId: string | null;
}

interface Step {
  readonly db: Database;
  readonly transaction: Transaction;
  readonly entry: StoredEntry;
  readonly timeZone: string;
}

/**
 * What an entry does beyond standing on the sheet: refrigerant moves, a condition opens or closes, a component starts its
 * life, calls are completed. `undo` takes exactly that back when the entry is amended or withdrawn.
 */
interface Projection {
  readonly apply: (step: Step) => Promise<void>;
  readonly undo: (step: Step) => Promise<void>;
}

const needUnit = (entry: StoredEntry, what: string): string => {
  if (entry.unitId) return entry.unitId;
  throw invalid([{ path: 'unitId', message: `which unit? ${what} belongs to one` }]);
};

const refrigerant: Projection = {
  apply: async ({ db, transaction, entry }) => {
    const body = entry.body as EntryBody<'refrigerant'>;
    const unitId = needUnit(entry, 'refrigerant');
    const [circuit] = await db.rows<{ id: string }>(
      'select id from circuits where unit_id = $1 and number = $2',
      [unitId, body.circuit ?? 1],
      transaction,
    );
    const place = `circuit ${body.circuit ?? 1}`;
    const cylinder = body.cylinder ? `cylinder ${body.cylinder}` : 'cylinder';
    const moves = [
      ...(body.addedLb ? [{ from: cylinder, to: place, pounds: body.addedLb }] : []),
      ...(body.recoveredLb ? [{ from: place, to: cylinder, pounds: body.recoveredLb }] : []),
    ];
    for (const move of moves) {
      await db.run(
        `insert into refrigerant_movements (entry_id, unit_id, circuit_id, refrigerant, from_place, to_place, pounds, moved_at, by_user) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
        [
          entry.id,
          unitId,
          circuit?.id ?? null,
          body.refrigerant,
          move.from,
          move.to,
          move.pounds,
          entry.occurredAt,
          entry.authorId,
        ],
        transaction,
      );
    }
  },
  undo: async ({ db, transaction, entry }) =>
    void (await db.run('delete from refrigerant_movements where entry_id = $1', [entry.id], transaction)),
};

const conditionLeft: Projection = {
  apply: async ({ db, transaction, entry }) => {
    const body = entry.body as EntryBody<'condition left'>;
    await db.run(
      `insert into open_conditions (id, unit_id, kind, hazard, text, opened_at, opened_by, changed_from, changed_to, closes, told)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [
        entry.id,
        needUnit(entry, 'a condition'),
        body.condition,
        CONDITION_KINDS[body.condition].hazard,
        body.text,
        entry.occurredAt,
        entry.authorId,
        body.changedFrom ?? null,
        body.changedTo ?? null,
        body.closes ?? null,
        body.told ?? null,
      ],
      transaction,
    );
  },
  undo: async ({ db, transaction, entry }) =>
    void (await db.run(
      'update open_conditions set closed_at = coalesce(closed_at, now()) where id = $1',
      [entry.id],
      transaction,
    )),
};

const conditionClosed: Projection = {
  apply: async ({ db, transaction, entry }) => {
    const body = entry.body as EntryBody<'condition closed'>;
    const closed = await db.run(
      'update open_conditions set closed_at = $2, closed_by_entry = $3 where id = $1 and closed_at is null returning id',
      [body.conditionId, entry.occurredAt, entry.id],
      transaction,
    );
    if (closed.length > 0) return;
    const [known] = await db.rows(
      'select id from open_conditions where id = $1',
      [body.conditionId],
      transaction,
    );
    // Two people closing the same condition agree; the second closing stays on the sheet and changes nothing.
    if (!known) throw invalid([{ path: 'body.conditionId', message: 'there is no such open condition' }]);
  },
  undo: async ({ db, transaction, entry }) =>
    void (await db.run(
      'update open_conditions set closed_at = null, closed_by_entry = null where closed_by_entry = $1',
      [entry.id],
      transaction,
    )),
};

const work: Projection = {
  apply: async ({ db, transaction, entry, timeZone }) => {
    const { installed } = entry.body as EntryBody<'work'>;
    if (!installed) return;
    const unitId = needUnit(entry, 'a component');
    const [unit] = await db.rows<{ kind: UnitKind; circuits: number[]; stored: string[] }>(
      `select kind, array(select number from circuits where unit_id = u.id) as circuits, array(select name from slots where unit_id = u.id) as stored from units u where id = $1`,
      [unitId],
      transaction,
    );
    if (!unit || !slotsOf(unit.kind, unit.circuits, unit.stored).includes(installed.slot)) {
      throw invalid([{ path: 'body.installed.slot', message: 'this unit has no such slot' }]);
    }
    await db.run(
      'insert into slots (unit_id, name, component_class) values ($1, $2, $3) on conflict (unit_id, name) do nothing',
      [unitId, installed.slot, classOfSlot(installed.slot) ?? null],
      transaction,
    );
    const [slot] = await db.rows<{ id: string }>(
      'select id from slots where unit_id = $1 and name = $2',
      [unitId, installed.slot],
      transaction,
    );
    const slotId = slot?.id as string;
    const day = localDate(entry.occurredAt, timeZone);
    const [later] = await db.rows(
      'select 1 from components where slot_id = $1 and lower(during) > $2::date',
      [slotId, day],
      transaction,
    );
    if (later)
      throw new Problem(409, 'A later component is already in this slot', {
        detail: 'Amend that entry first, then record this one.',
      });
    // A slot nobody has written about held something before: its start stays unknown.
    await db.run(
      `insert into components (slot_id, during) select $1, daterange(null, $2::date) where not exists (select 1 from components where slot_id = $1)`,
      [slotId, day],
      transaction,
    );
    await db.run(
      'update components set during = daterange(lower(during), $2::date) where slot_id = $1 and upper_inf(during)',
      [slotId, day],
      transaction,
    );
    await db.run(
      'insert into components (slot_id, manufacturer, model, serial, during, installed_by) values ($1, $2, $3, $4, daterange($5::date, null), $6)',
      [
        slotId,
        installed.manufacturer ?? null,
        installed.model ?? null,
        installed.serial ?? null,
        day,
        entry.id,
      ],
      transaction,
    );
  },
  undo: async ({ db, transaction, entry }) => {
    const removed = await db.run<{ slot_id: string; from: string }>(
      'delete from components where installed_by = $1 returning slot_id, lower(during) as from',
      [entry.id],
      transaction,
    );
    for (const { slot_id, from } of removed) {
      await db.run(
        'update components set during = daterange(lower(during), null) where slot_id = $1 and upper(during) = $2::date',
        [slot_id, from],
        transaction,
      );
    }
  },
};

/** What must never be left past the visit is closed, or somebody says why it is not. @throws Problem 422 */
async function refuseLeftBehind(
  db: Database,
  transaction: Transaction,
  visitId: string,
  why: string | undefined,
): Promise<void> {
  if (why) return;
  const behind = await db.rows<{ kind: string; tag: string }>(
    `select o.kind, u.tag from open_conditions o join entries e on e.id = o.id join units u on u.id = o.unit_id
     where e.visit_id = $1 and o.closed_at is null and o.kind = any($2::text[])`,
    [visitId, CONDITION_KIND_NAMES.filter(neverPastTheVisit)],
    transaction,
  );
  if (behind.length === 0) return;
  const list = behind.map((b) => `${b.kind} on ${b.tag}`).join(', ');
  throw invalid([
    {
      path: 'body.stillOpen',
      message: `${list}: never to be left past the visit. Close it, or say why it has to stay`,
    },
  ]);
}

const leave: Projection = {
  apply: async ({ db, transaction, entry }) => {
    const body = entry.body as EntryBody<'leave'>;
    await refuseLeftBehind(db, transaction, entry.visitId, body.stillOpen);
    const open =
      "k.id in (select call_id from visit_calls where visit_id = $1) and k.status not in ('cancelled', 'completed')";
    if (body.outcome === 'completed') {
      await db.run(
        `update calls k set status = 'completed', completed_at = $2, version = version + 1 where ${open}`,
        [entry.visitId, entry.occurredAt],
        transaction,
      );
    } else {
      await db.run(
        `update calls k set status = 'return planned', scheduled_on = null, version = version + 1 where ${open}`,
        [entry.visitId],
        transaction,
      );
    }
  },
  undo: async ({ db, transaction, entry }) => {
    await db.run(
      `update calls k set status = case when k.crew_id is not null and k.scheduled_on is not null then 'scheduled' else 'open' end, completed_at = null, version = version + 1
       where k.id in (select call_id from visit_calls where visit_id = $1) and k.status in ('completed', 'return planned')`,
      [entry.visitId],
      transaction,
    );
  },
};

const NOTHING: Projection = { apply: async () => {}, undo: async () => {} };

export const PROJECTIONS: Record<EntryKind | 'withdrawn', Projection> = {
  arrive: NOTHING,
  'reading set': NOTHING,
  measurement: NOTHING,
  finding: NOTHING,
  work,
  refrigerant,
  'condition left': conditionLeft,
  'condition closed': conditionClosed,
  recommendation: NOTHING,
  note: NOTHING,
  leave,
  withdrawn: NOTHING,
};
