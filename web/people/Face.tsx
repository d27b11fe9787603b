import { useWho } from '../state/session.ts';

export const FACE = 'shrink-0 px-2 py-1 text-left leading-tight hover:text-white';

/** Who is signed in: how the menu of a person looks before it opens. */
export function Face() {
  const { user } = useWho();
  return (
    <>
      <span className="block max-w-28 truncate font-semibold">{user.displayName.split(' ')[0]}</span>
      <span className="block text-sm text-[#d9d5c9]">{user.role}</span>
    </>
  );
}
