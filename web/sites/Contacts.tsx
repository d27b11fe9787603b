import { CONTACT_ROLES, TOLD_BY } from '#core/base/vocabulary';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { contactFields, type ContactPatch, type ContactView, type NewContact } from '#contracts/telling';
import { useAddContactMutation, useChangeContactMutation, useContactsQuery } from '../api/telling.ts';
import { useWho } from '../state/session.ts';
import { RecordForm } from '../ui/forms/RecordForm.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Panel, Trouble } from '../ui/frame/Screen.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

const FIELDS = [
  { name: 'name', label: 'Name' },
  { name: 'role', label: 'Is', kind: 'choice', choices: CONTACT_ROLES },
  { name: 'phone', label: 'Telephone' },
  { name: 'email', label: 'E-mail' },
  {
    name: 'toldBy',
    label: 'Is told when we come by',
    kind: 'choice',
    choices: TOLD_BY.map((way) => ({ value: way, label: way === 'nobody' ? 'nobody tells them' : way })),
  },
] as const;

/** Whom we know at a site, what they are to us, and how they are told when we come. */
export function Contacts({ siteId }: { siteId: string }) {
  const { can } = useWho();
  const { data, error, refetch } = useContactsQuery(siteId);
  const [add] = useAddContactMutation();
  const [change] = useChangeContactMutation();
  const [form, setForm] = useState<ContactView | 'new'>();
  // Minted when the form opens: sent twice it is one contact.
  const [newId, setNewId] = useState(() => uuid());
  const retire = async ({ id, version, name }: ContactView) => {
    try {
      await change({ id, patch: { version, retired: true } }).unwrap();
      say(`${name} is off the record`, {
        undo: () => change({ id, patch: { version: version + 1, retired: false } }).unwrap(),
      });
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <Panel
      title="Contacts"
      actions={
        can('edit record') ? (
          <Button
            onClick={() => {
              setNewId(uuid());
              setForm('new');
            }}
          >
            New contact
          </Button>
        ) : null
      }
    >
      {error ? <Trouble error={error} retry={refetch} /> : null}
      {data?.length === 0 ? (
        <p className="text-soft">Nobody is on record here: nobody can be told when we come.</p>
      ) : null}
      <ul className="divide-y divide-rule">
        {data?.map((contact) => (
          <li key={contact.id} className="flex flex-wrap items-baseline gap-x-2 py-1">
            <strong>{contact.name}</strong>
            <span className="text-soft">{contact.role}</span>
            {contact.phone ? (
              <a href={`tel:${contact.phone}`} className="link">
                {contact.phone}
              </a>
            ) : null}
            {contact.email ? (
              <a href={`mailto:${contact.email}`} className="link">
                {contact.email}
              </a>
            ) : null}
            <span className="text-sm">
              {contact.toldBy === 'nobody' ? 'is not told when we come' : `told by ${contact.toldBy}`}
            </span>
            {can('edit record') ? (
              <span className="ml-auto">
                <Button look="quiet" aria-label={`Edit ${contact.name}`} onClick={() => setForm(contact)}>
                  Edit
                </Button>
                <Button
                  look="quiet"
                  aria-label={`Remove ${contact.name}`}
                  onClick={() => void retire(contact)}
                >
                  Remove
                </Button>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      {form ? (
        <RecordForm
          title={form === 'new' ? 'A new contact' : `Edit ${form.name}`}
          fields={FIELDS}
          schema={
            form === 'new' ? contactFields.partial({ phone: true, email: true }) : contactFields.partial()
          }
          stored={form === 'new' ? { role: 'at the site', toldBy: 'e-mail' } : { ...form }}
          onSave={async (patch) => {
            if (form === 'new')
              await add({
                ...{ role: 'at the site', toldBy: 'e-mail', phone: null, email: null },
                ...patch,
                ...{ id: newId, siteId },
              } as NewContact).unwrap();
            else
              await change({
                id: form.id,
                patch: { ...patch, version: form.version } as ContactPatch,
              }).unwrap();
          }}
          onClose={() => setForm(undefined)}
        />
      ) : null}
    </Panel>
  );
}
