import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { FORM_KINDS, formOf, subjectOf } from '#core/record/kinds';
import { holding, HOLDING_KINDS } from '#core/record/sheet';
import type { EntryKind, VisitPage } from '#contracts/visits';
import { useOutbox } from '../outbox/hooks.ts';
import { post } from '../outbox/sender.ts';
import { now } from '../state/clock.ts';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { dayOf, shortDay } from '../ui/words/format.ts';
import { Agreed } from '../ui/marks/Agreed.tsx';
import { GettingIn } from '../ui/marks/GettingIn.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import type { Likely } from '#core/judging/readings';
import { capital } from '#core/base/sentences';
import { tells } from '../readings/JudgedPanel.tsx';
import { actsOn, actWords, asValue, leftBehind, named, type Act } from './acts.ts';
import { EntryPanel, type Amending } from './EntryPanel.tsx';
import { ACT, type FormKind, type Values } from './forms.ts';
import { linesOf } from './lines.ts';
import { useSheet } from './useSheet.ts';
import { closable, standingOn, staysOpen, type UnitOfSheet } from './standing.ts';
import { Sheet } from './Sheet.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { say } from '../ui/saying/say.ts';

const offered = (group: 'seen' | 'done') =>
  FORM_KINDS.filter((kind): kind is FormKind => formOf(kind)?.group === group);
const [SEEN, DONE] = [offered('seen'), offered('done')];
/** What is written most on a roof: within the thumb's reach all the time. */
const STRIP = ['reading set', 'finding', 'work', 'leave'] as const;
/**
 * The sheet of one visit, on the roof and at the desk: the same record, written through the phone's outbox.
 */
export default function VisitSheet() {
  const { id = '' } = useParams();
  const { visit, error, refetch } = useSheet(id);
  if (!visit)
    return (
      <div className="p-4">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="the sheet" />}
      </div>
    );
  return <SheetOf visit={visit} stale={error !== undefined} />;
}

function SheetOf({ visit, stale }: { visit: VisitPage; stale: boolean }) {
  const items = useOutbox(visit.id);
  const calledFirst =
    visit.calls.find((c) => c.unitId)?.unitId ?? (visit.units.length === 1 ? visit.units[0]?.id : undefined);
  const [unitChoice, setUnit] = useState<string>();
  const [pointId, setPoint] = useState('');
  const point = visit.points.find((p) => p.id === pointId);
  const [kind, setKind] = useState<FormKind>();
  const [amending, setAmending] = useState<Amending>();
  const [start, setStart] = useState<Values>();
  const { measuring } = useWho();
  const [system] = useUnitSystem();
  const lines = linesOf(visit.entries, items);
  const chosen = visit.units.find((u) => u.id === (unitChoice ?? calledFirst));
  /** A machine is asked for its steps where its circuit is drawn; a point is not. */
  const drawn = !point && chosen !== undefined;
  const standing = useMemo(() => standingOn(visit, items, measuring), [visit, items, measuring]);
  const unit: UnitOfSheet | undefined = chosen && { ...chosen, conditions: standing.get(chosen.id) ?? [] };
  const called = useMemo(() => visit.calls.flatMap((call) => call.unitId ?? []), [visit.calls]);
  const arrived = lines.some((line) => line.kind === 'arrive');
  const left = lines.some((line) => line.kind === 'leave');
  /** On a phone what is written most stands in a strip above the places, and not once more below. */
  const strip = arrived && !left && !kind;
  const openOn = (unitId: string | null) =>
    (standing.get(unitId ?? '') ?? []).filter((one) => staysOpen(one));
  const calls = visit.calls.map((call) => ({
    id: call.id,
    name: `${call.unit ?? call.ref} ${call.complaint}`.trim(),
    maintenance: call.kind === 'maintenance',
    waitsFor: holding(call, openOn(call.unitId)).map(({ kind: what }) => `${what} on ${call.unit ?? 'it'}`),
    repairs:
      call.kind === 'maintenance'
        ? openOn(call.unitId)
            .filter((one) => one.visitId === visit.id && HOLDING_KINDS.includes(one.kind))
            .map(({ kind: what }) => `${what} on ${call.unit ?? 'it'}`)
        : [],
    ticked: lines.some(
      (line) =>
        line.kind === 'work' &&
        line.unitId === call.unitId &&
        ((line.body.tasks as readonly string[] | undefined)?.length ?? 0) > 0,
    ),
  }));
  const choices = (kinds: readonly FormKind[]) =>
    kinds
      .filter((k) => !point || subjectOf(k) !== 'a unit')
      .filter((k) => k !== 'condition closed' || closable(unit).length > 0)
      .map((k) => (
        <Button
          key={k}
          roof
          look={k === 'leave' && arrived && !left ? 'act' : 'plain'}
          className={strip && STRIP.some((one) => one === k) ? 'roof:hidden' : ''}
          onClick={() => open(k)}
        >
          {formOf(k)?.title}
        </Button>
      ));
  const open = (next: FormKind, amend?: Amending, begin?: Values) => {
    setKind(next);
    setAmending(amend);
    setStart(begin);
  };
  const nameOf = (id: string) =>
    visit.units.find((u) => u.id === id)?.tag ?? visit.points.find((p) => p.id === id)?.name;
  const acts = actsOn(standing);
  const about = (id: string) => {
    const isUnit = visit.units.some((u) => u.id === id);
    if (isUnit) setUnit(id);
    setPoint(isUnit ? '' : id);
  };
  /** Takes back what was put on the sheet in one tap. */
  const takeOff = ({ id: supersedes, ...about }: { id: string; unitId: string | null; pointId?: string }) =>
    post({
      ...{ id: uuid(), visitId: visit.id, unitId: about.unitId, kind: 'withdrawn', body: {} },
      ...(about.pointId === undefined ? {} : { pointId: about.pointId }),
      ...{ supersedes, reason: 'not meant' },
    } as never);
  /** Left open in one tap; where somebody can be hurt the form asks who was told. */
  const leaveOpen = (act: Act) => {
    const { kind: condition, text, hazard } = act.condition;
    about(act.subjectId);
    if (hazard) {
      open('condition left', undefined, { condition, text, [ACT]: asValue(act) });
      window.scrollTo(0, 0);
      return;
    }
    const place = visit.units.some((u) => u.id === act.subjectId)
      ? { unitId: act.subjectId }
      : { unitId: null, pointId: act.subjectId };
    const entry = {
      id: uuid(),
      visitId: visit.id,
      ...place,
      kind: 'condition left' as const,
      occurredAt: now().toISOString(),
      body: { condition, text, act: named(act) },
    };
    void post(entry as never);
    say(`Left open: ${actWords(act, system)}`, { undo: () => takeOff(entry) });
  };
  const explain = (act: Act) => {
    about(act.subjectId);
    open('explained', undefined, { [ACT]: asValue(act) });
    window.scrollTo(0, 0);
  };
  /** What readings say is presumed until somebody has looked; the line of readings is its evidence. */
  const foundByReadings = (unitId: string, lineId: string, { found, words, telling }: Likely) => {
    if (!found) return;
    const entry = {
      ...{ id: uuid(), visitId: visit.id, unitId, kind: 'finding' as const, occurredAt: now().toISOString() },
      body: {
        ...{ component: found.part, part: found.part, failure: found.failure, grade: 'presumed' as const },
        ...{ text: `${capital(words)}${telling ? `: ${tells(telling, 'US')}` : ''}.`, evidence: [lineId] },
      },
    };
    void post(entry as never);
    say(`On the sheet: ${found.part} ${found.failure}, presumed`, { undo: () => takeOff(entry) });
  };
  const arrive = () =>
    void post({
      id: uuid(),
      visitId: visit.id,
      unitId: null,
      occurredAt: now().toISOString(),
      kind: 'arrive',
      body: {},
    });
  const complaint =
    visit.calls.length === 1 ? visit.calls[0]?.complaint : `${visit.calls.length} units to see`;
  return (
    <Screen
      title={`Visit, ${visit.site}`}
      sentence={
        <>
          {visit.site}: {complaint}{' '}
          <span className="block font-text text-base font-normal text-soft">
            {visit.customer}
            {visit.address ? `, ${visit.address}` : ''}
          </span>
        </>
      }
      actions={
        <Button className="roof:hidden" onClick={() => window.print()}>
          Print
        </Button>
      }
    >
      {stale ? (
        <p role="status" className="mb-2 font-semibold">
          No signal: the sheet as last seen on this phone. What you write is kept and goes out by itself.
        </p>
      ) : null}
      {visit.units.length > 1 ? (
        <fieldset className="beside-form no-print mb-3 min-w-0">
          <legend className="sr-only">Which unit</legend>
          <div className="flex gap-2 roof:overflow-x-auto roof:pt-2 roof:pb-3 desk:flex-wrap">
            {visit.units.map((u) => (
              <label
                key={u.id}
                className="relative cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-copper"
              >
                <input
                  type="radio"
                  name="unit"
                  className="sr-only"
                  checked={u.id === unit?.id}
                  onChange={() => setUnit(u.id)}
                />
                <Plate tag={u.tag} flagKinds={u.flagKinds} chosen={u.id === unit?.id} />
              </label>
            ))}
          </div>
        </fieldset>
      ) : null}
      {arrived || kind ? null : (
        <div className="thumb-strip desk:mb-3">
          <Button look="act" roof className="w-full desk:w-auto" onClick={arrive}>
            I have arrived
          </Button>
        </div>
      )}
      {strip ? (
        <div className="thumb-strip no-print desk:hidden" role="group" aria-label="Most used">
          {STRIP.map((k) => (
            <Button
              key={k}
              look={k === 'leave' ? 'act' : 'plain'}
              className="min-h-13 !px-1"
              onClick={() => open(k)}
            >
              {formOf(k)?.title}
            </Button>
          ))}
        </div>
      ) : null}
      <details
        className="beside-form mb-3 border border-rule bg-sheet px-3 py-2"
        open={!arrived || visit.hazards.length > 0}
      >
        <summary className="cursor-pointer font-semibold">
          Getting in{' '}
          {visit.hazards.map((hazard) => (
            <span key={hazard} className="site-hazard ml-1 inline-block">
              {hazard}
            </span>
          ))}
        </summary>
        <div className="grid gap-3 desk:grid-cols-[minmax(0,1fr)_auto]">
          <GettingIn place={visit} />
          <SiteRoofs siteId={visit.siteId} marked={called} width={320} height={190} />
        </div>
        <Agreed agreed={visit.agreed} />
        <p className="no-print mt-1 flex flex-wrap gap-x-4">
          {visit.roofs.map((roof) => (
            <Link
              key={roof.id}
              to={`/roofs/${roof.id}${unit ? `?unit=${unit.id}` : ''}`}
              className="inline-flex min-h-12 items-center font-semibold link"
            >
              {roof.name}, drawn
            </Link>
          ))}
          <Link
            to={`/sites/${visit.siteId}/feeds`}
            className="inline-flex min-h-12 items-center font-semibold link"
          >
            Feeds and controls
          </Link>
        </p>
      </details>
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="no-print space-y-3">
          {visit.points.length > 0 ? (
            <label className="beside-form block text-sm font-semibold">
              <span className="mb-0.5 block">About the building instead</span>
              <select
                value={pointId}
                onChange={(e) => setPoint(e.target.value)}
                className="min-h-12 w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg font-normal focus:border-copper"
              >
                <option value="">no, about {unit?.tag ?? 'a unit'}</option>
                {visit.points.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.kind} {p.name}
                  </option>
                ))}
              </select>
            </label>
          ) : null}
          {unit && !point ? (
            <div className="beside-form">
              <UnitBrief unit={unit} zone={visit.timeZone} />
            </div>
          ) : null}
          {kind ? (
            <EntryPanel
              key={`${kind} ${point?.id ?? unit?.id} ${amending?.id}`}
              visit={visit}
              unit={unit}
              kind={kind}
              amending={amending}
              calls={calls}
              subject={point}
              leftBehind={leftBehind(standing, visit.id, nameOf)}
              acts={kind === 'leave' ? acts.filter((act) => act.condition.visitId === visit.id) : acts}
              nameOf={nameOf}
              start={start}
              onDone={() => {
                setKind(undefined);
                setStart(undefined);
                setAmending(undefined);
              }}
            />
          ) : (
            <>
              <fieldset>
                <legend className="mb-1 text-sm font-semibold">Seen and measured</legend>
                <div className="choice-grid">
                  {drawn && unit ? (
                    <Link
                      to={`/visits/${visit.id}/fault?unit=${unit.id}`}
                      className={pressed({ roof: true })}
                    >
                      Find the fault
                    </Link>
                  ) : null}
                  {choices(SEEN.filter((k) => k !== 'step' || !drawn))}
                  <Link
                    to={`/bench?visit=${visit.id}${unit ? `&unit=${unit.id}` : ''}`}
                    className={pressed({ roof: true })}
                  >
                    Bench
                  </Link>
                </div>
              </fieldset>
              <fieldset>
                <legend className="mb-1 text-sm font-semibold">Found, done and left</legend>
                <div className="choice-grid">{choices(DONE)}</div>
              </fieldset>
            </>
          )}
        </div>
        <Panel className="beside-form roof:mb-24" title={left ? 'The sheet, left' : 'The sheet'}>
          <Sheet
            visit={visit}
            lines={lines}
            acts={acts}
            standing={standing}
            onLeaveOpen={leaveOpen}
            onExplain={explain}
            onAmend={(k: EntryKind, unitId, amend) => {
              if (unitId) setUnit(unitId);
              setPoint(lines.find((line) => line.id === amend.id)?.pointId ?? '');
              open(k as FormKind, amend);
              window.scrollTo(0, 0);
            }}
            onFound={foundByReadings}
          />
        </Panel>
      </div>
    </Screen>
  );
}

/** What waits on this phone and the server does not have yet. */
const MARKS = {
  'opening not sent': '(on this phone, not sent yet)',
  'closing not sent': '(closed on this phone, not sent yet: it stands until then)',
} as const;

function UnitBrief({ unit, zone }: { unit: UnitOfSheet; zone: string }) {
  const storied = useMemo(() => [unit.id], [unit.id]);
  return (
    <div className="border-t border-rule pt-2">
      <Stories units={storied}>
        <UnitStory unitId={unit.id} />
      </Stories>
      <p>
        <Link to={`/units/${unit.id}`} className="plate link">
          {unit.tag}
        </Link>{' '}
        {unit.areaServed ?? unit.kind}. {unit.flagKinds.length > 0 ? unit.sentence : ''}
      </p>
      <p>
        {unit.feed ? `${unit.feed}. ` : 'Feed not traced yet. '}
        {unit.controls.length > 0 ? `Controlled by ${unit.controls.join(', ')}.` : ''}
      </p>
      {unit.handlingNotes ? <p className="font-semibold">Handling: {unit.handlingNotes}</p> : null}
      {unit.recommendations.map((recommended) => (
        <p key={recommended.id}>
          <strong>Recommended {shortDay(recommended.on)}:</strong> {recommended.text}
        </p>
      ))}
      {unit.conditions.map((c) => (
        <p key={c.id}>
          {c.hazard ? (
            <span className="hazard-notch text-sm">{c.kind}</span>
          ) : (
            <strong>Left: {c.kind}</strong>
          )}{' '}
          since {dayOf(new Date(c.openedMs).toISOString(), zone)}. {c.text}
          {c.mark === 'as sent' ? null : <strong className="ml-1">{MARKS[c.mark]}</strong>}
        </p>
      ))}
    </div>
  );
}
