import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { newPerson, personPatch, type OneTimeWord, type PersonView } from '#contracts/people';
import { ROLES, type Role } from '#contracts/roles';
import { useCrewsQuery } from '../api/crews.ts';
import { useChangePersonMutation, useCreatePersonMutation } from '../api/people.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { CrewOptions } from '../ui/forms/CrewOptions.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { loginFrom } from '../setup/typed.ts';
import { say } from '../ui/saying/say.ts';

interface Typed {
  [name: string]: string;
  displayName: string;
  login: string;
  role: Role;
  phone: string;
  crewId: string;
  crewFrom: string;
  skills: string;
}

/** @example skillsTyped('hot work; gas fitter until 2031-03-31') */
const skillsTyped = (text: string) =>
  text
    .split(/[;\n]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const dated = /^(.*?)\s+until\s+(\S+)$/i.exec(part);
      return dated ? { name: dated[1], until: dated[2] } : { name: part, until: null };
    });
const skillsText = (person: PersonView | undefined): string =>
  (person?.skills ?? []).map(({ name, until }) => (until ? `${name} until ${until}` : name)).join('; ');

/** Somebody new, or what changes about somebody: only that is sent. */
export function PersonForm({
  person,
  onClose,
  onWord,
}: {
  person: PersonView | undefined;
  onClose: () => void;
  onWord: (word: OneTimeWord) => void;
}) {
  const { today } = useWho();
  const crews = useCrewsQuery();
  const [create] = useCreatePersonMutation();
  const [change] = useChangePersonMutation();
  const start: Typed = {
    displayName: person?.displayName ?? '',
    login: person?.login ?? '',
    role: person?.role ?? 'technician',
    phone: person?.phone ?? '',
    crewId: person?.crewId ?? '',
    crewFrom: today,
    skills: skillsText(person),
  };
  const schema = (person ? personPatch : newPerson) as z.ZodType<Record<string, unknown>>;
  const form = useTyped<Typed, Record<string, unknown>>(start, {
    schema,
    toBody: (typed) => {
      const { displayName, role, phone, crewId, crewFrom } = typed;
      const skills = skillsTyped(typed.skills);
      const login = typed.login || loginFrom(displayName);
      if (!person)
        return { id: uuid(), displayName, login, role, phone: phone || null, skills, crewId: crewId || null };
      return {
        version: person.version,
        ...(displayName === start.displayName ? {} : { displayName }),
        ...(login === start.login ? {} : { login }),
        ...(role === start.role ? {} : { role }),
        ...(phone === start.phone ? {} : { phone: phone || null }),
        ...(typed.skills === start.skills ? {} : { skills }),
        ...(crewId === start.crewId ? {} : { crew: { crewId: crewId || null, from: crewFrom } }),
      };
    },
    fieldOf: ([first, second]) =>
      first === 'crew' ? (second === 'from' ? 'crewFrom' : 'crewId') : String(first ?? 'root'),
  });
  const [role, crewId, displayName] = form.watch(['role', 'crewId', 'displayName']);
  const save = form.submit(async (body) => {
    if (person) await change({ id: person.id, patch: body as never }).unwrap();
    else onWord(await create(body as never).unwrap());
    onClose();
  });
  const setActive = form.submit(async () => {
    const active = person?.active !== true;
    if (!person) return;
    await change({ id: person.id, patch: { version: person.version, active } }).unwrap();
    say(
      active ? `${person.displayName} may sign in again` : `${person.displayName} is signed out everywhere`,
    );
    onClose();
  });
  return (
    <Dialog open onClose={onClose} title={person ? person.displayName : 'Somebody new'}>
      <form onSubmit={save} noValidate>
        <div className="grid gap-2 sm:grid-cols-2">
          <Field label="Name" error={form.error('displayName')}>
            <input {...form.register('displayName', { deps: 'login' })} />
          </Field>
          <Field label="Signs in as" error={form.error('login')}>
            <input autoCapitalize="none" placeholder={loginFrom(displayName)} {...form.register('login')} />
          </Field>
          <Field label="Role" error={form.error('role')}>
            <select {...form.register('role')}>
              {ROLES.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </Field>
          <Field label="Telephone" error={form.error('phone')}>
            <input type="tel" {...form.register('phone')} />
          </Field>
          {role === 'technician' || crewId ? (
            <Field label="Crew" error={form.error('crewId')}>
              <select value={crewId} onChange={(event) => form.setValue('crewId', event.target.value)}>
                <option value="">none</option>
                <CrewOptions crews={crews.data} />
              </select>
            </Field>
          ) : null}
          {person && crewId !== start.crewId ? (
            <Field
              label="From"
              hint="What is on record before that day stays."
              error={form.error('crewFrom')}
            >
              <DateInput {...form.register('crewFrom')} />
            </Field>
          ) : null}
        </div>
        <div className="mt-2">
          <Field
            label="Skills and licences"
            hint="Parted by semicolons; a licence that runs out as: gas fitter until 2031-03-31"
            error={form.error('skills')}
          >
            <textarea rows={2} {...form.register('skills')} />
          </Field>
        </div>
        <FormTrouble text={form.trouble} />
        <div className="mt-3 flex flex-wrap gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            {person ? 'Save' : 'Add, and make a word'}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          <span className="grow" />
          {person ? (
            <Button onClick={() => void setActive()}>
              {person.active ? 'Has left the company' : 'Is back'}
            </Button>
          ) : null}
        </div>
      </form>
    </Dialog>
  );
}
