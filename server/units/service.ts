import { storyOf } from '#core/history';
import { localDate } from '#core/time';
import type { CircuitView, FlagView, NewUnit, SlotView, UnitPage, UnitPatch, UnitRow } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import { notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { historySettings } from '../settings/service.ts';
import { loadFacts } from './facts.ts';
import { callsOfUnit, conditionsOf, UNIT_COLUMNS_SQL, UNIT_FROM_SQL } from './queries.ts';
import { refreshStale, refreshSummaries } from './summary.ts';

type Needs = Pick<Dependencies, 'db' | 'clock'>;

interface SummaryFlag extends Omit<FlagView, 'dismissed'> {
  readonly setAside: boolean;
}

/** Everything the unit page shows: who it is, its verdict, its story, how it was left, what is in it. @throws Problem 404 */
export async function unitRecord({ db, clock }: Needs, id: string): Promise<UnitPage> {
  const loaded = (await loadFacts(db, [id])).get(id);
  if (!loaded) throw notFound('Unit');
  const today = localDate(clock.now(), loaded.timeZone);
  await refreshStale(db, clock, today);
  const [row] = await db.rows<
    UnitRow & {
      voltage: number | null;
      phase: number | null;
      handlingNotes: string | null;
      version: number;
      flags: SummaryFlag[] | null;
      asOf: string;
    }
  >(
    `select ${UNIT_COLUMNS_SQL}, u.voltage, u.phase, u.handling_notes as "handlingNotes", u.version, m.flags, m.as_of as "asOf" from ${UNIT_FROM_SQL} where u.id = $1`,
    [id],
  );
  if (!row) throw notFound('Unit');
  const settings = await historySettings(db, today);
  const dismissals = await db.rows<{ id: string; flag: string; evidence: string; by: string; reason: string }>(
    `select d.id, d.flag, d.evidence, coalesce(p.display_name, '') as by, d.reason from dismissals d left join users p on p.id = d.dismissed_by
     where d.unit_id = $1 and d.undone_at is null`,
    [id],
  );
  const circuits = await db.rows<CircuitView>(
    'select id, number, refrigerant, charge_lb as "chargeLb", metering from circuits where unit_id = $1 order by number',
    [id],
  );
  const slots = await db.rows<SlotView>(
    `select t.id, t.name, t.component_class as "componentClass", c.number as circuit,
       (select json_build_object('from', case when lower_inf(p.during) then null else lower(p.during) end, 'manufacturer', p.manufacturer, 'model', p.model)
        from components p where p.slot_id = t.id and upper_inf(p.during)) as installed,
       (select count(*)::int from components p where p.slot_id = t.id and not upper_inf(p.during)) as earlier
     from slots t left join circuits c on c.id = t.circuit_id where t.unit_id = $1 order by t.name`,
    [id],
  );
  const flags = (row.flags ?? []).map(({ setAside: _setAside, ...flag }): FlagView => {
    const aside = dismissals.find((d) => d.flag === flag.kind && d.evidence === flag.evidence);
    return aside ? { ...flag, dismissed: { id: aside.id, by: aside.by, reason: aside.reason } } : flag;
  });
  const { flags: _flags, asOf, ...unit } = row;
  return {
    ...unit,
    verdict: { asOf: asOf ?? today, sentence: unit.sentence, flags },
    story: storyOf(loaded.facts, settings),
    conditions: await conditionsOf(db, [id]),
    circuits,
    slots,
    calls: await callsOfUnit(db, id),
  };
}

/** The slots every machine of a kind has; more are added as the record grows. */
const USUAL_SLOTS: Record<string, readonly string[]> = {
  'package gas/electric': [
    'circuit 1 compressor',
    'condenser fan motor',
    'blower motor',
    'blower belt',
    'heat exchanger',
    'inducer',
    'control board',
  ],
  'package heat pump': [
    'circuit 1 compressor',
    'condenser fan motor',
    'blower motor',
    'reversing valve',
    'defrost control',
    'control board',
  ],
  'package cooling only': [
    'circuit 1 compressor',
    'condenser fan motor',
    'blower motor',
    'blower belt',
    'control board',
  ],
  'split with air handler': ['circuit 1 compressor', 'condenser fan motor', 'blower motor', 'control board'],
  'make-up air': ['blower motor', 'blower belt', 'burner', 'control board'],
  'water-source heat pump': ['circuit 1 compressor', 'blower motor', 'reversing valve', 'drain'],
  boiler: ['burner', 'gas valve', 'pump or loop', 'control board'],
  'unit heater': ['heat exchanger', 'inducer', 'gas valve'],
  'exhaust fan': ['blower motor', 'blower belt', 'blower bearing'],
};

/** Statement that gives units the usual slots of their kind; `$1` is an array of unit ids. */
export const USUAL_SLOTS_SQL = `
  insert into slots (unit_id, name, component_class)
  select u.id, slot.name, regexp_replace(slot.name, '^circuit \\d+ ', '')
  from units u join jsonb_each('${JSON.stringify(USUAL_SLOTS)}'::jsonb) kinds on kinds.key = u.kind
  cross join lateral jsonb_array_elements_text(kinds.value) slot(name)
  where u.id = any($1::uuid[]) on conflict do nothing`;

export async function createUnit({ db, clock }: Needs, body: NewUnit, actor: string): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Site.findByPk(body.siteId, { transaction }))) throw notFound('Site');
    await db.models.Unit.create(body, { transaction });
    await db.run(USUAL_SLOTS_SQL, [[body.id]], transaction);
    await writeLog(db, transaction, { actor, action: 'create', entity: 'unit', entityId: body.id, detail: body });
    await refreshSummaries(db, clock, [body.id], transaction);
  });
  return unitRecord({ db, clock }, body.id);
}

export async function updateUnit(
  { db, clock }: Needs,
  id: string,
  { version, ...patch }: UnitPatch,
  actor: string,
): Promise<UnitPage> {
  await db.transaction(async (transaction) => {
    await updateVersion(db.models.Unit, id, version, patch, {
      transaction,
      what: 'Unit',
      show: () => unitRecord({ db, clock }, id),
    });
    await writeLog(db, transaction, { actor, action: 'change', entity: 'unit', entityId: id, detail: patch });
    await refreshSummaries(db, clock, [id], transaction);
  });
  return unitRecord({ db, clock }, id);
}
