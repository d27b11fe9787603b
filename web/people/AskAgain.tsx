import { useState } from 'react';
import { problemOf } from '../api/base.ts';
import { useSignInMutation } from '../api/people.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';

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
  const [signIn, { isLoading }] = useSignInMutation();
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<string>();
  const submit = async () => {
    try {
      await signIn({ login, password }).unwrap();
      goOn();
    } catch (error) {
      const { title, detail } = problemOf(error);
      setWrong(`${title}. ${detail ?? ''}`);
    }
  };
  return (
    <Dialog
      open
      onClose={() => {}}
      title={`Your session has ended, ${name}`}
      description="Nothing is lost: what is on the screen and on this device stays. Your password, and it goes on."
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <input type="text" name="username" autoComplete="username" value={login} readOnly hidden />
        <Field label="Password" error={wrong} roof>
          <input
            type="password"
            autoComplete="current-password"
            value={password}
            autoFocus
            onChange={(event) => setPassword(event.target.value)}
          />
        </Field>
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" roof disabled={isLoading}>
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
