import { useEffect, useState } from 'react';
import { ROOF_ITEMS, type RoofItem } from '#core/places/roof';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { numberSoFar } from '../ui/forms/numbers.ts';

/** What can be said of the chosen thing, in numbers and words. */
export function Inspector({
  item,
  onChange,
  onRemove,
}: {
  item: RoofItem;
  onChange: (patch: Partial<RoofItem>) => void;
  onRemove: () => void;
}) {
  return (
    <Panel title={`${ROOF_ITEMS[item.kind].word}${item.label ? ` ${item.label}` : ''}`}>
      <div className="grid grid-cols-2 gap-2">
        {item.kind === 'unit' ? null : (
          <div className="col-span-2">
            <Typed
              key={`label ${item.id}`}
              label="Name"
              value={item.label ?? ''}
              onDone={(text) => onChange({ label: text || undefined })}
            />
          </div>
        )}
        <Measure item={item} name="w" label="Wide, ft" onChange={onChange} />
        <Measure item={item} name="h" label="Deep, ft" onChange={onChange} />
        <Measure item={item} name="turn" label="Turned, °" onChange={onChange} />
        <div className="self-end">
          <Button onClick={() => onChange({ turn: (item.turn + 90) % 360 })}>Quarter turn</Button>
        </div>
        {item.kind === 'water tap' ? (
          <Measure item={item} name="psi" label="Pressure, psi" onChange={onChange} />
        ) : null}
        <div className="col-span-2">
          <Typed
            key={`note ${item.id}`}
            label="Note"
            value={item.note ?? ''}
            onDone={(text) => onChange({ note: text || undefined })}
          />
        </div>
      </div>
      <Button className="mt-2" onClick={onRemove}>
        Take off the roof
      </Button>
    </Panel>
  );
}

/**
 * A text that is taken over when the field is left, so that undo goes back over words and not over letters.
 */
function Typed({
  label,
  value,
  onDone,
  decimal = false,
  error,
}: {
  label: string;
  value: string;
  onDone: (text: string) => void;
  decimal?: boolean;
  error?: string | undefined;
}) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  return (
    <Field label={label} error={error}>
      <input
        value={text}
        inputMode={decimal ? 'decimal' : undefined}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => (text !== value ? onDone(text.trim()) : undefined)}
        onKeyDown={(e) => (e.key === 'Enter' ? onDone(text.trim()) : undefined)}
      />
    </Field>
  );
}

const LIMITS = { w: [0.5, 200], h: [0.5, 200], turn: [0, 360], psi: [0, 300] } as const;

function Measure({
  item,
  name,
  label,
  onChange,
}: {
  item: RoofItem;
  name: keyof typeof LIMITS;
  label: string;
  onChange: (patch: Partial<RoofItem>) => void;
}) {
  const [wrong, setWrong] = useState<string>();
  const [least, most] = LIMITS[name];
  return (
    <Typed
      key={`${name} ${item.id}`}
      label={label}
      decimal
      error={wrong}
      value={item[name] === undefined ? '' : String(Math.round((item[name] as number) * 100) / 100)}
      onDone={(text) => {
        if (text === '' && name === 'psi') {
          setWrong(undefined);
          onChange({ psi: undefined });
          return;
        }
        const value = numberSoFar(text);
        const fine = value !== undefined && value >= least && value <= most;
        setWrong(fine ? undefined : `${least} to ${most}`);
        if (fine) onChange({ [name]: value });
      }}
    />
  );
}
