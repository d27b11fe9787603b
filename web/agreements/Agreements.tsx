import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { dollars } from '#core/base/money';
import { priceWords } from '#core/upkeep/agreements';
import { plural } from '#core/base/sentences';
import { AGREEMENT_STATES, type AgreementRow, type AgreementState } from '#contracts/agreements';
import { problemOf } from '../api/base.ts';
import {
  useAgreeAsUsualMutation,
  useAgreementsQuery,
  useLazyAgreementsQuery,
  useWithdrawAgreementsMutation,
} from '../api/agreements.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { shortDay } from '../ui/words/format.ts';
import { List, useListState } from '../ui/lists/List.tsx';
import { everyRow } from '../ui/lists/everyRow.ts';
import type { ListFilter } from '../ui/lists/listShape.ts';
import { Screen } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

const SAID: Readonly<Record<AgreementState, string>> = {
  none: 'no agreement',
  running: 'runs',
  'begins later': 'begins later',
  ended: 'ended',
};

const FILTERS: readonly ListFilter[] = [
  { name: 'state', all: 'all customers', options: AGREEMENT_STATES.map((one) => [one, SAID[one]] as const) },
];

/** Every customer with what is agreed; those without can be given the usual at once. */
export default function Agreements() {
  const { can } = useWho();
  const list = useListState('customer', 'asc', FILTERS);
  const { set: _set, ...ask } = list;
  const answer = useAgreementsQuery(ask);
  const [fetchPage] = useLazyAgreementsQuery();
  const [giving, setGiving] = useState<readonly AgreementRow[]>();
  return (
    <Screen title="Agreements" sentence="What each customer has maintained, and for how much">
      <List<AgreementRow>
        label="agreements"
        counted="customers"
        state={list}
        answer={answer}
        filters={FILTERS}
        page={(part) => fetchPage(part).unwrap()}
        empty="No customer yet."
        actions={
          can('keep agreements') ? (
            <Button
              look="act"
              onClick={() =>
                void everyRow({ ...ask, q: '', only: { state: 'none' } }, (part) =>
                  fetchPage(part).unwrap(),
                ).then(setGiving)
              }
            >
              Agree the usual with several
            </Button>
          ) : null
        }
        columns={[
          {
            id: 'customer',
            header: 'Customer',
            sort: 'customer',
            text: (row) => row.customer,
            cell: (row) => (
              <Link to={`/customers/${row.id}/agreement`} className="font-semibold link">
                {row.customer}
              </Link>
            ),
          },
          {
            id: 'state',
            header: 'Agreement',
            sort: 'state',
            text: (row) => SAID[row.state],
            cell: (row) =>
              row.state === 'running' ? (
                row.agreement?.terms.maintained === false ? (
                  'calls only'
                ) : (
                  'runs'
                )
              ) : (
                <strong>{SAID[row.state]}</strong>
              ),
          },
          {
            id: 'from',
            header: 'From',
            sort: 'from',
            text: (row) => row.agreement?.from ?? null,
            cell: (row) => (
              <span className="whitespace-nowrap">{row.agreement ? shortDay(row.agreement.from) : '–'}</span>
            ),
          },
          {
            id: 'until',
            header: 'To',
            sort: 'until',
            text: (row) => row.agreement?.until ?? null,
            cell: (row) =>
              row.agreement?.until
                ? shortDay(row.agreement.until)
                : row.agreement
                  ? 'until it is ended'
                  : '–',
          },
          {
            id: 'units',
            header: 'Units',
            sort: 'units',
            right: true,
            text: (row) => row.units,
            cell: (row) => row.units,
          },
          {
            id: 'visits',
            header: 'Visits a year',
            right: true,
            text: (row) => row.visits,
            cell: (row) => row.visits ?? '–',
          },
          {
            id: 'price',
            header: 'Price',
            sort: 'price',
            right: true,
            text: (row) => (row.agreement?.terms.price ? priceWords(row.agreement.terms.price) : null),
            cell: (row) => (row.agreement?.terms.price ? priceWords(row.agreement.terms.price) : 'not known'),
          },
          {
            id: 'approver',
            header: 'Approves',
            text: (row) => row.agreement?.terms.approval?.name ?? null,
            cell: (row) => {
              const approval = row.agreement?.terms.approval;
              if (!approval) return <span className="text-soft">not known</span>;
              return approval.upToCents === null
                ? approval.name
                : `${approval.name}, up to ${dollars(approval.upToCents)}`;
            },
          },
        ]}
      />
      {giving ? <AsUsual customers={giving} onClose={() => setGiving(undefined)} /> : null}
    </Screen>
  );
}

/** The server takes no more at once. */
const AT_ONCE = 500;

/** The usual agreement, or calls only, for every customer that is ticked. */
function AsUsual({ customers, onClose }: { customers: readonly AgreementRow[]; onClose: () => void }) {
  const { today } = useWho();
  const [agree, agreeing] = useAgreeAsUsualMutation();
  const [withdraw] = useWithdrawAgreementsMutation();
  const [from, setFrom] = useState(today);
  const [maintained, setMaintained] = useState(true);
  const [out, setOut] = useState<ReadonlySet<string>>(
    new Set(customers.filter(({ units }) => units === 0).map(({ id }) => id)),
  );
  const [trouble, setTrouble] = useState<string>();
  const chosen = customers.filter(({ id }) => !out.has(id));
  const save = async () => {
    const agreements = chosen.map(({ id }) => ({ id: uuid(), customerId: id }));
    const parts = Array.from({ length: Math.ceil(agreements.length / AT_ONCE) }, (_, i) =>
      agreements.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
    );
    try {
      for (const part of parts) await agree({ id: uuid(), from, maintained, agreements: part }).unwrap();
      say(`Agreed with ${plural(agreements.length, 'customer')}`, {
        undo: () =>
          parts.forEach(
            (part) => void withdraw({ id: uuid(), ids: part.map(({ id }) => id), withdrawn: true }),
          ),
      });
      onClose();
    } catch (error) {
      const problem = problemOf(error);
      setTrouble(problem.errors?.[0]?.message ?? problem.title);
    }
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title="The usual agreement"
      description={
        customers.length === 0
          ? 'Every customer has an agreement.'
          : 'What your company usually does on each kind of machine, as the settings say. ' +
            'Prices and approvals can be added customer by customer.'
      }
    >
      {customers.length === 0 ? (
        <Button onClick={onClose}>Close</Button>
      ) : (
        <div className="space-y-3">
          <div className="grid grid-cols-2 gap-3">
            <Field label="From">
              <DateInput value={from} onChange={(e) => setFrom(e.target.value)} />
            </Field>
            <Field label="Covers">
              <select
                value={maintained ? 'yes' : 'no'}
                onChange={(e) => setMaintained(e.target.value === 'yes')}
              >
                <option value="yes">maintenance and calls</option>
                <option value="no">calls only</option>
              </select>
            </Field>
          </div>
          <fieldset className="max-h-72 overflow-y-auto border border-rule p-2">
            <legend className="px-1 text-sm font-semibold">
              {chosen.length} of {plural(customers.length, 'customer')} without an agreement
            </legend>
            {customers.map(({ id, customer, units }) => (
              <label key={id} className="flex reach items-center gap-2">
                <input
                  type="checkbox"
                  checked={!out.has(id)}
                  onChange={() =>
                    setOut((before) => {
                      const next = new Set(before);
                      if (!next.delete(id)) next.add(id);
                      return next;
                    })
                  }
                />
                {customer} <span className="text-soft">{plural(units, 'unit')}</span>
              </label>
            ))}
          </fieldset>
          <FormTrouble text={trouble} />
          <div className="flex gap-2">
            <Button
              look="act"
              disabled={chosen.length === 0 || agreeing.isLoading}
              onClick={() => void save()}
            >
              Agree with {plural(chosen.length, 'customer')}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}
