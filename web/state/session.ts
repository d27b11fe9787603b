import { createContext, useContext } from 'react';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import type { SessionView, SignedIn } from '#contracts/people';
import type { Action } from '#core/base/vocabulary';
import { may } from '#contracts/roles';

export type Session = SessionView & { user: SignedIn };
export const SessionContext = createContext<Session | null>(null);

/** Who is signed in, and the company's day. Only below the shell, where somebody is. */
export function useWho(): Session & { can: (action: Action) => boolean } {
  const session = useContext(SessionContext);
  if (!session) throw new Error('nobody is signed in here');
  // A session kept on a phone from before the company had limits of its own goes by the usual ones.
  return {
    ...session,
    measuring: session.measuring ?? DEFAULT_LIMITS,
    can: (action) => may(session.user.role, action, session.rights),
  };
}
