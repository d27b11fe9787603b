import { durationText } from '#core/base/time';
import type { ClosureView } from '#contracts/closures';
import { instant } from '../ui/words/format.ts';

/** @example isClosed({ name: 'Market Bridge', minutes: null }) // "Market Bridge is closed" */
export const isClosed = ({ name, minutes }: Pick<ClosureView, 'name' | 'minutes'>): string =>
  `${name} is ${minutes === null ? 'closed' : `${durationText(minutes)} slower`}`;

/** What is closed or slow, and from when until when as far as that lies ahead. */
export const closureWords = (closure: ClosureView, at: Date, zone: string): string =>
  isClosed(closure) +
  (Date.parse(closure.from) > at.getTime() ? ` from ${instant(closure.from, zone)}` : '') +
  (closure.until === null ? ', nobody knows until when' : ` until ${instant(closure.until, zone)}`);
