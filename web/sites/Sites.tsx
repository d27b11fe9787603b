import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { UNIT_KINDS, UNIT_STATUSES } from '#core/base/vocabulary';
import { newCustomer, type CustomerRow } from '#contracts/customers';
import type { SiteRow } from '#contracts/sites';
import type { UnitRow } from '#contracts/units';
import { useCreateCustomerMutation, useCustomersQuery, useLazyCustomersQuery } from '../api/customers.ts';
import { useLazySitesQuery, useSitesQuery } from '../api/sites.ts';
import { useLazyUnitsQuery, useUnitsQuery } from '../api/units.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { FlagWord } from '../ui/marks/Flags.tsx';
import { shortDay } from '../ui/words/format.ts';
import { List, useListState } from '../ui/lists/List.tsx';
import type { ListFilter } from '../ui/lists/listShape.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { Screen } from '../ui/frame/Screen.tsx';

const TABS = ['sites', 'customers', 'units'] as const;
const SITE_FILTERS: readonly ListFilter[] = [
  {
    name: 'watched',
    all: 'watched or not',
    options: [
      ['yes', 'with units to decide about'],
      ['no', 'nothing to decide'],
    ],
  },
  {
    name: 'placed',
    all: 'on the map or not',
    options: [
      ['yes', 'on the map'],
      ['no', 'not on the map'],
    ],
  },
  {
    name: 'hours',
    all: 'any hours',
    options: [
      ['known', 'opening hours known'],
      ['not known', 'opening hours not known'],
    ],
  },
  {
    name: 'contact',
    all: 'any contact',
    options: [
      ['known', 'contact known'],
      ['not known', 'no contact known'],
    ],
  },
];
const CUSTOMER_FILTERS: readonly ListFilter[] = [
  {
    name: 'has',
    all: 'all customers',
    options: [
      ['units', 'with units'],
      ['no units', 'without units'],
    ],
  },
];
const UNIT_FILTERS: readonly ListFilter[] = [
  { name: 'kind', all: 'all kinds', options: UNIT_KINDS },
  { name: 'status', all: 'in any state', options: UNIT_STATUSES },
  { name: 'standing', all: 'any standing', options: ['to decide', 'left open', 'nothing open'] },
  { name: 'plate', all: 'any plate', options: [['not known', 'plate not known']] },
];
const LINK = 'font-semibold link';
/** So many tags stand in a row; the rest is counted. */
const TAGS = 4;

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
  const [fetchPage] = useLazySitesQuery();
  const state = useListState('customer', 'asc', SITE_FILTERS);
  const { set: _set, ...ask } = state;
  return (
    <List<SiteRow>
      label="sites"
      filters={SITE_FILTERS}
      state={state}
      answer={useSitesQuery(ask)}
      page={(part) => fetchPage(part).unwrap()}
      ghost="roof"
      empty="No site yet. Import your units, or start with a customer."
      columns={[
        {
          id: 'name',
          header: 'Site',
          sort: 'name',
          text: (s) => s.name,
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
          text: (s) => s.customer,
          cell: (s) => (
            <Link to={`/customers/${s.customerId}`} className="hover:underline">
              {s.customer}
            </Link>
          ),
        },
        {
          id: 'address',
          header: 'Address',
          sort: 'address',
          text: (s) => s.address,
          cell: (s) => s.address ?? <span className="text-soft">not known</span>,
        },
        {
          id: 'units',
          header: 'Units',
          sort: 'units',
          right: true,
          text: (s) => s.units,
          cell: (s) => s.units,
        },
        {
          id: 'flagged',
          header: 'On the watch list',
          sort: 'flagged',
          text: (s) => s.flagged,
          right: true,
          cell: (s) => (s.flagged > 0 ? <strong>{s.flagged}</strong> : 'none'),
        },
        {
          id: 'watched',
          header: 'Which',
          text: (s) => s.watched.map((u) => u.tag).join(' '),
          cell: (s) => (
            <span className="flex gap-2 phone:flex-wrap">
              {s.watched.slice(0, TAGS).map((u) => (
                <Plate
                  key={u.id}
                  tag={u.tag}
                  to={`/units/${u.id}`}
                  flagKinds={u.flagKinds}
                  status={u.status}
                />
              ))}
              {s.watched.length > TAGS ? (
                <Link to={`/sites/${s.id}`} className="link content-center">
                  and {s.watched.length - TAGS} more
                </Link>
              ) : null}
            </span>
          ),
        },
      ]}
    />
  );
}

function CustomerList() {
  const [fetchPage] = useLazyCustomersQuery();
  const state = useListState('name', 'asc', CUSTOMER_FILTERS);
  const { set: _set, ...ask } = state;
  const { can } = useWho();
  const navigate = useNavigate();
  const [create] = useCreateCustomerMutation();
  const [adding, setAdding] = useState(false);
  return (
    <>
      <List<CustomerRow>
        label="customers"
        filters={CUSTOMER_FILTERS}
        state={state}
        answer={useCustomersQuery(ask)}
        page={(part) => fetchPage(part).unwrap()}
        ghost="roof"
        empty="No customer yet."
        actions={can('edit record') ? <Button onClick={() => setAdding(true)}>New customer</Button> : null}
        columns={[
          {
            id: 'name',
            header: 'Customer',
            sort: 'name',
            text: (c) => c.name,
            cell: (c) => (
              <Link to={`/customers/${c.id}`} className={LINK}>
                {c.name}
              </Link>
            ),
          },
          {
            id: 'phone',
            header: 'Telephone',
            sort: 'phone',
            text: (c) => c.phone,
            cell: (c) => c.phone ?? '–',
          },
          {
            id: 'sites',
            header: 'Sites',
            sort: 'sites',
            right: true,
            text: (c) => c.sites,
            cell: (c) => c.sites,
          },
          {
            id: 'units',
            header: 'Units',
            sort: 'units',
            right: true,
            text: (c) => c.units,
            cell: (c) => c.units,
          },
        ]}
      />
      {adding ? (
        <RecordForm
          title="New customer"
          fields={[
            { name: 'name', label: 'Name' },
            { name: 'phone', label: 'Telephone' },
            { name: 'billingAddress', label: 'Bills go to' },
            { name: 'notes', label: 'Notes', kind: 'long' },
          ]}
          schema={newCustomer.omit({ id: true })}
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
  const [fetchPage] = useLazyUnitsQuery();
  const state = useListState('score', 'desc', UNIT_FILTERS);
  const { set: _set, ...ask } = state;
  const answer = useUnitsQuery(ask);
  const rows = answer.data?.rows;
  const units = useMemo(() => (rows ?? []).map((row) => row.id), [rows]);
  return (
    <Stories units={units}>
      <List<UnitRow>
        label="units"
        filters={UNIT_FILTERS}
        state={state}
        answer={answer}
        page={(part) => fetchPage(part).unwrap()}
        ghost="unit"
        empty="No unit yet. Import them from a CSV file, or add them on a site's page."
        columns={[
          {
            id: 'tag',
            header: 'Unit',
            sort: 'tag',
            text: (u) => u.tag,
            cell: (u) => (
              <Plate tag={u.tag} to={`/units/${u.id}`} flagKinds={u.flagKinds} status={u.status} />
            ),
          },
          {
            id: 'site',
            header: 'Site',
            sort: 'site',
            text: (u) => `${u.site}, ${u.customer}`,
            cell: (u) => (
              <>
                <Link to={`/sites/${u.siteId}`} className="hover:underline">
                  {u.site}
                </Link>
                <span className="ml-2 text-sm text-soft">{u.customer}</span>
              </>
            ),
          },
          {
            id: 'area',
            header: 'Serves',
            sort: 'area',
            text: (u) => u.areaServed,
            cell: (u) => u.areaServed ?? '–',
          },
          { id: 'kind', header: 'Kind', sort: 'kind', wide: true, text: (u) => u.kind, cell: (u) => u.kind },
          {
            id: 'age',
            header: 'Built',
            sort: 'age',
            wide: true,
            text: (u) => u.builtOn ?? u.installedOn,
            cell: (u) =>
              u.builtOn
                ? shortDay(u.builtOn)
                : u.installedOn
                  ? `installed ${shortDay(u.installedOn)}`
                  : 'not known',
          },
          { id: 'story', header: 'Two years', cell: (u) => <UnitStory unitId={u.id} /> },
          {
            id: 'score',
            header: 'Standing',
            sort: 'score',
            text: (u) => u.sentence,
            cell: (u) =>
              u.flagKinds.length > 0 ? (
                <span className="block max-w-44 truncate min-[1500px]:max-w-none *:mr-2" title={u.sentence}>
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
    </Stories>
  );
}
