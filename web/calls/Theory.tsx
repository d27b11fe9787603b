import { THEORY_HELD, type CallPage, type Told } from '#contracts/calls';
import { useWho } from '../state/session.ts';

/** What the caller thought it was, and whether it turned out so once somebody has looked. */
export function Theory({
  call: { told, state },
  onChange,
}: {
  call: CallPage;
  onChange: (told: Told, said: string) => Promise<void>;
}) {
  const { can } = useWho();
  const { theoryHeld: held, ...others } = told;
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      {told.theory}
      {can('take call') && (held || state === 'done') ? (
        <select
          aria-label="Did it turn out so?"
          className="reach rounded-[3px] border-2 border-rule bg-sheet px-1"
          value={held ?? ''}
          onChange={(event) => {
            const next = THEORY_HELD.find((one) => one === event.target.value);
            void onChange(
              next ? { ...others, theoryHeld: next } : others,
              `What the caller thought: ${next ?? 'not said'}`,
            );
          }}
        >
          <option value="">not said yet</option>
          {THEORY_HELD.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      ) : held ? (
        <strong>{held}</strong>
      ) : null}
    </span>
  );
}
