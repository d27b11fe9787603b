import { sitePatch, type SitePage, type SitePatch } from '#contracts/sites';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormFoot } from '../ui/forms/FormFoot.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { useSaveSite } from './useSaveSite.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';

/** @example skillsTyped(' boiler,  hot work ,') // ['boiler', 'hot work'] */
export const skillsTyped = (text: string): string[] =>
  text
    .split(',')
    .map((skill) => skill.trim())
    .filter((skill) => skill !== '');

/** Who can work at a site: how many people, and what one of them has to be licensed or skilled for. */
export function NeedsForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const saveSite = useSaveSite(site.id, onClose);
  const form = useTyped<{ people: string; skills: string }, SitePatch>(
    { people: String(site.needs.people), skills: site.needs.skills.join(', ') },
    {
      schema: sitePatch,
      toBody: ({ people, skills }) => ({
        version: site.version,
        needs: { ...site.needs, people: numberNeeded(people), skills: skillsTyped(skills) },
      }),
      fieldOf: (path) => (path.includes('people') ? 'people' : path.includes('skills') ? 'skills' : 'root'),
    },
  );
  const save = form.submit((patch) => saveSite(patch, (message) => form.setError('root', { message })));
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Who can work at ${site.name}`}
      description="Plans send nobody else; a hand on the board may, and is told. Local rules on licences and lone work decide."
    >
      <form onSubmit={save} noValidate>
        <Field label="People at least" error={form.error('people')}>
          <input inputMode="numeric" {...form.register('people')} />
        </Field>
        <Field
          label="Licences and skills"
          hint="as they stand with your people, a comma between them: boiler, hot work"
          error={form.error('skills')}
        >
          <input {...form.register('skills')} />
        </Field>
        <FormFoot trouble={form.trouble} saving={form.isSubmitting} onClose={onClose} />
      </form>
    </Dialog>
  );
}
