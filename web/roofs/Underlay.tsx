import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { boxAround, type RoofPlan } from '#core/places/roof';
import { problemOf } from '../api/base.ts';
import { useAddPhotoMutation } from '../api/photos.ts';
import { now } from '../state/clock.ts';
import { shrink } from '../photos/shrink.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FileInput } from '../ui/forms/FileInput.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

/**
 * A picture under the drawing to trace from: an old plan, a view from above. Its width in feet makes it true
 * to scale.
 */
export function Underlay({
  siteId,
  plan,
  onChange,
}: {
  siteId: string;
  plan: RoofPlan;
  onChange: (underlay: RoofPlan['underlay']) => void;
}) {
  const [add, adding] = useAddPhotoMutation();
  const [wrong, setWrong] = useState<string>();
  const { underlay } = plan;
  const take = async (file: File | undefined) => {
    if (!file) return;
    setWrong(undefined);
    try {
      const { content } = await shrink(file);
      const id = uuid();
      await add({ id, siteId, purpose: 'roof', takenAt: now().toISOString(), content }).unwrap();
      const box = boxAround(plan.outline);
      onChange({ photoId: id, x: box.left, y: box.top, widthFt: box.right - box.left, opacity: 0.6 });
    } catch (error) {
      const refused = problemOf(error);
      setWrong(refused.errors?.[0]?.message ?? refused.title);
    }
  };
  const set = (patch: Partial<NonNullable<RoofPlan['underlay']>>) =>
    underlay ? onChange({ ...underlay, ...patch }) : undefined;
  const numberField = (label: string, name: 'widthFt' | 'x' | 'y') =>
    underlay ? (
      <Field label={label}>
        <input
          type="number"
          step="any"
          min={name === 'widthFt' ? 1 : undefined}
          value={Math.round(underlay[name] * 10) / 10}
          onChange={(e) => {
            const value = e.target.valueAsNumber;
            if (Number.isFinite(value) && (name !== 'widthFt' || value > 0)) set({ [name]: value });
          }}
        />
      </Field>
    ) : null;
  return (
    <Panel title="Trace from a picture">
      <Field
        label={
          adding.isLoading ? 'Sending the picture …' : underlay ? 'Another picture' : 'Picture of the roof'
        }
        error={wrong}
      >
        <FileInput accept="image/*" onFile={(file) => void take(file)} />
      </Field>
      {underlay ? (
        <div className="mt-2 space-y-2">
          <div className="grid grid-cols-3 gap-2">
            {numberField('Wide, ft', 'widthFt')}
            {numberField('Right, ft', 'x')}
            {numberField('Down, ft', 'y')}
          </div>
          <Field label="How strongly it shows">
            <input
              type="range"
              min={0.1}
              max={1}
              step={0.05}
              value={underlay.opacity}
              onChange={(e) => set({ opacity: Number(e.target.value) })}
            />
          </Field>
          <Button onClick={() => onChange(undefined)}>Take the picture away</Button>
        </div>
      ) : null}
    </Panel>
  );
}
