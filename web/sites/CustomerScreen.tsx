import { plural } from '#core/reasons';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { customerFields, type CustomerPatch } from '#contracts/customers';
import { siteFields, type NewSite } from '#contracts/sites';
import { useCreateSiteMutation } from '../api/sites.ts';
import { useCustomerQuery, useUpdateCustomerMutation } from '../api/customers.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/Button.tsx';
import { RecordForm } from '../ui/RecordForm.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';

export default function CustomerScreen() {
  const { id = '' } = useParams();
  const { can } = useWho();
  const navigate = useNavigate();
  const { data: customer, error, refetch } = useCustomerQuery(id);
  const [update] = useUpdateCustomerMutation();
  const [createSite] = useCreateSiteMutation();
  const [form, setForm] = useState<'customer' | 'site'>();
  if (error)
    return (
      <div className="p-4">
        <Trouble error={error} retry={refetch} />
      </div>
    );
  if (!customer) return <Loading what="the customer" />;
  const retire = async () => {
    const after = await update({ id, patch: { version: customer.version, retired: true } }).unwrap();
    toast(`${customer.name} retired`, {
      action: {
        label: 'Undo',
        onClick: () => void update({ id, patch: { version: after.version, retired: false } }),
      },
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
            <Link
              to={`/customers/${id}/agreement`}
              className="inline-flex min-h-8 items-center rounded-[3px] border-2 border-rule bg-sheet px-3 font-semibold hover:border-copper"
            >
              Agreement
            </Link>
            <Button onClick={() => setForm('site')}>New site</Button>
            <Button onClick={() => setForm('customer')}>Edit</Button>
            <Button onClick={() => void retire()}>Retire</Button>
          </>
        ) : null
      }
    >
      {customer.notes ? <p className="mb-3 whitespace-pre-line">{customer.notes}</p> : null}
      <Panel title="Sites">
        {customer.siteRows.length === 0 ? <Empty>No site yet.</Empty> : null}
        <ul className="divide-y divide-rule">
          {customer.siteRows.map((site) => (
            <li key={site.id} className="flex flex-wrap gap-x-4 py-1.5">
              <Link
                to={`/sites/${site.id}`}
                className="font-semibold text-copper underline underline-offset-4"
              >
                {site.name}
              </Link>
              <span>{site.address}</span>
              <span className="ml-auto">
                {plural(site.units, 'unit')}
                {site.flagged > 0 ? `, ${site.flagged} on the watch list` : ''}
              </span>
            </li>
          ))}
        </ul>
      </Panel>
      {form === 'customer' ? (
        <RecordForm
          title={`Edit ${customer.name}`}
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'phone', label: 'Telephone' },
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
            { name: 'lat', label: 'Latitude', kind: 'number' },
            { name: 'lon', label: 'Longitude', kind: 'number' },
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
