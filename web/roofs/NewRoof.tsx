import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { rectangleRoof } from '#core/roof';
import type { SitePage } from '#contracts/sites';
import { problemOf } from '../api/base.ts';
import { useCreateRoofMutation } from '../api/roofs.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';

/**
 * A new roof starts as a rectangle; its corners are moved and added on the drawing board, or traced over a
 * picture.
 */
export function NewRoof({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const [create, creating] = useCreateRoofMutation();
  const navigate = useNavigate();
  const [name, setName] = useState(site.roofs.length === 0 ? 'Main roof' : '');
  const [width, setWidth] = useState('120');
  const [depth, setDepth] = useState('80');
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const save = async () => {
    const [w, d] = [Number(width), Number(depth)];
    const errors = {
      ...(name.trim() ? {} : { name: 'what is it called?' }),
      ...(w >= 5 && w <= 3000 ? {} : { width: '5 to 3,000 ft' }),
      ...(d >= 5 && d <= 3000 ? {} : { depth: '5 to 3,000 ft' }),
    };
    setWrong(errors);
    if (Object.keys(errors).length > 0) return;
    try {
      const roof = await create({
        id: uuid(),
        siteId: site.id,
        name: name.trim(),
        plan: rectangleRoof(w, d),
      }).unwrap();
      void navigate(`/roofs/${roof.id}?draw=1`);
    } catch (error) {
      const refused = problemOf(error);
      setWrong({ name: refused.status === 409 ? 'there is a roof of this name already' : refused.title });
    }
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={`A roof of ${site.name}`}
      description="Start with a rectangle. Corners can be moved, added and traced over a picture afterwards."
    >
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
        className="space-y-3"
      >
        <Field label="Name" error={wrong.name}>
          <input value={name} onChange={(e) => setName(e.target.value)} autoFocus />
        </Field>
        <div className="grid grid-cols-2 gap-3">
          <Field label="Wide, ft" error={wrong.width}>
            <input value={width} inputMode="decimal" onChange={(e) => setWidth(e.target.value)} />
          </Field>
          <Field label="Deep, ft" error={wrong.depth}>
            <input value={depth} inputMode="decimal" onChange={(e) => setDepth(e.target.value)} />
          </Field>
        </div>
        <div className="flex gap-2">
          <Button type="submit" look="act" disabled={creating.isLoading}>
            Start drawing
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
