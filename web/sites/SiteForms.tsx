import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { siteFields, type SitePage, type SitePatch } from '#contracts/sites';
import { unitFields, type NewUnit } from '#contracts/units';
import { useCreateUnitMutation } from '../api/units.ts';
import { useUpdateSiteMutation } from '../api/sites.ts';
import { NewRoof } from '../roofs/NewRoof.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { HazardsForm } from './HazardsForm.tsx';
import { NeedsForm } from './NeedsForm.tsx';
import { HoursForm } from './HoursForm.tsx';

export type SiteFormName = 'site' | 'hours' | 'unit' | 'hazards' | 'needs' | 'roof';

/** The forms of a site's page. */
export default function SiteForms({
  form,
  site,
  onClose,
}: {
  form: SiteFormName;
  site: SitePage;
  onClose: () => void;
}) {
  const [update] = useUpdateSiteMutation();
  const [createUnit] = useCreateUnitMutation();
  const navigate = useNavigate();
  return (
    <>
      {form === 'hours' ? <HoursForm site={site} onClose={onClose} /> : null}
      {form === 'hazards' ? <HazardsForm site={site} onClose={onClose} /> : null}
      {form === 'needs' ? <NeedsForm site={site} onClose={onClose} /> : null}
      {form === 'roof' ? <NewRoof site={site} onClose={onClose} /> : null}
      {form === 'site' ? (
        <RecordForm
          title={`Edit ${site.name}`}
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'ref', label: 'Ref' },
            { name: 'address', label: 'Address' },
            {
              name: 'counter',
              label: 'What it is',
              kind: 'choice',
              choices: [
                { value: 'false', label: 'a customer’s site' },
                { value: 'true', label: 'a supply counter: parts are fetched here' },
              ],
            },
            { name: 'lat', label: 'Latitude', kind: 'number', within: [-90, 90] },
            { name: 'lon', label: 'Longitude', kind: 'number', within: [-180, 180] },
            { name: 'keyAt', label: 'Key' },
            { name: 'wayUp', label: 'Way up: hatch, ladder, stair' },
            { name: 'parking', label: 'Parking' },
            { name: 'permit', label: 'Permit' },
            { name: 'access', label: 'What else to know', kind: 'long' },
          ]}
          schema={siteFields.partial()}
          stored={{ ...site }}
          onSave={(patch) => update({ id: site.id, patch: patch as SitePatch }).unwrap()}
          onClose={onClose}
        />
      ) : null}
      {form === 'unit' ? (
        <RecordForm
          title={`New unit at ${site.name}`}
          fields={[
            { name: 'tag', label: 'Tag', hint: 'The short name on the plate, such as RTU-4' },
            { name: 'kind', label: 'Kind', kind: 'choice', choices: UNIT_KINDS },
            { name: 'areaServed', label: 'Serves' },
            { name: 'manufacturer', label: 'Manufacturer' },
            { name: 'model', label: 'Model' },
            { name: 'serial', label: 'Serial' },
            { name: 'builtOn', label: 'Built on', kind: 'date' },
            { name: 'installedOn', label: 'Installed on', kind: 'date' },
            { name: 'tons', label: 'Tons', kind: 'number' },
          ]}
          schema={unitFields.partial().required({ tag: true, kind: true })}
          stored={{}}
          onSave={async (patch) => {
            const made = await createUnit({ ...patch, id: uuid(), siteId: site.id } as NewUnit).unwrap();
            void navigate(`/units/${made.id}`);
          }}
          onClose={onClose}
        />
      ) : null}
    </>
  );
}
