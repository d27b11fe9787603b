import { clockText } from '#core/base/time';
import { Button } from '../ui/frame/Button.tsx';
import { day as dayText } from '../ui/words/format.ts';
import { consequenceWords, holds } from './orders.ts';
import { putItHereId } from './useMoveKeys.ts';
import type { Moving } from './useMoves.ts';

/** Where the thing in the hand would go, as one line. */
export function placeWords({ view, job, target, days }: Moving): string {
  const name = view.jobs[job]?.site ?? 'The stop';
  const shift = target ? view.shifts[target.shift] : undefined;
  if (!target || !shift) return `${name}: choose a place`;
  const after = days.find((day) => day.shift === target.shift)?.after;
  const stop = after?.stops.find(({ jobId }) => jobId === view.problem.jobs[job]?.id);
  if (!stop) return `${name} stays where it is`;
  return `${name} to ${shift.crew}, ${dayText(shift.day)}, ${clockText(stop.startAt)} to ${clockText(stop.leaveAt)}`;
}

/** What a move would do, before it is done; where something does not hold it says what, and asks. */
export function MoveBar({
  moving,
  saving,
  onDrop,
  onCancel,
}: {
  moving: Moving;
  saving: boolean;
  onDrop: (anyway: boolean) => void;
  onCancel: () => void;
}) {
  const fine = holds(moving.days);
  return (
    <div
      role="region"
      aria-label="What the move does"
      className="sticky bottom-16 z-[600] border-2 border-ink bg-sheet p-3 shadow-lg desk:bottom-2"
    >
      <div aria-live="polite">
        <p className="font-bold">{placeWords(moving)}</p>
        {moving.days.map(({ shift, ...change }) => {
          const { view } = moving;
          const { against, also } = consequenceWords(
            change,
            view,
            view.problem.shifts[shift] as (typeof view.problem.shifts)[number],
          );
          return (
            <p key={shift}>
              <span className="font-semibold">{view.shifts[shift]?.crew}</span>
              {against.length > 0 ? <strong> Does not hold: {against.join('; ')}.</strong> : null}{' '}
              {also.length > 0 ? `${also.join(', ')}.` : 'nothing else changes.'}
            </p>
          );
        })}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button
          id={putItHereId}
          look="act"
          disabled={!moving.target || moving.days.length === 0 || saving}
          onClick={() => onDrop(!fine)}
        >
          {fine ? 'Put it here' : 'Put it here all the same'}
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
        <span className="text-sm text-soft">
          Arrows left and right: earlier, later. Up and down: another crew. Page up and down: another day.{' '}
          {fine ? 'Enter puts it there' : 'Enter asks first'}, Escape leaves it.
        </span>
      </div>
    </div>
  );
}
