import { useState } from 'react';
import { SITE_HAZARD_NAMES, SITE_HAZARDS, type SiteHazard } from '#core/vocabulary';
import type { SitePage } from '#contracts/sites';
import { problemOf } from '../api/base.ts';
import { useUpdateSiteMutation } from '../api/sites.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

/** What can hurt on the way to the machines of a site. */
export function HazardsForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const [update, saving] = useUpdateSiteMutation();
  const [chosen, setChosen] = useState<ReadonlySet<SiteHazard>>(new Set(site.hazards));
  const [wrong, setWrong] = useState<string>();
  const save = async () => {
    try {
      await update({
        id: site.id,
        patch: { version: site.version, hazards: SITE_HAZARD_NAMES.filter((h) => chosen.has(h)) },
      }).unwrap();
      onClose();
    } catch (error) {
      const refused = problemOf(error);
      setWrong(
        refused.status === 409
          ? 'Somebody else changed this site meanwhile; look at it again and save once more.'
          : refused.title,
      );
    }
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Hazards at ${site.name}`}
      description="Shown to everybody who is sent there, before they arrive. Local rules and the permit decide; this only reminds."
    >
      <ul className="space-y-1">
        {SITE_HAZARD_NAMES.map((hazard) => (
          <li key={hazard}>
            <label className="flex min-h-11 cursor-pointer gap-3">
              <input
                type="checkbox"
                className="mt-1 h-5 w-5 shrink-0"
                checked={chosen.has(hazard)}
                onChange={(e) => {
                  const next = new Set(chosen);
                  if (e.target.checked) next.add(hazard);
                  else next.delete(hazard);
                  setChosen(next);
                }}
              />
              <span>
                <strong>{hazard}</strong> <span className="text-soft">{SITE_HAZARDS[hazard]}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {wrong ? (
        <p role="alert" className="mt-2 font-semibold text-ember">
          {wrong}
        </p>
      ) : null}
      <div className="mt-3 flex gap-2">
        <Button look="act" disabled={saving.isLoading} onClick={() => void save()}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
