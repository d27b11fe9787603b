import { ownPassword, PASSWORD_LENGTH } from '#contracts/people';
import { useOwnPasswordMutation } from '../api/people.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';

/**
 * Chooses a password of one's own.
 *
 * @param first they came in with a word that was handed out
 */
export function OwnPassword({
  login,
  first = false,
  done,
  leave,
}: {
  login: string;
  first?: boolean;
  done: () => void;
  leave: () => void;
}) {
  const [choose] = useOwnPasswordMutation();
  const form = useTyped(
    { now: '', password: '', again: '' },
    {
      schema: ownPassword,
      toBody: ({ now, password }) => ({ now, password }),
      also: ({ password, again }) =>
        password === again ? [] : [['again', 'is not the same as the one above']],
    },
  );
  const submit = form.submit(async (body) => {
    await choose(body).unwrap();
    done();
  });
  return (
    <form onSubmit={submit} noValidate className="space-y-3">
      <input type="text" name="username" autoComplete="username" value={login} readOnly hidden />
      <Field
        label={first ? 'The word you came in with' : 'The password you have now'}
        error={form.error('now')}
        roof
      >
        <input type="password" autoComplete="current-password" autoFocus {...form.register('now')} />
      </Field>
      <Field
        label="Your new password"
        hint={`At least ${PASSWORD_LENGTH.min} characters. Three or four words that do not belong together will do.`}
        error={form.error('password')}
        roof
      >
        <input type="password" autoComplete="new-password" {...form.register('password')} />
      </Field>
      <Field label="The new one again" error={form.error('again')} roof>
        <input type="password" autoComplete="new-password" {...form.register('again')} />
      </Field>
      <FormTrouble text={form.trouble} />
      <div className="flex gap-2">
        <Button type="submit" look="act" roof disabled={form.isSubmitting}>
          Use this password
        </Button>
        <Button roof onClick={leave}>
          {first ? 'Sign out' : 'Cancel'}
        </Button>
      </div>
    </form>
  );
}
