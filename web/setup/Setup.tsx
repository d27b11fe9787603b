import { useEffect, useState, type ReactNode } from 'react';
import { useDispatch } from 'react-redux';
import type { CompanyMade } from '#contracts/setup';
import { newCompany } from '#contracts/setup';
import { PASSWORD_LENGTH } from '#contracts/people';
import { ROLES } from '#contracts/roles';
import { api } from '../api/base.ts';
import { useMakeCompanyMutation } from '../api/setup.ts';
import { PlacePicker } from '../maps/PlacePicker.tsx';
import { TimeInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import {
  asCompany,
  blank,
  fieldOf,
  loginFrom,
  newTypedCrew,
  newTypedPerson,
  problemsBeyond,
  type TypedCompany,
} from './typed.ts';
import { Words } from './Words.tsx';

const DRAFT = 'gradum first set-up';

/** What was typed before a reload, but for the password; the word comes with the address. */
function begun(): TypedCompany {
  const fresh = blank(decodeURIComponent(window.location.hash.slice(1)));
  try {
    const kept = JSON.parse(localStorage.getItem(DRAFT) ?? '{}') as Partial<TypedCompany>;
    return { ...fresh, ...kept, word: fresh.word || (kept.word ?? ''), password: '', again: '' };
  } catch {
    return fresh;
  }
}

const ZONES = Intl.supportedValuesOf('timeZone');

/** The first visit to an empty database: one walk from nothing to a company that can begin. */
export default function Setup() {
  const [made, setMade] = useState<CompanyMade>();
  const [make] = useMakeCompanyMutation();
  const dispatch = useDispatch();
  const [start] = useState(begun);
  const form = useTyped<TypedCompany, ReturnType<typeof newCompany.parse>>(start, {
    schema: newCompany,
    toBody: asCompany,
    fieldOf,
    also: problemsBeyond,
  });
  const typed = form.watch();
  useEffect(() => {
    document.title = 'Set your company up · Gradum';
  }, []);
  useEffect(() => {
    const { password: _password, again: _again, ...kept } = typed;
    try {
      localStorage.setItem(DRAFT, JSON.stringify(kept));
    } catch {
      // A browser that keeps nothing asks again after a reload.
    }
  }, [typed]);
  const save = form.submit(async (body) => {
    const answer = await make(body).unwrap();
    localStorage.removeItem(DRAFT);
    window.history.replaceState(null, '', '/');
    setMade(answer);
  });
  if (made)
    return (
      <Made
        made={made}
        company={typed.name}
        zone={typed.timeZone}
        begin={() => dispatch(api.util.invalidateTags(['session']))}
      />
    );
  const crewNames = typed.crews.map((crew, i) => [crew.id, crew.name || `Crew ${i + 1}`] as const);
  return (
    <main id="content" className="mx-auto max-w-[1200px] px-4 py-4">
      <div className="mb-3 flex items-center gap-3">
        <img src="/mark.svg" alt="" className="h-10 w-10" />
        <h1 className="text-xl">
          Nobody is on record yet. Four things, and your company can begin; all of it can be changed later.
        </h1>
      </div>
      <form onSubmit={save} noValidate className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2">
        <div className="space-y-4">
          <Part n={1} title="Your company">
            <Field label="Name of the company" error={form.error('name')}>
              <input autoFocus autoComplete="organization" {...form.register('name')} />
            </Field>
            <div className="mt-2 grid grid-cols-2 gap-2">
              <Field label="Time zone" error={form.error('timeZone')}>
                <input list="zones" {...form.register('timeZone')} />
              </Field>
              <Field label="Measured in">
                <select {...form.register('units')}>
                  <option value="US">°F, psi, tons</option>
                  <option value="metric">°C, kPa, kW</option>
                </select>
              </Field>
            </div>
            <datalist id="zones">
              {ZONES.map((zone) => (
                <option key={zone} value={zone} />
              ))}
            </datalist>
          </Part>
          <Part n={2} title="You, the first manager">
            <div className="grid grid-cols-2 gap-2">
              <Field label="Your name" error={form.error('displayName')}>
                <input autoComplete="name" {...form.register('displayName', { deps: 'login' })} />
              </Field>
              <Field label="You sign in as" error={form.error('login')}>
                <input
                  autoComplete="username"
                  autoCapitalize="none"
                  placeholder={loginFrom(typed.displayName)}
                  {...form.register('login')}
                />
              </Field>
              <Field
                label="Password"
                hint={`${PASSWORD_LENGTH.min} characters or more: three or four words will do`}
                error={form.error('password')}
              >
                <input
                  type="password"
                  autoComplete="new-password"
                  {...form.register('password', { deps: 'again' })}
                />
              </Field>
              <Field label="Password again" error={form.error('again')}>
                <input type="password" autoComplete="new-password" {...form.register('again')} />
              </Field>
            </div>
            {start.word && !form.error('word') ? null : (
              <div className="mt-2">
                <Field
                  label="The word from the terminal"
                  hint="It stands where Gradum was started, so that nobody else makes the company theirs."
                  error={form.error('word')}
                >
                  <input autoComplete="off" {...form.register('word')} />
                </Field>
              </div>
            )}
          </Part>
          <Part n={4} title="Crews and people">
            <p className="mb-2 text-soft">
              Everybody gets a word to sign in with once. You can leave this for later.
            </p>
            {typed.crews.map((crew, i) => (
              <fieldset
                key={crew.id}
                className="mb-2 grid grid-cols-2 items-end gap-2 sm:grid-cols-[2fr_1fr_1fr_auto_auto]"
              >
                <legend className="sr-only">Crew {i + 1}</legend>
                <Field label="Crew" error={form.error(`crews.${i}.name`)}>
                  <input {...form.register(`crews.${i}.name`)} />
                </Field>
                <Field label="From" error={form.error(`crews.${i}.from`)}>
                  <TimeInput {...form.register(`crews.${i}.from`)} />
                </Field>
                <Field label="To" error={form.error(`crews.${i}.until`)}>
                  <TimeInput {...form.register(`crews.${i}.until`)} />
                </Field>
                <label className="flex reach items-center gap-1 text-sm whitespace-nowrap">
                  <input type="checkbox" {...form.register(`crews.${i}.saturday`)} /> Saturday too
                </label>
                <Button
                  look="quiet"
                  aria-label={`Remove ${crew.name || `crew ${i + 1}`}`}
                  onClick={() =>
                    form.setValue(
                      'crews',
                      typed.crews.filter((c) => c.id !== crew.id),
                    )
                  }
                >
                  Remove
                </Button>
              </fieldset>
            ))}
            <Button
              onClick={() =>
                form.setValue('crews', [...typed.crews, newTypedCrew(`Crew ${typed.crews.length + 1}`)])
              }
            >
              Another crew
            </Button>
            <div className="mt-3 space-y-2">
              {typed.people.map((person, i) => (
                <fieldset
                  key={person.id}
                  className="grid grid-cols-2 items-end gap-2 sm:grid-cols-[2fr_1fr_1.3fr_1fr_auto]"
                >
                  <legend className="sr-only">Person {i + 1}</legend>
                  <Field label="Name" error={form.error(`people.${i}.displayName`)}>
                    <input {...form.register(`people.${i}.displayName`, { deps: `people.${i}.login` })} />
                  </Field>
                  <Field label="Signs in as" error={form.error(`people.${i}.login`)}>
                    <input
                      autoCapitalize="none"
                      placeholder={loginFrom(person.displayName)}
                      {...form.register(`people.${i}.login`)}
                    />
                  </Field>
                  <Field label="Role">
                    <select {...form.register(`people.${i}.role`)}>
                      {ROLES.map((role) => (
                        <option key={role}>{role}</option>
                      ))}
                    </select>
                  </Field>
                  <Field label="Crew" error={form.error(`people.${i}.crewId`)}>
                    <select {...form.register(`people.${i}.crewId`)} disabled={person.role !== 'technician'}>
                      <option value="">none</option>
                      {crewNames.map(([id, name]) => (
                        <option key={id} value={id}>
                          {name}
                        </option>
                      ))}
                    </select>
                  </Field>
                  <Button
                    look="quiet"
                    aria-label={`Remove ${person.displayName || `person ${i + 1}`}`}
                    onClick={() =>
                      form.setValue(
                        'people',
                        typed.people.filter((p) => p.id !== person.id),
                      )
                    }
                  >
                    Remove
                  </Button>
                </fieldset>
              ))}
              <Button
                onClick={() =>
                  form.setValue('people', [...typed.people, newTypedPerson(typed.crews[0]?.id ?? '')])
                }
              >
                {typed.people.length === 0 ? 'Add somebody' : 'Somebody else'}
              </Button>
            </div>
          </Part>
        </div>
        <div className="space-y-4">
          <Part n={3} title="Your yard, where the crews start">
            <Field label="What you call it" error={form.error('yardName')}>
              <input {...form.register('yardName')} />
            </Field>
            <div className="mt-2">
              <PlacePicker
                label="Where it is"
                name={typed.yardName || 'Yard'}
                text={typed.yard}
                onText={(yard) => form.setValue('yard', yard)}
                error={form.error('yard')}
                height={380}
                plain
              />
            </div>
          </Part>
          <FormTrouble text={form.trouble} />
          <Button type="submit" look="act" roof className="w-full" disabled={form.isSubmitting}>
            Set the company up
          </Button>
        </div>
      </form>
    </main>
  );
}

function Part({ n, title, children }: { n: number; title: string; children: ReactNode }) {
  return (
    <section className="border border-rule bg-sheet p-3">
      <h2 className="mb-2 text-base">
        <span className="plate mr-2">{n}</span>
        {title}
      </h2>
      {children}
    </section>
  );
}

function Made({
  made,
  company,
  zone,
  begin,
}: {
  made: CompanyMade;
  company: string;
  zone: string;
  begin: () => void;
}) {
  return (
    <main id="content" className="mx-auto max-w-3xl px-4 py-6">
      <h1 className="mb-3 text-xl">{company} is set up, and you are signed in.</h1>
      {made.words.length > 0 ? (
        <section className="mb-4 border border-rule bg-sheet p-3">
          <h2 className="mb-2 text-base">Hand these out: they are shown only now</h2>
          <Words words={made.words} zone={zone} />
          <Button className="no-print mt-3" onClick={() => window.print()}>
            Print them
          </Button>
        </section>
      ) : null}
      <Button look="act" roof className="no-print" onClick={begin}>
        Begin
      </Button>
    </main>
  );
}
