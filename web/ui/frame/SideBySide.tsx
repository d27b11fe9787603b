import { Button } from './Button.tsx';
import type { Typed } from './threeSides.ts';

/** Fields that two people changed: how each was, what they wrote, what was typed here, and a choice. */
export function SideBySide({
  fields,
  base,
  now,
  typed,
  onTake,
}: {
  fields: readonly { readonly name: string; readonly label: string }[];
  base: Typed;
  now: Typed;
  typed: Typed;
  /** A side was chosen for a field. */
  onTake: (name: string, side: 'mine' | 'theirs') => void;
}) {
  return (
    <fieldset className="border-2 border-ink p-3">
      <legend className="px-1 font-semibold">Somebody else changed this meanwhile. Which do you keep?</legend>
      <table className="w-full text-left">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Before</th>
            <th scope="col">Theirs</th>
            <th scope="col">Yours</th>
          </tr>
        </thead>
        <tbody>
          {fields.map(({ name, label }) => (
            <tr key={name} className="border-t border-rule">
              <th scope="row" className="pr-2 font-normal">
                {label}
              </th>
              <td className="pr-2 text-soft">{base[name] || 'not known'}</td>
              <td className="py-1 pr-2">
                <Button roof onClick={() => onTake(name, 'theirs')}>
                  {now[name] || 'not known'}
                </Button>
              </td>
              <td>
                <Button roof onClick={() => onTake(name, 'mine')}>
                  {typed[name] || 'not known'}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </fieldset>
  );
}
