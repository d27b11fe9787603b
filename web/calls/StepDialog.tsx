import { useState } from 'react';
import { CANCELLED_AS, WAITING_FOR, type CancelledAs, type WaitingFor } from '#core/work';
import type { CallPatch } from '#contracts/calls';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';

/** Steps that ask why before they are taken. */
export type AskedStep = 'cancel' | 'wait' | 'reopen';
type Patch = Omit<CallPatch, 'version'>;

const WORDS = {
  cancel: { title: 'Cancel the call', about: 'It stays on record, with why.', save: 'Cancel the call' },
  wait: {
    title: 'Set waiting',
    about: 'It leaves the plan until what it waits for is there.',
    save: 'Set waiting',
  },
  reopen: { title: 'Open the call again', about: 'The record of what was done stays.', save: 'Open again' },
} as const;

/**
 * Asks why a call is cancelled, what it waits for, or why it is opened again. Nothing is chosen beforehand.
 */
export function StepDialog({
  step,
  call,
  onSave,
  onClose,
}: {
  step: AskedStep;
  call: string;
  onSave: (patch: Patch, done: string, undo?: Patch) => Promise<void>;
  onClose: () => void;
}) {
  const [choice, setChoice] = useState('');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState<string>();
  const words = WORDS[step];
  const said = note.trim() ? { note: note.trim() } : {};
  const save = () => {
    if (step === 'reopen') {
      if (!said.note) setWrong('Why is it opened again?');
      else void onSave({ step: { step, note: said.note } }, `${call} is open again`);
    } else if (choice === '') setWrong(step === 'cancel' ? 'Why is it cancelled?' : 'What does it wait for?');
    else if (step === 'cancel')
      void onSave({ step: { step, as: choice as CancelledAs, ...said } }, `${call} cancelled`, {
        step: { step: 'restore' },
      });
    else
      void onSave(
        { step: { step, waitingFor: choice as WaitingFor, ...said } },
        `${call} waits for ${choice}`,
      );
  };
  return (
    <Dialog open onClose={onClose} title={words.title} description={words.about}>
      {step === 'reopen' ? null : (
        <Field label={step === 'cancel' ? 'Why' : 'Waiting for'} error={wrong}>
          <select value={choice} onChange={(e) => setChoice(e.target.value)} autoFocus>
            <option value="">choose</option>
            {(step === 'cancel' ? CANCELLED_AS.filter((as) => as !== 'not reached') : WAITING_FOR).map(
              (word) => (
                <option key={word}>{word}</option>
              ),
            )}
          </select>
        </Field>
      )}
      <Field
        label={step === 'reopen' ? 'Why' : 'Anything else'}
        error={step === 'reopen' ? wrong : undefined}
      >
        <input value={note} onChange={(e) => setNote(e.target.value)} autoFocus={step === 'reopen'} />
      </Field>
      <div className="mt-3 flex gap-2">
        <Button look="act" onClick={save}>
          {words.save}
        </Button>
        <Button onClick={onClose}>Keep it as it is</Button>
      </div>
    </Dialog>
  );
}
