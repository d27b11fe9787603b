import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { customerFields, type CustomerRow } from '#contracts/customers';
import type { SiteRow } from '#contracts/sites';
import type { UnitRow } from '#contracts/units';
import { useCreateCustomerMutation, useCustomersQuery } from '../api/customers.ts';
import { useSitesQuery } from '../api/sites.ts';
import { useUnitsQuery } from '../api/units.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/Button.tsx';
import { FlagWord } from '../ui/Flags.tsx';
import { shortDay } from '../ui/format.ts';
import { List, useListState } from '../ui/List.tsx';
import { Plate } from '../ui/Plate.tsx';
import { RecordForm } from '../ui/RecordForm.tsx';
import { Screen } from '../ui/Screen.tsx';

const TABS = ['sites', 'customers', 'units'] as const;
const LINK = 'font-semibold text-copper underline underline-offset-4';

export default function Sites() {
  const [params, setParams] = useSearchParams();
  const tab = params.get('show') ?? 'sites';
  return (
    <Screen title="Sites" sentence="Every site, customer and unit">
      <Tabs.Root value={tab} onValueChange={(show) => setParams({ show })}>
        <Tabs.List aria-label="What to list" className="no-print mb-3 flex gap-1 border-b-2 border-ink">
          {TABS.map((name) => (
            <Tabs.Trigger
              key={name}
              value={name}
              className="px-4 py-1.5 font-semibold capitalize data-[state=active]:bg-ink data-[state=active]:text-paper"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="sites">
          <SiteList />
        </Tabs.Content>
        <Tabs.Content value="customers">
          <CustomerList />
        </Tabs.Content>
        <Tabs.Content value="units">
          <UnitList />
        </Tabs.Content>
      </Tabs.Root>
    </Screen>
  );
}

function SiteList() {
  const state = useListState('customer');
  const { set: _set, ...ask } = state;
  return (
    <List<SiteRow>
      label="sites"
      state={state}
      answer={useSitesQuery(ask)}
      empty="No site yet. Import your units, or start with a customer."
      columns={[
        {
          id: 'name',
          header: 'Site',
          sort: 'name',
          cell: (s) => (
            <Link to={`/sites/${s.id}`} className={LINK}>
              {s.name}
            </Link>
          ),
        },
        {
          id: 'customer',
          header: 'Customer',
          sort: 'customer',
          cell: (s) => (
            <Link to={`/customers/${s.customerId}`} className="hover:underline">
              {s.customer}
            </Link>
          ),
        },
        {
          id: 'address',
          header: 'Address',
          cell: (s) => s.address ?? <span className="text-soft">not known</span>,
        },
        { id: 'units', header: 'Units', sort: 'units', right: true, cell: (s) => s.units },
        {
          id: 'flagged',
          header: 'On the watch list',
          sort: 'flagged',
          right: true,
          cell: (s) => (s.flagged > 0 ? <strong className="text-copper">{s.flagged}</strong> : 'none'),
        },
      ]}
    />
  );
}

function CustomerList() {
  const state = useListState('name');
  const { set: _set, ...ask } = state;
  const { can } = useWho();
  const navigate = useNavigate();
  const [create] = useCreateCustomerMutation();
  const [adding, setAdding] = useState(false);
  return (
    <>
      <List<CustomerRow>
        label="customers"
        state={state}
        answer={useCustomersQuery(ask)}
        empty="No customer yet."
        actions={can('edit record') ? <Button onClick={() => setAdding(true)}>New customer</Button> : null}
        columns={[
          {
            id: 'name',
            header: 'Customer',
            sort: 'name',
            cell: (c) => (
              <Link to={`/customers/${c.id}`} className={LINK}>
                {c.name}
              </Link>
            ),
          },
          { id: 'phone', header: 'Telephone', cell: (c) => c.phone ?? '–' },
          { id: 'sites', header: 'Sites', sort: 'sites', right: true, cell: (c) => c.sites },
          { id: 'units', header: 'Units', sort: 'units', right: true, cell: (c) => c.units },
        ]}
      />
      {adding ? (
        <RecordForm
          title="New customer"
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'phone', label: 'Telephone' },
            { name: 'notes', label: 'Notes', kind: 'long' },
          ]}
          schema={customerFields.partial({ phone: true, notes: true })}
          stored={{}}
          onSave={async (patch) => {
            const made = await create({ id: uuid(), name: String(patch.name), ...patch }).unwrap();
            void navigate(`/customers/${made.id}`);
          }}
          onClose={() => setAdding(false)}
        />
      ) : null}
    </>
  );
}

function UnitList() {
  const state = useListState('score', 'desc');
  const { set: _set, ...ask } = state;
  return (
    <List<UnitRow>
      label="units"
      state={state}
      answer={useUnitsQuery(ask)}
      empty="No unit yet. Import them from a CSV file, or add them on a site's page."
      columns={[
        {
          id: 'tag',
          header: 'Unit',
          sort: 'tag',
          cell: (u) => <Plate tag={u.tag} to={`/units/${u.id}`} flagKinds={u.flagKinds} status={u.status} />,
        },
        {
          id: 'site',
          header: 'Site',
          sort: 'site',
          cell: (u) => (
            <>
              <Link to={`/sites/${u.siteId}`} className="hover:underline">
                {u.site}
              </Link>
              <span className="block text-sm text-soft">{u.customer}</span>
            </>
          ),
        },
        { id: 'area', header: 'Serves', cell: (u) => u.areaServed ?? '–' },
        { id: 'kind', header: 'Kind', sort: 'kind', cell: (u) => u.kind },
        {
          id: 'age',
          header: 'Built',
          sort: 'age',
          cell: (u) =>
            u.builtOn
              ? shortDay(u.builtOn)
              : u.installedOn
                ? `installed ${shortDay(u.installedOn)}`
                : 'not known',
        },
        {
          id: 'score',
          header: 'Standing',
          sort: 'score',
          cell: (u) =>
            u.flagKinds.length > 0 ? (
              <span className="flex flex-wrap gap-2">
                {u.flagKinds.map((k) => (
                  <FlagWord key={k} kind={k} />
                ))}
              </span>
            ) : (
              <span className="text-verdigris">✓ nothing open</span>
            ),
        },
      ]}
    />
  );
}
