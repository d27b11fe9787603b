import { useState } from 'react';
import type { OpeningHours, SitePage } from '#contracts/sites';
import { problemOf } from '../api/base.ts';
import { useUpdateSiteMutation } from '../api/sites.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { parseWeek } from './hours.ts';
import { WEEKDAYS } from './hoursText.ts';

type Days = Record<(typeof WEEKDAYS)[number][0], string>;

function asTyped(hours: OpeningHours | null): Days {
  return Object.fromEntries(
    WEEKDAYS.map(([key]) => [key, (hours?.[key] ?? []).map(([a, b]) => `${a}-${b}`).join(', ')]),
  ) as Days;
}

export function HoursForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const [days, setDays] = useState<Days>(() => asTyped(site.openingHours));
  const [unknown, setUnknown] = useState(site.openingHours === null);
  const [wrong, setWrong] = useState<string>();
  const [update, { isLoading }] = useUpdateSiteMutation();
  async function save() {
    try {
      const openingHours = unknown ? null : parseWeek(days);
      await update({ id: site.id, patch: { version: site.version, openingHours } }).unwrap();
      onClose();
    } catch (error) {
      setWrong(error instanceof RangeError ? error.message : problemOf(error).title);
    }
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Opening hours of ${site.name}`}
      description="Work is planned inside these. Empty means closed that day."
    >
      <label className="mb-2 flex gap-2">
        <input type="checkbox" checked={unknown} onChange={(e) => setUnknown(e.target.checked)} /> Nobody has
        told us
      </label>
      <div className="grid gap-2 sm:grid-cols-2">
        {WEEKDAYS.map(([key, name]) => (
          <Field key={key} label={name}>
            <input
              disabled={unknown}
              value={days[key]}
              placeholder="08:00-12:00, 13:00-17:00"
              onChange={(e) => setDays({ ...days, [key]: e.target.value })}
            />
          </Field>
        ))}
      </div>
      {wrong ? (
        <p role="alert" className="mt-2 font-semibold text-ember">
          {wrong}
        </p>
      ) : null}
      <div className="mt-3 flex gap-2">
        <Button look="act" disabled={isLoading} onClick={() => void save()}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
