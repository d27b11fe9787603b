import { signInBody } from '#contracts/people';
import { useSignInMutation } from '../api/people.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';

/**
 * The session has ended while somebody was at work: the password is asked for in place, and the work goes on.
 */
export function AskAgain({
  login,
  name,
  goOn,
  leave,
}: {
  login: string;
  name: string;
  goOn: () => void;
  /** Somebody else wants to sign in. */
  leave: () => void;
}) {
  const [signIn] = useSignInMutation();
  const form = useTyped(
    { password: '' },
    { schema: signInBody, toBody: ({ password }) => ({ login, password }) },
  );
  const submit = form.submit(async (body) => {
    await signIn(body).unwrap();
    goOn();
  });
  return (
    <Dialog
      open
      onClose={() => {}}
      title={`Your session has ended, ${name}`}
      description="Nothing is lost: what is on the screen and on this device stays. Your password, and it goes on."
    >
      <form onSubmit={submit} noValidate>
        <input type="text" name="username" autoComplete="username" value={login} readOnly hidden />
        <Field label="Password" error={form.error('password') ?? form.trouble} roof>
          <input type="password" autoComplete="current-password" autoFocus {...form.register('password')} />
        </Field>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" roof disabled={form.isSubmitting}>
            Go on
          </Button>
          <Button roof onClick={leave}>
            Somebody else
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
