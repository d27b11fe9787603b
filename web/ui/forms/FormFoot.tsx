import { Button } from '../frame/Button.tsx';
import { FormTrouble } from './FormTrouble.tsx';

/** The end of a form in a dialog: what is wrong with the whole, save and cancel. */
export function FormFoot({
  trouble,
  saving,
  onClose,
}: {
  trouble: string | undefined;
  saving: boolean;
  onClose: () => void;
}) {
  return (
    <>
      <FormTrouble text={trouble} />
      <div className="mt-3 flex gap-2">
        <Button type="submit" look="act" disabled={saving}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </>
  );
}
