import { useState } from 'react';
import { plural } from '#core/base/sentences';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { isHeld, type OutboxItem } from '../outbox/db.ts';
import { useWaiting } from '../outbox/hooks.ts';
import { flush, sendAgain } from '../outbox/sender.ts';
import { waitingFile } from '../outbox/waitingFile.ts';

const wordsOf = (item: OutboxItem): string => {
  const { body } = item.body as { body?: Record<string, unknown> };
  const words = body?.text ?? body?.component ?? body?.condition ?? item.what;
  return item.what === words ? item.what : `${item.what}: ${String(words).slice(0, 80)}`;
};

function save(items: readonly OutboxItem[]): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([waitingFile(items)], { type: 'application/json' }));
  link.download = 'waiting-on-this-phone.json';
  link.click();
  URL.revokeObjectURL(link.href);
}

/** What has been written here and has not arrived, with ways to send it, save it and bring it back. */
export function OnThisPhone({
  onClose,
  onSignOut,
}: {
  onClose: () => void;
  /** Given where somebody is about to sign out. */
  onSignOut?: () => void;
}) {
  const { own, others } = useWaiting();
  const [said, setSaid] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      // Reading somebody's file takes more than showing what waits; it comes when it is wanted.
      const { bringBack } = await import('../outbox/file.ts');
      setSaid(`${plural(await bringBack(await file.text()), 'line')} brought back.`);
      void flush();
    } catch (error) {
      setSaid((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={onSignOut ? 'Sign out with this still on the phone?' : 'On this phone'}
      description={
        onSignOut
          ? 'It has not reached the office. It stays here and goes out when you sign in on this phone again.'
          : 'Written here, not yet at the office. It goes out by itself with the next signal.'
      }
    >
      {own.length === 0 ? <p>Nothing of yours is waiting to be sent.</p> : null}
      <ul className="divide-y divide-rule">
        {own.map((item) => (
          <li key={item.id} className="flex flex-wrap items-center gap-x-3 py-1">
            <span className="grow">
              {wordsOf(item)}
              {isHeld(item) ? (
                <strong className="block fault">
                  {item.state === 'aside' ? 'Set aside: ' : 'Not taken: '}
                  {item.problem?.errors?.map((e) => e.message).join(', ') ?? item.problem?.title}
                </strong>
              ) : null}
            </span>
            {isHeld(item) ? (
              <Button look="quiet" onClick={() => void sendAgain(item.id)}>
                Send again
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {others.length > 0 ? (
        <p className="mt-2 text-soft">
          {plural(others.length, 'line')} by{' '}
          {[...new Set(others.map((item) => item.ownerName))].join(' and ')}{' '}
          {others.length === 1 ? 'waits' : 'wait'} here too, and {others.length === 1 ? 'goes' : 'go'} out
          only under that name.
        </p>
      ) : null}
      <div className="mt-3 flex flex-wrap gap-2">
        {onSignOut ? (
          <Button look="act" roof onClick={onSignOut}>
            Sign out, keep it here
          </Button>
        ) : (
          <Button look="act" roof onClick={() => void flush()} disabled={own.length === 0}>
            Send now
          </Button>
        )}
        <Button roof onClick={() => save([...own, ...others])} disabled={own.length + others.length === 0}>
          Save to a file
        </Button>
        {onSignOut ? null : (
          <label className={`${pressed({ roof: true })} cursor-pointer focus-within:border-copper`}>
            Bring a file back
            <input
              type="file"
              accept=".json,application/json"
              className="sr-only"
              onChange={(event) => void take(event.target.files?.[0])}
            />
          </label>
        )}
        <Button roof onClick={onClose}>
          {onSignOut ? 'Stay signed in' : 'Close'}
        </Button>
      </div>
      {said ? (
        <p role="status" className="mt-2 font-semibold">
          {said}
        </p>
      ) : null}
    </Dialog>
  );
}
