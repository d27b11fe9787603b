import type { UseFormRegisterReturn } from 'react-hook-form';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';

/**
 * The end of a form of dated settings: the day from which they hold, and the button for whoever may set them.
 */
export function HoldsFrom({
  field,
  error,
  mayEdit,
  changed,
  word,
}: {
  field: UseFormRegisterReturn;
  error: string | undefined;
  mayEdit: boolean;
  /** Something is to be saved: of many forms on a page only such a one asks to be pressed. */
  changed: boolean;
  word: string;
}) {
  return (
    <>
      <Field label="Holds from" error={error}>
        <DateInput {...field} />
      </Field>
      <div className="self-end">
        {mayEdit ? (
          <Button type="submit" look={changed ? 'act' : 'plain'}>
            {word}
          </Button>
        ) : (
          <span className="text-soft">Only a manager can change these.</span>
        )}
      </div>
    </>
  );
}
