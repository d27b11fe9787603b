import { Button } from '../ui/frame/Button.tsx';
import { isHeld } from '../outbox/db.ts';
import { useOutbox } from '../outbox/hooks.ts';
import { sendAgain, takeBack } from '../outbox/sender.ts';

/**
 * What was written here about a unit or a site and has not arrived; what was refused stays with its reason
 * until somebody decides.
 */
export function Waiting({ about }: { about: string }) {
  const items = useOutbox(about);
  if (items.length === 0) return null;
  return (
    <ul className="no-print mb-3 space-y-1" aria-label="On its way">
      {items.map((item) => (
        <li
          key={item.id}
          role={isHeld(item) ? 'alert' : undefined}
          className={`bg-sheet ${isHeld(item) ? 'hurts' : 'tied'}`}
        >
          {item.state === 'waiting' ? (
            <>{item.what}: on this phone, goes out with the next signal</>
          ) : (
            <>
              <strong className="fault">
                {item.what} was not taken:{' '}
                {item.problem?.errors?.map((e) => e.message).join(', ') ?? item.problem?.title}
              </strong>{' '}
              <Button look="quiet" onClick={() => void sendAgain(item.id)}>
                Send again
              </Button>
              <Button look="quiet" onClick={() => void takeBack(item.id)}>
                Discard
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}
