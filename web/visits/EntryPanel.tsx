import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Reading } from '#core/readings';
import { newEntry, type EntryKind, type NewEntry, type VisitPage } from '#contracts/visits';
import { useDraft } from '../outbox/hooks.ts';
import { post } from '../outbox/sender.ts';
import { issueText } from '#contracts/problem';
import { now } from '../app/clock.ts';
import { Button } from '../ui/Button.tsx';
import { FIELDS } from './Fields.tsx';
import { FORMS, type FormKind, type Values } from './forms.ts';

/** Where every form of a kind starts, with what the record already knows. */
function blankFor(kind: EntryKind, unit: VisitPage['units'][number] | undefined): Values {
  if (kind === 'reading set') return { mode: 'cooling', circuit: '1' };
  if (kind === 'finding') return { grade: 'proven' };
  if (kind === 'refrigerant') return { refrigerant: unit?.circuits[0]?.refrigerant ?? '' };
  if (kind === 'condition closed') return { conditionId: unit?.conditions[0]?.id ?? '' };
  return {};
}

/** The field of a form that a problem with what is sent belongs to: a reading's own point, else its name. */
function fieldOf(path: readonly PropertyKey[], body: Record<string, unknown>): string {
  const [list, index] = path;
  const reading =
    list === 'readings' && typeof index === 'number'
      ? (body.readings as readonly Reading[])[index]
      : undefined;
  return reading?.point ?? path.join('.');
}

export interface Amending {
  readonly id: string;
  readonly body: Record<string, unknown>;
}

/** One form of the sheet. What is typed is kept at every key; what is saved goes to the outbox and from there to the server. */
export function EntryPanel({
  visit,
  unit,
  kind,
  amending,
  leftBehind,
  onDone,
}: {
  visit: VisitPage;
  unit: VisitPage['units'][number] | undefined;
  kind: FormKind;
  amending?: Amending | undefined;
  leftBehind: readonly string[];
  onDone: () => void;
}) {
  const form = FORMS[kind];
  const Fields = FIELDS[kind];
  const key = `visit ${visit.id} ${unit?.id ?? ''} ${kind} ${amending?.id ?? ''}`;
  const { value, set, clear, ready } = useDraft<Values>(
    key,
    amending ? form.fromBody(amending.body) : blankFor(kind, unit),
  );
  const [errors, setErrors] = useState<ReadonlyMap<string, string>>(new Map());
  useEffect(() => setErrors(new Map()), [key]);
  if (!ready) return null;

  async function save() {
    const entry = {
      id: uuid(),
      visitId: visit.id,
      unitId: kind === 'leave' ? null : (unit?.id ?? null),
      occurredAt: now().toISOString(),
      kind,
      body: form.toBody(value),
      ...(amending ? { supersedes: amending.id, reason: 'amended on the sheet' } : {}),
    };
    if (kind === 'leave' && leftBehind.length > 0 && !(entry.body as { stillOpen?: string }).stillOpen) {
      setErrors(new Map([['stillOpen', 'close it, or say why it has to stay']]));
      return;
    }
    const read = newEntry.safeParse(entry);
    if (!read.success) {
      setErrors(
        new Map(
          read.error.issues.map((issue) => [fieldOf(issue.path.slice(1), entry.body), issueText(issue)]),
        ),
      );
      return;
    }
    await post(entry as unknown as NewEntry);
    clear();
    onDone();
  }

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      className="space-y-4 border-2 border-ink bg-sheet p-3"
    >
      <h2 className="text-lg">
        {amending ? 'Amend: ' : ''}
        {form.title}
        {unit && kind !== 'leave' ? <span className="plate ml-2 text-base">{unit.tag}</span> : null}
      </h2>
      <Fields
        values={value}
        set={set}
        error={(path) => errors.get(path)}
        unit={unit}
        leftBehind={leftBehind}
      />
      <div className="grid gap-2 sm:grid-cols-[1fr_auto]">
        <Button type="submit" look="act" roof>
          {form.save}
        </Button>
        <Button roof onClick={onDone}>
          Not now
        </Button>
      </div>
    </form>
  );
}
