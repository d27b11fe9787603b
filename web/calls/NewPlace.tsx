import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { newCustomer } from '#contracts/customers';
import { newSite, type NewSite } from '#contracts/sites';
import { useCreateCustomerMutation, useCustomersQuery } from '../api/customers.ts';
import { useCreateSiteMutation } from '../api/sites.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';

/** A site that is on no record, made while its caller is on the telephone: the call stays as it is typed. */
export function NewPlace({
  typed,
  onMade,
  onClose,
}: {
  typed: string;
  onMade: (site: { id: string; name: string; customer: string }) => void;
  onClose: () => void;
}) {
  const [ids] = useState(() => ({ site: uuid(), customer: uuid() }));
  const [createCustomer] = useCreateCustomerMutation();
  const [createSite] = useCreateSiteMutation();
  const form = useTyped<{ customer: string; name: string; address: string; phone: string }, NewSite>(
    { customer: typed, name: typed, address: '', phone: '' },
    {
      schema: newSite,
      toBody: ({ name, address }) => ({
        id: ids.site,
        customerId: ids.customer,
        name,
        ...(address.trim() ? { address } : {}),
      }),
      also: ({ customer }) =>
        newCustomer.shape.name.safeParse(customer).success ? [] : [['customer', 'whose site is it?']],
    },
  );
  const customer = form.watch('customer');
  const customers = useCustomersQuery({ q: customer, sort: 'name', dir: 'asc', offset: 0, limit: 6 });
  const known = customers.data?.rows.find(({ name }) => name.toLowerCase() === customer.trim().toLowerCase());
  const save = form.submit(async (body) => {
    const { phone } = form.getValues();
    if (!known)
      await createCustomer({
        id: ids.customer,
        name: customer.trim(),
        ...(phone.trim() ? { phone } : {}),
      }).unwrap();
    const made = await createSite({ ...body, customerId: known?.id ?? ids.customer }).unwrap();
    onMade({ id: made.id, name: made.name, customer: made.customer });
  });
  return (
    <Dialog open onClose={onClose} title="A new site" description="What you typed of the call stays.">
      <form
        noValidate
        className="space-y-2"
        onSubmit={(event) => {
          // It lies in the form of the call, which is not to be saved by this.
          event.stopPropagation();
          void save(event);
        }}
      >
        <Field
          label="Customer"
          hint={known ? 'on record' : customer.trim() ? 'a new customer' : undefined}
          error={form.error('customer')}
        >
          <input list="customers-on-record" autoFocus {...form.register('customer')} />
        </Field>
        <datalist id="customers-on-record">
          {customers.data?.rows.map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
        </datalist>
        <div className="grid grid-cols-2 gap-2">
          <Field label="Site" error={form.error('name')}>
            <input {...form.register('name')} />
          </Field>
          <Field label="Address" error={form.error('address')}>
            <input {...form.register('address')} />
          </Field>
        </div>
        {known ? null : (
          <Field label="Telephone of the customer" error={form.error('phone')}>
            <input type="tel" {...form.register('phone')} />
          </Field>
        )}
        <FormTrouble text={form.trouble} />
        <div className="flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            Add it, and go on with the call
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
