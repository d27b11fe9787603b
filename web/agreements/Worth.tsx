import { dollars, toNearest } from '#core/base/money';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';
import type { AgreementWorth } from '#contracts/agreements';
import { useAgreementWorthQuery } from '../api/agreements.ts';
import { number } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';

/** What an agreement costs against what it may yield, said so that nobody takes a hint for proof. */
export function Worth({ customerId }: { customerId: string }) {
  const { data, error, refetch } = useAgreementWorthQuery(customerId);
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="what it yields" />;
  return (
    <Panel title="What it costs and what it may yield" className="mt-4">
      <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-3">
        <Fact name="The customer pays">
          {data.paysCents === null ? 'no price on record' : `${dollars(data.paysCents)} a year`}
        </Fact>
        <Fact name="Our work">
          {durationText(data.plannedMinutes)} a year as agreed
          <span className="block text-sm text-soft">
            {durationText(data.workedMinutes)} on the sheets of the last year
          </span>
        </Fact>
        <Fact name="Calls, last two years">
          {perUnit(data.own)} a unit and year
          <span className="block text-sm text-soft">
            {plural(data.own.calls, 'call')}, {plural(data.units, 'unit')}
          </span>
        </Fact>
      </dl>
      <p className="mt-2">{yieldWords(data)}</p>
      <p className="mt-1 text-sm text-soft">
        Compared with units nobody maintains by agreement. They may be older, of another make or used
        otherwise; nobody can say of one call that maintenance would have spared it.
      </p>
    </Panel>
  );
}

const perUnit = ({ calls, unitYears }: AgreementWorth['own']): string =>
  unitYears > 0 ? number(calls / unitYears, 2) : 'not known';

/** What the comparison says, with the range that chance leaves. */
function yieldWords({ avoided, callCents, others }: AgreementWorth): string {
  if (!avoided)
    return `Too little is on record to compare: ${plural(others.calls, 'call')} in ${number(others.unitYears, 0)} years of units without an agreement.`;
  const rates = `${number(avoided.own, 2)} calls a unit and year here, ${number(avoided.others, 2)} where nobody maintains`;
  const range = `between ${number(Math.round(avoided.low), 0)} and ${number(Math.round(avoided.high), 0)}`;
  const money =
    callCents === null || avoided.aYear <= 0
      ? ''
      : ` At ${dollars(callCents)} a call, the middle of those on record, that is about ${dollars(toNearest(avoided.aYear * callCents, 10_000))} a year.`;
  if (avoided.mayBeChance) return `${rates}: the difference may be chance (${range} calls a year).`;
  return avoided.aYear > 0
    ? `${rates}: about ${number(Math.round(avoided.aYear), 0)} fewer calls a year, nine times in ten ${range}.${money}`
    : `${rates}: more calls than where nobody maintains. Look at what is done there and at the machines.`;
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-sm text-soft">{name}</dt>
      <dd className="font-semibold">{children}</dd>
    </div>
  );
}
