import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { DECISION_KINDS, DECISIONS, FLAGS, type DecisionKind, type FlagKind } from '#core/judging/history';
import { addDays } from '#core/base/time';
import { newDecision, type NewDecision } from '#contracts/watch';
import type { DecisionView, FlagView } from '#contracts/units';
import { useDecideMutation, useUndoDecisionMutation } from '../api/watch.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { shortDay } from '../ui/words/format.ts';
import { say } from '../ui/saying/say.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';

/** A decision in words: what, when, why, by whom. */
export const decisionWords = ({ kind, year, until, reason, by }: DecisionView): string => {
  const when = year !== null ? ` ${year}` : until !== null ? ` ${shortDay(until)}` : '';
  return `${DECISION_TEXT[kind]}${when}. ${reason}${by ? ` (${by})` : ''}`;
};

const DECISION_TEXT: Record<DecisionKind, string> = {
  repair: 'To be repaired',
  quote: 'To be quoted',
  replace: 'To be replaced in',
  visit: 'Somebody goes to confirm',
  watch: 'Watched until',
  'set aside': 'Set aside',
};

const asks = (flag: FlagView): boolean =>
  flag.decision === undefined && FLAGS[flag.kind as FlagKind] !== undefined;

/** Deciding about a unit and taking it back: what to put beside it, and the dialog that asks what and why. */
export function useDeciding(): {
  /** @param look filled where deciding is what the screen is for */
  button: (
    unit: { id: string; tag: string },
    flags: readonly FlagView[],
    look?: 'act' | 'plain',
  ) => React.ReactNode;
  takeBack: (decision: DecisionView) => React.ReactNode;
  dialog: React.ReactNode;
} {
  const { can } = useWho();
  const [decide] = useDecideMutation();
  const [undo] = useUndoDecisionMutation();
  const [asked, setAsked] = useState<{ unit: { id: string; tag: string }; flags: readonly FlagView[] }>();
  const button = (
    unit: { id: string; tag: string },
    flags: readonly FlagView[],
    look: 'act' | 'plain' = 'plain',
  ) => {
    const open = flags.filter(asks);
    if (!can('decide') || open.length === 0) return null;
    return (
      <Button look={look} onClick={() => setAsked({ unit, flags: open })}>
        Decide
      </Button>
    );
  };
  const takeBack = (decision: DecisionView) =>
    can('decide') ? (
      <Button look="quiet" onClick={() => void undo(decision.id)}>
        Take back
      </Button>
    ) : null;
  const dialog = asked ? (
    <DecisionDialog
      {...asked}
      onClose={() => setAsked(undefined)}
      onSave={async (decision) => {
        await decide(decision).unwrap();
        setAsked(undefined);
        say(`${asked.unit.tag}: decided until there is new evidence`, { undo: () => undo(decision.id) });
      }}
    />
  ) : null;
  return { button, takeBack, dialog };
}

interface Typed {
  readonly kind: DecisionKind | '';
  readonly year: string;
  readonly until: string;
  readonly reason: string;
}

function DecisionDialog({
  unit,
  flags,
  onSave,
  onClose,
}: {
  unit: { id: string; tag: string };
  flags: readonly FlagView[];
  onSave: (decision: NewDecision) => Promise<void>;
  onClose: () => void;
}) {
  const { today } = useWho();
  const form = useTyped<Typed, NewDecision>(
    { kind: '', year: String(Number(today.slice(0, 4)) + 1), until: addDays(today, 60), reason: '' },
    {
      schema: newDecision,
      toBody: ({ kind, year, until, reason }) => ({
        id: uuid(),
        unitId: unit.id,
        kind,
        reason,
        ...(kind === 'replace' ? { year: numberNeeded(year) } : {}),
        ...(kind === 'watch' ? { until } : {}),
        covers: flags.map((flag) => ({ flag: flag.kind, evidence: flag.evidence })),
      }),
      fieldOf: ([first]) => String(first ?? 'root'),
    },
  );
  const kind = form.watch('kind');
  const save = form.submit(onSave);
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Decide about ${unit.tag}`}
      description={flags.map((flag) => flag.sentence).join(' ')}
    >
      <form onSubmit={save} noValidate>
        <fieldset role="radiogroup" tabIndex={-1} aria-invalid={form.error('kind') ? true : undefined}>
          <legend className="mb-1 text-sm font-semibold">What is decided</legend>
          <div className="grid gap-1 sm:grid-cols-2">
            {DECISION_KINDS.map((name) => (
              <label key={name} className="flex reach cursor-pointer items-center gap-2">
                <input type="radio" value={name} {...form.register('kind')} />
                {DECISIONS[name].words}
              </label>
            ))}
          </div>
          {form.error('kind') ? (
            <p role="alert" className="text-sm fault">
              What is decided?
            </p>
          ) : null}
        </fieldset>
        {kind === 'replace' ? (
          <Field label="Year" error={form.error('year')}>
            <input inputMode="numeric" {...form.register('year')} />
          </Field>
        ) : null}
        {kind === 'watch' ? (
          <Field label="Until" error={form.error('until')}>
            <DateInput min={today} {...form.register('until')} />
          </Field>
        ) : null}
        <Field
          label="Why"
          hint="It asks again by itself when there is new evidence."
          error={form.error('reason') ?? form.trouble}
        >
          <input {...form.register('reason')} />
        </Field>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            Decide
          </Button>
          <Button onClick={onClose}>Not now</Button>
        </div>
      </form>
    </Dialog>
  );
}
