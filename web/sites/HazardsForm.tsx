import { SITE_HAZARD_NAMES, SITE_HAZARDS, type SiteHazard } from '#core/base/vocabulary';
import { sitePatch, type SitePage, type SitePatch } from '#contracts/sites';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { FormFoot } from '../ui/forms/FormFoot.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { useSaveSite } from './useSaveSite.ts';

/** What can hurt on the way to the machines of a site. */
export function HazardsForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const saveSite = useSaveSite(site.id, onClose);
  const form = useTyped<{ hazards: readonly SiteHazard[] }, SitePatch>(
    { hazards: site.hazards },
    {
      schema: sitePatch,
      toBody: ({ hazards }) => ({
        version: site.version,
        hazards: SITE_HAZARD_NAMES.filter((name) => hazards.includes(name)),
      }),
      fieldOf: () => 'root',
    },
  );
  const chosen = form.watch('hazards');
  const save = form.submit((patch) => saveSite(patch, (message) => form.setError('root', { message })));
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Hazards at ${site.name}`}
      description="Shown to everybody who is sent there, before they arrive. Local rules and the permit decide; this only reminds."
    >
      <form onSubmit={save} noValidate>
        <ul className="space-y-1">
          {SITE_HAZARD_NAMES.map((hazard) => (
            <li key={hazard}>
              <label className="flex reach cursor-pointer gap-3">
                <input
                  type="checkbox"
                  className="mt-1 h-5 w-5 shrink-0"
                  checked={chosen.includes(hazard)}
                  onChange={(e) =>
                    form.setValue(
                      'hazards',
                      e.target.checked ? [...chosen, hazard] : chosen.filter((h) => h !== hazard),
                    )
                  }
                />
                <span>
                  <strong>{hazard}</strong> <span className="text-soft">{SITE_HAZARDS[hazard]}</span>
                </span>
              </label>
            </li>
          ))}
        </ul>
        <FormFoot trouble={form.trouble} saving={form.isSubmitting} onClose={onClose} />
      </form>
    </Dialog>
  );
}
