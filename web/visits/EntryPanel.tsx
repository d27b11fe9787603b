import { useEffect, type KeyboardEvent } from 'react';
import { likelyMode, refrigerantDoubts, type Reading } from '#core/evidence';
import type { UnitKind } from '#core/base/vocabulary';
import { newEntry, type EntryBody, type EntryKind, type NewEntry, type VisitPage } from '#contracts/visits';
import { formOf } from '#core/record/kinds';
import { useDraft } from '../outbox/hooks.ts';
import { post } from '../outbox/sender.ts';
import { Button } from '../ui/frame/Button.tsx';
import { DateInput, TimeInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { instant } from '../ui/words/format.ts';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useFormOpen } from '../ui/forms/useFormOpen.ts';
import { useTyped } from '../ui/forms/useTyped.ts';
import { FIELDS } from './Fields.tsx';
import { ActsTyped } from './ReadingFields.tsx';
import {
  carriedTo,
  closingAtFirst,
  dangerTyped,
  entryOf,
  FORMS,
  outcomeField,
  SURE,
  waitingField,
  WHEN,
  type FormKind,
  type Values,
} from './forms.ts';
import type { Act } from './acts.ts';
import { closable, type UnitOfSheet } from './standing.ts';
import type { LeavingCall } from './parts.tsx';
import { say } from '../ui/saying/say.ts';

/** The mode it is likeliest measured in: by the machine, the complaint about it, the weather on the sheet. */
function modeFor(visit: VisitPage, unit: VisitPage['units'][number] | undefined): string {
  if (!unit) return 'cooling';
  const complaint =
    visit.calls.find((call) => call.unitId === unit.id && call.kind === 'call')?.complaint ?? '';
  const weather = visit.entries.findLast((entry) => entry.kind === 'weather')?.body as
    { outdoorF?: number } | undefined;
  return likelyMode(unit.kind as UnitKind, complaint, weather?.outdoorF);
}

/** Where every form of a kind starts, with what the record already knows. */
function blankFor(
  kind: EntryKind,
  unit: UnitOfSheet | undefined,
  calls: readonly LeavingCall[],
  visit: VisitPage,
): Values {
  if (kind === 'reading set') return { mode: modeFor(visit, unit), circuit: '1' };
  if (kind === 'finding') return { grade: 'proven' };
  // Maintenance is left done where something was ticked; how a trouble is left, somebody has to say.
  if (kind === 'leave')
    return Object.fromEntries(
      calls.map((call) => [
        outcomeField(call.id),
        call.maintenance ? (call.ticked ? 'done' : 'not reached') : '',
      ]),
    );
  if (kind === 'refrigerant') return { refrigerant: unit?.circuits[0]?.refrigerant ?? '' };
  if (kind === 'condition closed') return { conditionId: closingAtFirst(closable(unit)) };
  return {};
}

/** The field of a form that a problem with what is sent belongs to: a reading's own point, else its name. */
function fieldOf(path: readonly PropertyKey[], body: Record<string, unknown>): string {
  const [list, index, name] = path;
  const call = list === 'calls' ? (body.calls as EntryBody<'leave'>['calls'])?.[Number(index)] : undefined;
  if (call) return name === 'waitingFor' ? waitingField(call.callId) : outcomeField(call.callId);
  if (list === 'installed') return 'slot';
  const reading =
    list === 'readings' && typeof index === 'number'
      ? (body.readings as readonly Reading[])[index]
      : undefined;
  return reading?.point ?? path.join('.');
}

/** The circuit after the one that was just read; undefined after the last. */
function nextCircuit(unit: VisitPage['units'][number] | undefined, values: Values): number | undefined {
  const now = Number(values.circuit || 1);
  return unit?.circuits.map((circuit) => circuit.number).find((number) => number > now);
}

/** Enter in a field moves on to the next and files nothing: a half-filled form is not meant. */
function toNextField(event: KeyboardEvent<HTMLFormElement>): void {
  const field = event.target;
  if (event.key !== 'Enter' || !(field instanceof HTMLInputElement) || field.type !== 'text') return;
  event.preventDefault();
  const fields = [
    ...event.currentTarget.querySelectorAll<HTMLElement>(
      'input[type="text"], input:not([type]), select, textarea, button[type="submit"]',
    ),
  ];
  fields[fields.indexOf(field) + 1]?.focus();
}

/** A corrected time from its day and its clock; nothing while neither is given. */
const whenOf = (day: string, clock: string): string => (day || clock ? `${day}T${clock}` : '');

export interface Amending {
  readonly id: string;
  readonly body: Record<string, unknown>;
  /** When it happened, by the line that is amended. */
  readonly occurredAt: string;
}

/** Lines about the visit as a whole, whatever unit is chosen. */
const ABOUT_THE_VISIT: ReadonlySet<FormKind> = new Set(['leave', 'weather']);

/** A leaving of one call says it once; its form asks for it by call. */
function amendedFrom(kind: FormKind, values: Values, calls: readonly LeavingCall[]): Values {
  const [only] = calls;
  if (kind !== 'leave' || calls.length !== 1 || !only) return values;
  const { outcome, waitingFor, ...rest } = values;
  return {
    ...rest,
    [outcomeField(only.id)]: outcome ?? '',
    ...(waitingFor === undefined ? {} : { [waitingField(only.id)]: waitingFor }),
  };
}

/**
 * One form of the sheet. What is typed is kept at every key; what is saved goes to the outbox and from there
 * to the server.
 */
export function EntryPanel({
  visit,
  unit,
  kind,
  amending,
  leftBehind,
  acts,
  nameOf,
  start,
  calls,
  subject,
  onDone,
}: {
  visit: VisitPage;
  unit: UnitOfSheet | undefined;
  kind: FormKind;
  amending?: Amending | undefined;
  leftBehind: readonly string[];
  /** What still has to be acted on. */
  acts: readonly Act[];
  nameOf: (subjectId: string) => string | undefined;
  /** What the form begins with beside what the record knows. */
  start?: Values | undefined;
  /** The calls of the visit, for leaving. */
  calls: readonly LeavingCall[];
  /** A point of the site, where the line is about one and not about a unit. */
  subject: { readonly id: string; readonly name: string } | undefined;
  onDone: () => void;
}) {
  const form = FORMS[kind];
  const said = formOf(kind);
  const words = new Map(Object.entries(visit.words));
  const Fields = FIELDS[kind];
  const key = `visit ${visit.id} ${unit?.id ?? ''} ${kind} ${amending?.id ?? ''}`;
  const { value, set, clear, ready } = useDraft<Values>(
    key,
    amending
      ? amendedFrom(kind, form.fromBody(amending.body), calls)
      : { ...blankFor(kind, unit, calls, visit), ...start },
  );
  const only = calls.length === 1 ? calls[0] : undefined;
  const entry = (typed: Values) =>
    entryOf({
      visitId: visit.id,
      unitId: subject || ABOUT_THE_VISIT.has(kind) ? null : (unit?.id ?? null),
      pointId: subject && !ABOUT_THE_VISIT.has(kind) ? subject.id : null,
      kind,
      body: form.toBody(typed),
      amending,
      when: typed[WHEN],
      zone: visit.timeZone,
    });
  const typing = useTyped<Values, unknown>(
    value,
    {
      schema: newEntry,
      toBody: entry,
      fieldOf: (path, given) => {
        const field = fieldOf(path.slice(1), (given as NewEntry | undefined)?.body ?? {});
        // A leaving of one call says it once; its form asks for it by call.
        if (kind !== 'leave' || !only) return field;
        return field === 'outcome'
          ? outcomeField(only.id)
          : field === 'waitingFor'
            ? waitingField(only.id)
            : field;
      },
      also: (typed) => {
        if (kind === 'leave' && leftBehind.length + acts.length > 0)
          return (form.toBody(typed) as { stillOpen?: string }).stillOpen
            ? []
            : [['stillOpen', 'close it, or say why it has to stay']];
        if (kind === 'finding' && dangerTyped(typed, words) !== undefined && !typed.told)
          return [['told', 'somebody can be hurt: who was told, and in writing?']];
        if (kind === 'refrigerant' && typed[SURE] !== true)
          return refrigerantDoubts(form.toBody(typed) as never, unit?.circuits ?? []).length > 0
            ? [[SURE, 'say that it is so, or correct it']]
            : [];
        return [];
      },
    },
    { kept: true },
  );
  const { clearErrors } = typing;
  useFormOpen();
  useEffect(() => clearErrors(), [key, clearErrors]);
  if (!ready) return null;
  const [day = '', clock = ''] = String(value[WHEN] ?? '').split('T');
  const save = typing.submit(async () => {
    // The line as it was typed: the server reads it by the same contract, whenever it arrives.
    await post(entry(value) as unknown as NewEntry);
    clear();
    const next = kind === 'reading set' && !amending ? nextCircuit(unit, value) : undefined;
    if (next === undefined) return onDone();
    // The next circuit of the same machine: its pressures are its own, the rest was read a moment ago.
    set(carriedTo(value, next));
    say(
      `Circuit ${String(value.circuit)} is on the sheet. Circuit ${next} now; air and volts are carried over.`,
    );
    window.scrollTo(0, 0);
  });

  return (
    <form
      onSubmit={save}
      noValidate
      onKeyDown={toNextField}
      className="roof-form space-y-4 border-2 border-ink bg-sheet p-3"
    >
      <h2 className="text-lg">
        {amending ? 'Amend: ' : ''}
        {said?.title}
        {ABOUT_THE_VISIT.has(kind) ? null : subject ? (
          <strong className="ml-2">{subject.name}</strong>
        ) : unit ? (
          <span className="plate ml-2 text-base">{unit.tag}</span>
        ) : null}
      </h2>
      <Fields
        values={value}
        set={set}
        error={typing.error}
        unit={subject ? undefined : unit}
        leftBehind={leftBehind}
        acts={acts}
        nameOf={nameOf}
        calls={calls}
        words={words}
        sisters={visit.units.filter((u) => u.id !== unit?.id).map(({ id, tag }) => ({ id, tag }))}
      />
      {amending ? (
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="The day it happened"
            hint={`${instant(amending.occurredAt, visit.timeZone)} unless you correct it`}
            roof
          >
            <DateInput value={day} onChange={(e) => set({ [WHEN]: whenOf(e.target.value, clock) })} />
          </Field>
          <Field label="At" error={typing.error('occurredAt')} roof>
            <TimeInput value={clock} onChange={(e) => set({ [WHEN]: whenOf(day, e.target.value) })} />
          </Field>
        </div>
      ) : null}
      <FormTrouble text={typing.trouble} />
      <div className="roof-foot flex flex-wrap gap-2 leading-tight">
        {kind === 'reading set' ? <ActsTyped values={value} unit={subject ? undefined : unit} /> : null}
        <Button type="submit" look="act" roof className="shrink grow basis-[min(100%,12rem)]">
          {said?.save}
        </Button>
        <Button roof onClick={onDone}>
          Not now
        </Button>
      </div>
    </form>
  );
}
