import { dollars } from '#core/base/money';
import { priceWords, type Approval, type Terms } from '#core/upkeep/agreements';
import { cadenceWords, TRADE_TASKS } from '#core/upkeep/maintenance';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';

/** @example "Mrs Farrant, 555-0110, up to $800" */
const approvalWords = ({ name, phone, upToCents }: Approval): string =>
  [name, phone, upToCents === null ? undefined : `up to ${dollars(upToCents)}`].filter(Boolean).join(', ');

/** What terms say, in a line; empty where they say nothing. */
export function termsWords(terms: Terms): string {
  const tasks = Object.entries(terms.tasks ?? {}).map(([key, said]) => {
    const title = TRADE_TASKS.find((task) => task.key === key)?.title ?? key;
    const parts = [
      said.whose && said.whose !== 'ours' ? `${said.whose} job` : said.whose,
      said.cadence && cadenceWords(said.cadence),
      said.minutes === undefined ? undefined : plural(said.minutes, 'minute'),
    ];
    return `${title.toLowerCase()} ${parts.filter(Boolean).join(', ')}`;
  });
  const hours = Object.entries(terms.responseHours ?? {}).map(
    ([priority, h]) => `${priority} within ${plural(h, 'hour')}`,
  );
  return [
    terms.maintained === false ? 'calls only' : terms.maintained ? 'maintained' : undefined,
    ...tasks,
    terms.minutesAllowed === undefined ? undefined : `${durationText(terms.minutesAllowed)} a visit allowed`,
    terms.approval && `approved by ${approvalWords(terms.approval)}`,
    ...hours,
    terms.price && priceWords(terms.price),
  ]
    .filter(Boolean)
    .join('; ');
}
