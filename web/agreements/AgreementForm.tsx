import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { unitTerms, yearOf, type Programme, type Refinement, type Terms } from '#core/upkeep/agreements';
import { plural } from '#core/base/sentences';
import { addDays, durationText } from '#core/base/time';
import {
  agreementPatch,
  newAgreement,
  type AgreementPlace,
  type AgreementView,
  type NewAgreement,
} from '#contracts/agreements';
import { useChangeAgreementMutation, useCreateAgreementMutation } from '../api/agreements.ts';
import { useDraft } from '../outbox/hooks.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { Empty, Loading, Panel } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { asAgreement, taskLines, unitsOf } from './lines.ts';
import { Places } from './Places.tsx';
import { TaskTable } from './TaskTable.tsx';
import { TermsFields } from './TermsFields.tsx';
import { fieldOfTerms, NO_TERMS, termsTyped, typedTerms, type TypedTerms } from './typedTerms.ts';
import { say } from '../ui/saying/say.ts';

interface Typed extends TypedTerms {
  readonly fromDay: string;
  readonly untilDay: string;
  readonly notes: string;
  readonly refinements: readonly Refinement[];
}

const typedOf = (agreement: AgreementView): Typed => ({
  ...typedTerms(agreement.terms),
  fromDay: agreement.from,
  untilDay: agreement.until ?? '',
  notes: agreement.notes ?? '',
  refinements: agreement.refinements,
});

/** A new one begins when the last has ended, and is like it. */
const nextAfter = (like: AgreementView | undefined, today: string): Typed =>
  like
    ? {
        ...typedOf(like),
        fromDay: like.until === null ? today : addDays(like.until, 1),
        untilDay: '',
        notes: '',
      }
    : { ...NO_TERMS, fromDay: today, untilDay: '', notes: '', refinements: [] };

/** One agreement: its days, its terms, and what is different at single sites and units. */
export function AgreementForm({
  customerId,
  agreement,
  like,
  sites,
  programme,
  onSaved,
}: {
  customerId: string;
  /** Undefined for a new one. */
  agreement: AgreementView | undefined;
  /** What a new one starts from. */
  like: AgreementView | undefined;
  sites: readonly AgreementPlace[];
  programme: Programme;
  onSaved: (id: string | undefined) => void;
}) {
  const { can, today } = useWho();
  const mayEdit = can('keep agreements');
  const stored = agreement ? typedOf(agreement) : nextAfter(like, today);
  const draft = useDraft<Typed>(
    `agreement ${agreement?.id ?? customerId} ${agreement?.version ?? 0}`,
    stored,
  );
  const { value, set } = draft;
  const [create] = useCreateAgreementMutation();
  const [change] = useChangeAgreementMutation();
  const [id] = useState(() => uuid());
  const { terms, problems } = termsTyped(value);
  const period = { from: value.fromDay, until: value.untilDay || null };
  const body = { ...period, terms, refinements: value.refinements, notes: value.notes.trim() || null };
  const form = useTyped<Typed, NewAgreement>(
    value,
    {
      schema: (agreement ? agreementPatch : newAgreement) as never,
      toBody: () => (agreement ? { version: agreement.version, ...body } : { id, customerId, ...body }),
      also: () => problems,
      fieldOf: ([first, ...rest]) =>
        first === 'terms'
          ? fieldOfTerms(rest)
          : ({ from: 'fromDay', until: 'untilDay' }[String(first)] ?? String(first ?? 'root')),
    },
    { kept: true },
  );
  const save = form.submit(async (read) => {
    const after = agreement
      ? await change({ id: agreement.id, patch: read as never }).unwrap()
      : await create(read).unwrap();
    draft.clear();
    const back = (patch: object) =>
      void change({ id: after.id, patch: { version: after.version, ...patch } });
    say(agreement ? 'The agreement is changed' : 'Agreed', {
      undo: () => {
        if (!agreement) return back({ withdrawn: true });
        const { from, until, terms: before, refinements, notes } = agreement;
        back({ from, until, terms: before, refinements, notes });
      },
    });
    onSaved(after.id);
  });
  const withdraw = form.submit(async () => {
    if (!agreement) return;
    const after = await change({
      id: agreement.id,
      patch: { version: agreement.version, withdrawn: true },
    }).unwrap();
    draft.clear();
    say('The agreement is taken back', {
      undo: () => change({ id: after.id, patch: { version: after.version, withdrawn: false } }),
    });
    onSaved(undefined);
  });
  if (!draft.ready) return <Loading what="your draft" />;
  const units = unitsOf(sites);
  const whole = asAgreement(terms, value.refinements);
  const lines = taskLines(units, asAgreement({}), programme);
  return (
    <form onSubmit={save} noValidate>
      <fieldset
        disabled={!mayEdit}
        className="grid min-w-0 gap-4 *:min-w-0 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      >
        <div className="space-y-4">
          <Panel title="What is agreed">
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
              <Field label="From" error={form.error('fromDay')}>
                <DateInput value={value.fromDay} onChange={(e) => set({ fromDay: e.target.value })} />
              </Field>
              <Field label="Until" hint="Empty: until it is ended" error={form.error('untilDay')}>
                <DateInput value={value.untilDay} onChange={(e) => set({ untilDay: e.target.value })} />
              </Field>
              <div className="col-span-2">
                <Field label="Covers">
                  <select
                    value={value.maintained}
                    onChange={(e) => set({ maintained: e.target.value as Typed['maintained'] })}
                  >
                    <option value="">maintenance and calls</option>
                    <option value="no">calls only</option>
                  </select>
                </Field>
              </div>
            </div>
          </Panel>
          {value.maintained === 'no' ? null : (
            <Panel title="Tasks, for all units">
              {lines.length === 0 ? (
                <Empty>No unit is on record yet: what is usual for its kind holds for each that comes.</Empty>
              ) : (
                <TaskTable
                  lines={lines}
                  typed={value.tasks}
                  onTyped={(tasks) => set({ tasks })}
                  error={form.error}
                  asAbove="as usual"
                />
              )}
            </Panel>
          )}
          <Panel title="Approval, answering calls, price">
            <div>
              <TermsFields typed={value} onTyped={set} error={form.error} price="Price, dollars" />
            </div>
            <div className="mt-3">
              <Field label="Notes" error={form.error('notes')}>
                <textarea rows={2} value={value.notes} onChange={(e) => set({ notes: e.target.value })} />
              </Field>
            </div>
          </Panel>
          <FormTrouble text={form.trouble ?? form.error('refinements')} />
          {mayEdit ? (
            <div className="flex flex-wrap items-center gap-2">
              <Button type="submit" look="act" disabled={form.isSubmitting}>
                {agreement ? 'Save the changes' : 'Agree'}
              </Button>
              <Button onClick={() => draft.clear()}>Start over</Button>
              <span className="grow" />
              {agreement ? <Button onClick={() => void withdraw()}>Take it back</Button> : null}
            </div>
          ) : (
            <p className="text-soft">Only a manager can change agreements.</p>
          )}
        </div>
        <Places
          sites={sites}
          agreement={whole}
          programme={programme}
          mayEdit={mayEdit}
          onRefine={(refinements) => set({ refinements })}
          yearWords={(places) => yearWords(places, whole, programme)}
        />
      </fieldset>
    </form>
  );
}

/** @example "4 visits a year, 12 h 20 min of work" */
function yearWords(
  sites: readonly AgreementPlace[],
  agreement: { terms: Terms; refinements: readonly Refinement[] },
  programme: Programme,
): string {
  const whole = asAgreement(agreement.terms, agreement.refinements);
  const years = sites.map((site) =>
    yearOf(
      site.units.map((unit) => unitTerms({ ...unit, unitId: unit.id, siteId: site.id }, whole, programme)),
    ),
  );
  const visits = years.reduce((sum, year) => sum + year.visits, 0);
  const minutes = years.reduce((sum, year) => sum + year.minutes, 0);
  return visits === 0
    ? 'nothing comes round'
    : `${plural(visits, 'visit')} a year, ${durationText(minutes)} of work`;
}
