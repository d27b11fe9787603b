import { dollars } from '#core/base/money';
import { durationText } from '#core/base/time';
import type { AgreedAtSite } from '#contracts/agreements';
import { shortDay } from '../words/format.ts';

/** What is agreed for a site, in the words of whoever answers the telephone or stands on the roof. */
export function Agreed({ agreed }: { agreed: AgreedAtSite }) {
  const { approval, minutesAllowed, state, maintained, until } = agreed;
  return (
    <p>
      {state === 'none' || state === 'ended' ? (
        <strong>No agreement: ask who pays before anything is done. </strong>
      ) : maintained ? null : (
        <strong>Calls only, nothing is maintained. </strong>
      )}
      {state === 'running' && until ? `The agreement ends ${shortDay(until)}. ` : ''}
      {approval ? (
        <>
          May approve: <strong>{approval.name}</strong>
          {approval.phone ? (
            <>
              ,{' '}
              <a href={`tel:${approval.phone}`} className="text-copper underline">
                {approval.phone}
              </a>
            </>
          ) : null}
          {approval.upToCents === null ? ', no limit is known' : `, up to ${dollars(approval.upToCents)}`}
          .{' '}
        </>
      ) : (
        'Nobody is known who may approve work. '
      )}
      {minutesAllowed === undefined ? '' : `A visit may take ${durationText(minutesAllowed)}.`}
    </p>
  );
}
