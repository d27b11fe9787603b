import { plural } from '#core/base/sentences';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { customerFields, type CustomerPatch } from '#contracts/customers';
import { siteFields, type NewSite } from '#contracts/sites';
import { useCreateSiteMutation } from '../api/sites.ts';
import { useCustomerQuery, useUpdateCustomerMutation } from '../api/customers.ts';
import { MiniRoof, useRoofs } from '../drawings/MiniRoof.tsx';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Ghost } from '../ui/frame/Ghost.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

export default function CustomerScreen() {
  const { id = '' } = useParams();
  const { can } = useWho();
  const navigate = useNavigate();
  const { data: customer, error, refetch } = useCustomerQuery(id);
  const [update] = useUpdateCustomerMutation();
  const [createSite] = useCreateSiteMutation();
  const [form, setForm] = useState<'customer' | 'site'>();
  const sites = customer?.siteRows;
  const roofs = useRoofs(useMemo(() => (sites ?? []).map((site) => site.id), [sites]));
  const watched = useMemo(
    () => (sites ?? []).flatMap((site) => site.watched.map((unit) => unit.id)),
    [sites],
  );
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!customer) return <Loading what="the customer" />;
  const retire = async () => {
    const after = await update({ id, patch: { version: customer.version, retired: true } }).unwrap();
    say(`${customer.name} retired`, {
      undo: () => update({ id, patch: { version: after.version, retired: false } }),
    });
    void navigate('/sites?show=customers');
  };
  return (
    <Screen
      title={customer.name}
      sentence={`${customer.name}: ${customer.siteRows.length} ${customer.siteRows.length === 1 ? 'site' : 'sites'}${customer.phone ? `, telephone ${customer.phone}` : ''}.`}
      actions={
        can('edit record') ? (
          <>
            <Link to={`/customers/${id}/agreement`} className={pressed()}>
              Agreement
            </Link>
            <Button onClick={() => setForm('site')}>New site</Button>
            <Button onClick={() => setForm('customer')}>Edit</Button>
            <Button onClick={() => void retire()}>Retire</Button>
          </>
        ) : null
      }
    >
      {customer.billingAddress ? <p className="mb-3">Bills go to {customer.billingAddress}.</p> : null}
      {customer.notes ? <p className="mb-3 whitespace-pre-line">{customer.notes}</p> : null}
      <Panel title="Sites">
        {customer.siteRows.length === 0 ? <Empty ghost="roof">No site yet.</Empty> : null}
        <Stories units={watched}>
          <ul className="grid gap-x-6 gap-y-4 sm:grid-cols-[repeat(auto-fill,minmax(340px,1fr))]">
            {customer.siteRows.map((site) => (
              <li key={site.id} className="min-w-0 border-t border-rule pt-2">
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <Link to={`/sites/${site.id}`} className="reach content-center text-lg font-semibold link">
                    {site.name}
                  </Link>
                  <span className="text-soft">{site.address}</span>
                </p>
                <p>
                  {plural(site.units, 'unit')}
                  {site.flagged > 0 ? `, ${site.flagged} to decide about:` : ', nothing to decide'}
                </p>
                {site.watched.length > 0 ? (
                  <ul className="py-1">
                    {site.watched.map((unit) => (
                      <li key={unit.id} className="unit-row-brief">
                        <span>
                          <Plate
                            tag={unit.tag}
                            to={`/units/${unit.id}`}
                            flagKinds={unit.flagKinds}
                            status={unit.status}
                          />
                        </span>
                        <UnitStory unitId={unit.id} />
                      </li>
                    ))}
                  </ul>
                ) : null}
                {roofs.some((roof) => roof.siteId === site.id) ? null : (
                  <div className="mt-2 text-sm text-soft">
                    <Ghost of="roof" />
                    Its roof is not drawn yet.
                  </div>
                )}
                {roofs
                  .filter((roof) => roof.siteId === site.id)
                  .map((roof) => (
                    <Link
                      key={roof.id}
                      to={`/roofs/${roof.id}`}
                      aria-label={`${roof.name} of ${site.name}, open the drawing`}
                      className="block hover:outline-2 hover:outline-copper"
                    >
                      <MiniRoof roof={roof} width={340} height={180} />
                    </Link>
                  ))}
              </li>
            ))}
          </ul>
        </Stories>
      </Panel>
      {form === 'customer' ? (
        <RecordForm
          title={`Edit ${customer.name}`}
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'phone', label: 'Telephone' },
            { name: 'billingAddress', label: 'Bills go to' },
            { name: 'notes', label: 'Notes', kind: 'long' },
          ]}
          schema={customerFields.partial()}
          stored={{ ...customer }}
          onSave={(patch) => update({ id, patch: patch as CustomerPatch }).unwrap()}
          onClose={() => setForm(undefined)}
        />
      ) : null}
      {form === 'site' ? (
        <RecordForm
          title={`New site of ${customer.name}`}
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'address', label: 'Address' },
            { name: 'lat', label: 'Latitude', kind: 'number', within: [-90, 90] },
            { name: 'lon', label: 'Longitude', kind: 'number', within: [-180, 180] },
            { name: 'access', label: 'Access', kind: 'long' },
          ]}
          schema={siteFields.partial().required({ name: true })}
          stored={{}}
          onSave={async (patch) => {
            const made = await createSite({ ...patch, id: uuid(), customerId: id } as NewSite).unwrap();
            void navigate(`/sites/${made.id}`);
          }}
          onClose={() => setForm(undefined)}
        />
      ) : null}
    </Screen>
  );
}
