import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { shortText } from '#contracts/common';
import { useTyped } from '../ui/forms/useTyped.ts';
import { plateFacts } from '#core/measuring/cards';
import type { Answer } from '#core/measuring/answers';
import { saidText, type UnitSystem } from '#core/base/quantities';
import type { EntryKind, NewEntry, VisitPage } from '#contracts/visits';
import { answerNumber, formOf, saysEntry } from '#core/record/kinds';
import { isHeld, phone, type OutboxItem } from '../outbox/db.ts';
import { post, sendAgain, takeBack } from '../outbox/sender.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { MiniBand } from '../ui/marks/MiniBand.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import type { ReadingSet } from '#core/evidence';
import type { Likely } from '#core/judging/readings';
import { judgeable } from '../readings/circuitOf.ts';
import { ReadingsTold } from '../readings/Told.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { instant } from '../ui/words/format.ts';
import { Empty } from '../ui/frame/Screen.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { actOfAnswer, mayExplain, type Act } from './acts.ts';
import { answersOfLine, type OpenHere } from './standing.ts';
import type { Amending } from './EntryPanel.tsx';
import type { Line } from './lines.ts';
import { say } from '../ui/saying/say.ts';

export function Sheet({
  visit,
  lines,
  acts,
  standing,
  onLeaveOpen,
  onExplain,
  onAmend,
  onFound,
}: {
  visit: VisitPage;
  lines: readonly Line[];
  /** What still has to be acted on. */
  acts: readonly Act[];
  /** What stands open, by unit and point. */
  standing: ReadonlyMap<string, readonly OpenHere[]>;
  onLeaveOpen: (act: Act) => void;
  onExplain: (act: Act) => void;
  onAmend: (kind: EntryKind, unitId: string | null, amending: Amending) => void;
  /** Somebody writes down as found what a line of readings says; nobody does where there is nothing. */
  onFound?: ((unitId: string, lineId: string, likely: Likely) => void) | undefined;
}) {
  const { measuring } = useWho();
  const [system] = useUnitSystem();
  const [withdrawing, setWithdrawing] = useState<Line>();
  const unitOf = (id: string | null) => visit.units.find((u) => u.id === id);
  const refs = new Map(visit.calls.map((call) => [call.id, call.unit ?? call.ref]));
  // What is closed was left on this visit, or stood open when it began.
  const conditions = new Map([
    ...visit.before
      .filter(({ kind }) => kind === 'condition left')
      .map(({ id, body }) => [id, (body as { condition: string }).condition] as const),
    ...[...standing.values()].flatMap((open) =>
      open.flatMap(({ lines: own, kind }) => own.map((key) => [key, kind] as const)),
    ),
    ...lines
      .filter((line) => line.kind === 'condition left')
      .flatMap(({ id, rootId, body }) => [id, rootId].map((key) => [key, String(body.condition)] as const)),
  ]);
  return (
    <>
      {lines.length === 0 ? (
        <Empty ghost="sheet">Nothing on the sheet yet. Arriving is the first line.</Empty>
      ) : null}
      <ol className="divide-y divide-rule">
        {lines.map((line) => {
          const unit = unitOf(line.unitId);
          const circuit = Number(line.body.circuit ?? 1);
          const facts = unit ? plateFacts(unit, circuit) : {};
          return (
            <li key={line.id} className={`py-2 ${line.item ? 'tied' : ''}`}>
              <p>
                {unit ? <span className="plate mr-2 text-sm">{unit.tag}</span> : null}
                {line.pointId ? (
                  <strong className="mr-2">{visit.points.find((p) => p.id === line.pointId)?.name}</strong>
                ) : null}
                <strong>{line.kind === 'withdrawn' ? 'withdrawal' : line.kind}</strong>{' '}
                <span>
                  {saysEntry(line.kind, line.body, {
                    ...{ circuit: facts, limits: measuring, system, calls: refs, left: conditions },
                  })}
                </span>
              </p>
              <Bands answers={(line.body.answers as readonly Answer[] | undefined) ?? []} system={system} />
              {line.kind === 'reading set' && unit ? (
                <Replay
                  set={line.body as unknown as ReadingSet}
                  unit={unit}
                  onFinding={onFound && ((likely) => onFound(unit.id, line.id, likely))}
                />
              ) : null}
              {answersOfLine(line, unit, measuring)
                .filter(({ advice }) => advice === 'act')
                .map((answer) => (
                  <Asked
                    key={answer.name}
                    answer={answer}
                    act={actOfAnswer(acts, line.rootId, answer)}
                    system={system}
                    onLeaveOpen={onLeaveOpen}
                    onExplain={onExplain}
                  />
                ))}
              <p className="flex flex-wrap items-center gap-x-3 text-sm text-soft">
                {instant(line.occurredAt, visit.timeZone)} {line.author ?? ''}{' '}
                {line.amended ? '(amended)' : ''}
                {line.item?.state === 'waiting' ? (
                  <span className="font-semibold">on this phone, goes out with the next signal</span>
                ) : null}
                {line.item ? null : (
                  <>
                    {formOf(line.kind) !== undefined ? (
                      <Button
                        look="quiet"
                        onClick={() =>
                          onAmend(line.kind as EntryKind, line.unitId, {
                            id: line.id,
                            body: line.body,
                            occurredAt: line.occurredAt,
                          })
                        }
                      >
                        Amend
                      </Button>
                    ) : null}
                    <Button look="quiet" onClick={() => setWithdrawing(line)}>
                      Withdraw
                    </Button>
                  </>
                )}
              </p>
              {line.item && isHeld(line.item) ? <Refused item={line.item} /> : null}
            </li>
          );
        })}
      </ol>
      {withdrawing ? (
        <Withdraw visit={visit} line={withdrawing} onClose={() => setWithdrawing(undefined)} />
      ) : null}
    </>
  );
}

/** What a set of readings says of its circuit, whenever it was taken: opened where somebody asks for it. */
function Replay({
  set,
  unit,
  onFinding,
}: {
  set: ReadingSet;
  unit: VisitPage['units'][number];
  onFinding: ((likely: Likely) => void) | undefined;
}) {
  const [open, setOpen] = useState(false);
  if (!judgeable(set)) return null;
  return (
    <div className="no-print">
      <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Fold what these readings say' : 'What these readings say'}
      </Button>
      {open ? <ReadingsTold set={set} unit={unit} onFinding={onFinding} /> : null}
    </div>
  );
}

/** What an answer asks to act on, and what can be done about it here while nothing has settled it. */
function Asked({
  answer,
  act,
  system,
  onLeaveOpen,
  onExplain,
}: {
  answer: Answer;
  act: Act | undefined;
  system: UnitSystem;
  onLeaveOpen: (act: Act) => void;
  onExplain: (act: Act) => void;
}) {
  return (
    <p className="my-1 font-semibold text-ember">
      <span className="hazard-notch">{answerNumber(answer, system)}</span> {saidText(answer.text, system)}{' '}
      {act ? (
        <Button
          className="no-print min-h-12"
          aria-label={`Leave it open: ${answer.name}`}
          onClick={() => onLeaveOpen(act)}
        >
          Leave it open
        </Button>
      ) : null}{' '}
      {act && mayExplain(act) ? (
        <Button
          className="no-print min-h-12"
          aria-label={`Nothing to do: ${answer.name}`}
          onClick={() => onExplain(act)}
        >
          Nothing to do
        </Button>
      ) : null}
    </p>
  );
}

/** An entry the server would not take stays here, with why, until somebody decides. */
function Refused({ item }: { item: OutboxItem }) {
  return (
    <div role="alert" className="mt-1 border-2 border-ember p-2">
      <p className="font-semibold text-ember">
        {item.state === 'aside' ? 'Set aside: it failed each time. ' : ''}
        {item.problem?.title}. {item.problem?.errors?.map((e) => e.message).join(' ')}
      </p>
      <div className="flex gap-2">
        <Button onClick={() => void sendAgain(item.id)}>Send again</Button>
        <Button
          onClick={() =>
            void takeBack(item.id).then(() => {
              say('Taken off this phone', { undo: () => phone.outbox.put(item) });
            })
          }
        >
          Discard
        </Button>
      </div>
    </div>
  );
}

function Withdraw({ visit, line, onClose }: { visit: VisitPage; line: Line; onClose: () => void }) {
  const form = useTyped<{ reason: string }, unknown>(
    { reason: '' },
    { schema: z.object({ reason: shortText.min(1, 'Why is it withdrawn?') }), toBody: (typed) => typed },
  );
  const save = form.submit(async () => {
    const entry: NewEntry = {
      id: uuid(),
      visitId: visit.id,
      unitId: line.unitId,
      kind: 'withdrawn',
      body: {},
      supersedes: line.id,
      reason: form.getValues('reason').trim(),
    };
    await post(entry);
    onClose();
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title="Withdraw this line"
      description="It leaves the sheet and what it did is taken back. The record keeps that it was there, and why it went."
    >
      <form onSubmit={save} noValidate>
        <Field label="Why" error={form.error('reason') ?? form.trouble} roof>
          <input autoFocus {...form.register('reason')} />
        </Field>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" roof disabled={form.isSubmitting}>
            Withdraw
          </Button>
          <Button roof onClick={onClose}>
            Keep
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Every number of a line that has a band, in it. */
function Bands({ answers, system }: { answers: readonly Answer[]; system: UnitSystem }) {
  const banded = answers.filter(({ band }) => band?.low !== undefined || band?.high !== undefined);
  if (banded.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-4">
      {banded.map((answer) => (
        <span key={answer.name} className="inline-flex items-center gap-1.5 text-sm text-soft">
          {answer.name} <MiniBand answer={answer} system={system} />
        </span>
      ))}
    </p>
  );
}
