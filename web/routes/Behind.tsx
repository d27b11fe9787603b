import { listed } from '#core/base/sentences';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay } from '#contracts/board';
import { Button } from '../ui/frame/Button.tsx';
import { runningLate, type RunsLate } from './behind.ts';

const words = ({ crew, minutes, broken, past }: RunsLate): string =>
  [
    `${crew} runs ${durationText(minutes)} late`,
    broken.length > 0
      ? `what was promised ${listed(broken.map(({ site, by }) => `${site} by ${clockText(by)}`))} is not kept`
      : '',
    past > 0 ? `it ends ${durationText(past)} past its shift` : '',
  ]
    .filter(Boolean)
    .join('; ') + '.';

/**
 * Who runs late today and what breaks by it, with the rest of the day planned anew on the roads as they are.
 */
export function Behind({
  days,
  zone,
  now,
  onRepair,
  onClosed,
}: {
  days: readonly BoardDay[];
  zone: string;
  now: number;
  onRepair: () => void;
  onClosed: () => void;
}) {
  const late = runningLate(days, zone, now);
  return (
    <div className="no-print mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
      {late.length > 0 ? (
        <div role="status" className="grow">
          {late.map((one) => (
            <p key={one.crew} className={one.broken.length > 0 ? 'font-semibold' : ''}>
              {words(one)}
            </p>
          ))}
        </div>
      ) : (
        <span className="grow text-soft">Nobody runs late.</span>
      )}
      <Button look={late.length > 0 ? 'act' : 'quiet'} onClick={onRepair}>
        Plan the rest anew
      </Button>
      <Button look="quiet" onClick={onClosed}>
        A road is closed or slow
      </Button>
    </div>
  );
}
