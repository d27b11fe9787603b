import { signInBody } from '#contracts/people';
import { useSignInMutation } from '../api/people.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { Door } from './Door.tsx';

export default function SignIn({ company }: { company: string }) {
  const [signIn] = useSignInMutation();
  const form = useTyped({ login: '', password: '' }, { schema: signInBody, toBody: (typed) => typed });
  const submit = form.submit((body) => signIn(body).unwrap());
  return (
    <Door company={company}>
      <form onSubmit={submit} noValidate className="space-y-3">
        <Field label="Name" error={form.error('login')} roof>
          <input autoComplete="username" autoCapitalize="none" autoFocus {...form.register('login')} />
        </Field>
        <Field label="Password" error={form.error('password')} roof>
          <input type="password" autoComplete="current-password" {...form.register('password')} />
        </Field>
        <FormTrouble text={form.trouble} />
        <Button type="submit" look="act" roof className="w-full" disabled={form.isSubmitting}>
          Sign in
        </Button>
      </form>
    </Door>
  );
}
