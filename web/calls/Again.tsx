import type { CalledBack } from '#core/intake';
import type { KnownAtIntake } from '#contracts/calls';
import { listed, plural } from '#core/base/sentences';
import { Button } from '../ui/frame/Button.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { shortDay } from '../ui/words/format.ts';

/**
 * What the caller's trouble comes back from, in the same breath as his words, and a tag he names that no unit
 * here bears.
 */
export function Again({
  back,
  unknown,
  units,
  unitId,
  onUnit,
}: {
  back: readonly CalledBack[];
  unknown: readonly string[];
  units: KnownAtIntake['units'];
  unitId: string | null;
  onUnit: (unitId: string) => void;
}) {
  if (back.length === 0 && unknown.length === 0) return null;
  return (
    <div role="status" className="space-y-1 border-2 border-ink bg-sheet p-2">
      {back.map((one) => (
        <p key={one.unitId} className="flex flex-wrap items-center gap-x-2">
          <strong>
            Called back {one.days === 0 ? 'on the same day' : `after ${plural(one.days, 'day')}`}:
          </strong>
          <Plate tag={one.tag} {...units.find((unit) => unit.id === one.unitId)} />
          <span>
            {one.found.length > 0 ? listed(one.found) : `${one.system}, nothing written of what was found`},{' '}
            {shortDay(one.on)}, {one.ref}
          </span>
          {unitId === one.unitId ? null : (
            <Button look="quiet" onClick={() => onUnit(one.unitId)}>
              It is about {one.tag}
            </Button>
          )}
        </p>
      ))}
      {unknown.length > 0 ? (
        <p>
          <strong>No {listed(unknown)} is on record here.</strong> Another site, or a machine that nobody has
          written down?
        </p>
      ) : null}
    </div>
  );
}
