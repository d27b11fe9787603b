import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useLayoutEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useSignOutMutation } from '../api/people.ts';
import { useWaiting } from '../outbox/hooks.ts';
import { THEMES } from '../device/device.ts';
import { useTheme } from '../state/preferences.ts';
import { useWho } from '../state/session.ts';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { FACE, Face } from './Face.tsx';
import { OwnPassword } from './OwnPassword.tsx';
import { say, sayTrouble } from '../ui/saying/say.ts';

const OnThisPhone = lazy(() =>
  import('../waiting/OnThisPhone.tsx').then((m) => ({ default: m.OnThisPhone })),
);

/**
 * What belongs to the person and to this device: settings, colours, signing out. Its script comes when
 * somebody asks for the menu, so it opens at once.
 */
export default function UserMenu({ forget }: { forget: () => void }) {
  const { user, can } = useWho();
  const [theme, setTheme] = useTheme();
  const [signOut] = useSignOutMutation();
  const { own } = useWaiting();
  const [asking, setAsking] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const trigger = useRef<HTMLButtonElement>(null);
  // It takes the place of the button that asked for it, and so the keyboard: a dialog gives it back to this
  // one.
  useLayoutEffect(() => trigger.current?.focus(), []);
  const leave = async () => {
    const { error } = await signOut();
    setAsking(false);
    if (error === undefined) return forget();
    sayTrouble('Signing out needs a signal: you are still signed in.');
  };
  const item =
    'flex reach cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-paper ' +
    'data-[highlighted]:text-copper';
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger ref={trigger} className={FACE} aria-label={`${user.displayName}, menu`}>
        <Face />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-[1200] min-w-56 border-2 border-ink bg-sheet py-1 text-ink"
        >
          <DropdownMenu.Item className={item} onSelect={() => setChoosing(true)}>
            Change my password
          </DropdownMenu.Item>
          {can('manage people') || can('keep calendar') ? (
            <DropdownMenu.Item asChild>
              <Link to="/people" className={item}>
                People and crews
              </Link>
            </DropdownMenu.Item>
          ) : null}
          {can('read agreements') ? (
            <DropdownMenu.Item asChild>
              <Link to="/agreements" className={item}>
                Agreements
              </Link>
            </DropdownMenu.Item>
          ) : null}
          {can('import') ? (
            <DropdownMenu.Item asChild>
              <Link to="/imports" className={item}>
                Import and export
              </Link>
            </DropdownMenu.Item>
          ) : null}
          <DropdownMenu.Item asChild>
            <Link to="/settings" className={item}>
              Settings and words
            </Link>
          </DropdownMenu.Item>
          {can('see system') ? (
            <DropdownMenu.Item asChild>
              <Link to="/system" className={item}>
                System and backup
              </Link>
            </DropdownMenu.Item>
          ) : null}
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.RadioGroup
            value={theme}
            onValueChange={(next) => setTheme(next as typeof theme)}
            aria-label="Light"
          >
            {THEMES.map((name) => (
              <DropdownMenu.RadioItem key={name} value={name} className={item}>
                <span className="w-5">{theme === name ? '✓' : ''}</span>
                {{ chalk: 'Indoors', sun: 'Sunlight', night: 'Night' }[name]}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item
            className={item}
            onSelect={() => (own.length > 0 ? setAsking(true) : void leave())}
          >
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
      {choosing ? (
        <Dialog
          open
          onClose={() => setChoosing(false)}
          title="Change your password"
          description="Wherever else you are signed in, you will be asked for the new one."
        >
          <OwnPassword
            login={user.login}
            done={() => {
              setChoosing(false);
              say('Your password is changed.');
            }}
            leave={() => setChoosing(false)}
          />
        </Dialog>
      ) : null}
      {asking ? (
        <Suspense fallback={null}>
          <OnThisPhone onClose={() => setAsking(false)} onSignOut={() => void leave()} />
        </Suspense>
      ) : null}
    </DropdownMenu.Root>
  );
}
