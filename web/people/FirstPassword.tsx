import { useSignOutMutation } from '../api/people.ts';
import { Door } from './Door.tsx';
import { OwnPassword } from './OwnPassword.tsx';

/**
 * Somebody came in with a word that was handed out: nothing opens before they have a password of their own.
 */
export default function FirstPassword({
  company,
  login,
  name,
}: {
  company: string;
  login: string;
  name: string;
}) {
  const [signOut] = useSignOutMutation();
  return (
    <Door company={company}>
      <p className="mb-3">
        <strong>Welcome, {name}.</strong> The word you were given lets you in once. Choose a password that
        only you know.
      </p>
      <OwnPassword login={login} first done={() => {}} leave={() => void signOut()} />
    </Door>
  );
}
