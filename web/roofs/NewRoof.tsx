import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { rectangleRoof } from '#core/places/roof';
import { shortText } from '#contracts/common';
import type { SitePage } from '#contracts/sites';
import { problemOf } from '../api/base.ts';
import { useCreateRoofMutation } from '../api/roofs.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';

const side = z.number('5 to 3,000 ft').min(5, '5 to 3,000 ft').max(3000, '5 to 3,000 ft');
const newRectangle = z.object({ name: shortText.min(1, 'what is it called?'), width: side, depth: side });

/**
 * A new roof starts as a rectangle; its corners are moved and added on the drawing board, or traced over a
 * picture.
 */
export function NewRoof({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const [create] = useCreateRoofMutation();
  const navigate = useNavigate();
  const form = useTyped(
    { name: site.roofs.length === 0 ? 'Main roof' : '', width: '120', depth: '80' },
    {
      schema: newRectangle,
      toBody: ({ name, width, depth }) => ({ name, width: numberNeeded(width), depth: numberNeeded(depth) }),
    },
  );
  const save = form.submit(async ({ name, width, depth }) => {
    try {
      const roof = await create({
        id: uuid(),
        siteId: site.id,
        name,
        plan: rectangleRoof(width, depth),
      }).unwrap();
      void navigate(`/roofs/${roof.id}?draw=1`);
    } catch (error) {
      const { status, title } = problemOf(error);
      form.setError('name', { message: status === 409 ? 'there is a roof of this name already' : title });
    }
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title={`A roof of ${site.name}`}
      description="Start with a rectangle. Corners can be moved, added and traced over a picture afterwards."
    >
      <form noValidate onSubmit={save} className="space-y-3">
        <Field label="Name" error={form.error('name')}>
          <input autoFocus {...form.register('name')} />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Wide, ft" error={form.error('width')}>
            <input inputMode="decimal" {...form.register('width')} />
          </Field>
          <Field label="Deep, ft" error={form.error('depth')}>
            <input inputMode="decimal" {...form.register('depth')} />
          </Field>
        </div>
        <FormTrouble text={form.trouble} />
        <div className="flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            Start drawing
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
