import { CANCELLED_AS, WAITING_FOR } from '#core/record/work';
import { deskStep, type CallPatch, type DeskStep } from '#contracts/calls';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';

/** Steps that ask why before they are taken. */
export type AskedStep = 'cancel' | 'wait' | 'reopen';
type Patch = Omit<CallPatch, 'version'>;

const WORDS = {
  cancel: { title: 'Cancel the call', about: 'It stays on record, with why.', save: 'Cancel the call' },
  wait: {
    title: 'Put on hold',
    about: 'It leaves the plan until what it waits for is there.',
    save: 'Put on hold',
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
  const words = WORDS[step];
  const form = useTyped<{ choice: string; note: string }, DeskStep>(
    { choice: '', note: '' },
    {
      schema: deskStep,
      toBody: ({ choice, note }) => ({
        step,
        ...(step === 'cancel' ? { as: choice } : step === 'wait' ? { waitingFor: choice } : {}),
        ...(note.trim() || step === 'reopen' ? { note: note.trim() } : {}),
      }),
      fieldOf: ([name]) => (name === 'as' || name === 'waitingFor' ? 'choice' : 'note'),
    },
  );
  const save = form.submit(async (taken) => {
    if (taken.step === 'reopen') await onSave({ step: taken }, `${call} is open again`);
    else if (taken.step === 'wait') await onSave({ step: taken }, `${call} waits for ${taken.waitingFor}`);
    else await onSave({ step: taken }, `${call} cancelled`, { step: { step: 'restore' } });
  });
  return (
    <Dialog open onClose={onClose} title={words.title} description={words.about}>
      <form onSubmit={save} noValidate>
        {step === 'reopen' ? null : (
          <Field label={step === 'cancel' ? 'Why' : 'Waiting for'} error={form.error('choice')}>
            <select autoFocus {...form.register('choice')}>
              <option value="">choose</option>
              {(step === 'cancel' ? CANCELLED_AS.filter((as) => as !== 'not reached') : WAITING_FOR).map(
                (word) => (
                  <option key={word}>{word}</option>
                ),
              )}
            </select>
          </Field>
        )}
        <Field label={step === 'reopen' ? 'Why' : 'Anything else'} error={form.error('note') ?? form.trouble}>
          <input autoFocus={step === 'reopen'} {...form.register('note')} />
        </Field>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            {words.save}
          </Button>
          <Button onClick={onClose}>Keep it as it is</Button>
        </div>
      </form>
    </Dialog>
  );
}
