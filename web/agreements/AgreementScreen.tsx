import { agreementOn, priceWords } from '#core/upkeep/agreements';
import { Link, useParams, useSearchParams } from 'react-router';
import type { AgreementView } from '#contracts/agreements';
import { useAgreementsOfCustomerQuery } from '../api/agreements.ts';
import { useWho } from '../state/session.ts';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { AgreementForm } from './AgreementForm.tsx';
import { Worth } from './Worth.tsx';
import { useProgramme } from './useProgramme.ts';

const NEW = 'new';

const period = ({ from, until }: Pick<AgreementView, 'from' | 'until'>): string =>
  until === null ? `since ${shortDay(from)}` : `${shortDay(from)} to ${shortDay(until)}`;

/** What a customer has agreed: the agreement that runs, those before and after it, and room for a new one. */
export default function AgreementScreen() {
  const { id = '' } = useParams();
  const { today, can } = useWho();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = useAgreementsOfCustomerQuery(id);
  const programme = useProgramme();
  const trouble = error ?? programme.error;
  if (trouble)
    return (
      <div className="p-4">
        <Trouble error={trouble} retry={refetch} />
      </div>
    );
  if (!data || !programme.data) return <Loading what="the agreement" />;
  const running = agreementOn(data.agreements, today);
  const asked = params.get('of');
  const chosen =
    asked === NEW
      ? undefined
      : (data.agreements.find((agreement) => agreement.id === asked) ?? running ?? data.agreements[0]);
  const { name } = data.customer;
  const sentence = running
    ? running.terms.maintained === false
      ? `${name}: calls only, ${period(running)}.`
      : `${name}: maintained ${period(running)}${running.terms.price ? `, ${priceWords(running.terms.price)}` : ''}.`
    : `${name} has no agreement today: nothing is due there.`;
  return (
    <Screen
      title={`Agreement with ${name}`}
      sentence={sentence}
      actions={
        <Link to={`/customers/${id}`} className="link">
          {name}
        </Link>
      }
    >
      {data.agreements.length > 0 ? (
        <nav aria-label="Agreements of this customer" className="no-print mb-3 flex flex-wrap gap-2">
          {[...data.agreements, ...(can('keep agreements') ? [undefined] : [])].map((agreement) => (
            <button
              key={agreement?.id ?? NEW}
              type="button"
              aria-current={agreement?.id === chosen?.id}
              className={`reach border-2 px-3 ${
                agreement?.id === chosen?.id ? 'border-ink bg-ink text-paper' : 'border-rule bg-sheet'
              }`}
              onClick={() => setParams({ of: agreement?.id ?? NEW })}
            >
              {agreement
                ? `${period(agreement)}${agreement === running ? ' (runs now)' : ''}`
                : 'New agreement'}
            </button>
          ))}
        </nav>
      ) : null}
      <AgreementForm
        key={`${chosen?.id ?? NEW} ${chosen?.version ?? 0}`}
        customerId={id}
        agreement={chosen}
        like={running ?? data.agreements[0]}
        sites={data.sites}
        programme={programme.data}
        onSaved={(saved) => setParams(saved ? { of: saved } : {})}
      />
      {running && chosen?.id === running.id && running.terms.maintained !== false ? (
        <Worth customerId={id} />
      ) : null}
    </Screen>
  );
}
