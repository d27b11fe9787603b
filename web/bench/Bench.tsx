import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { cardOf, CARDS, findCards, type Card } from '#core/measuring/cards';
import { useUnitQuery } from '../api/units.ts';
import { useKeptSheet } from '../outbox/kept.ts';
import { Empty, Screen } from '../ui/frame/Screen.tsx';
import { UnitSwitch } from '../ui/forms/UnitSwitch.tsx';
import { SearchField } from '../ui/forms/SearchField.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { BenchTabs } from './BenchTabs.tsx';
import { CardView } from './CardView.tsx';

/** The bench: the arithmetic of the trade, a card for each question. */
export default function Bench() {
  const { card: cardId } = useParams();
  const [params] = useSearchParams();
  const [typed, setTyped] = useState('');
  const [system] = useUnitSystem();
  const navigate = useNavigate();
  const unitId = params.get('unit') ?? undefined;
  const visitId = params.get('visit') ?? undefined;
  const page = useUnitQuery(unitId ?? '', { skip: !unitId }).data;
  const visit = useKeptSheet(visitId);
  // On a roof without a signal the sheet on this phone knows the plate as well.
  const unit = page ?? visit?.units.find((u) => u.id === unitId);
  const found = findCards(typed);
  const asked = cardOf(cardId ?? '');
  const card = asked ?? (CARDS[1] as Card);
  const query = params.size > 0 ? `?${params.toString()}` : '';
  const groups = [...new Set(found.map((c) => c.group))];
  return (
    <Screen
      title="Bench"
      sentence={
        unit
          ? `${card.title}, with what the plate of ${unit.tag} says.`
          : `${card.title}: what do the readings mean?`
      }
      actions={<UnitSwitch />}
    >
      <BenchTabs />
      {cardId !== undefined && asked === undefined ? (
        <p role="status" className="tied mb-3">
          No card is called “{cardId}”. This is {card.title}.
        </p>
      ) : null}
      {visit ? (
        <p className="mb-3">
          For the{' '}
          <Link to={`/visits/${visit.id}`} className="link">
            sheet of {visit.site}
          </Link>
          .
        </p>
      ) : null}
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[240px_minmax(0,1fr)]">
        <nav aria-label="Cards" className="no-print">
          <SearchField
            label="Find a card"
            hint="superheat, co, micron …"
            value={typed}
            onChange={setTyped}
            onEnter={() => {
              const [first] = found;
              if (first) void navigate(`/bench/${first.id}${query}`);
            }}
            className="w-full text-lg"
          />
          <select
            aria-label="Card"
            value={card.id}
            onChange={(e) => void navigate(`/bench/${e.target.value}${query}`)}
            className="mt-2 min-h-13 w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg lg:hidden"
          >
            {(found.length > 0 ? found : CARDS).map((c) => (
              <option key={c.id} value={c.id}>
                {c.title}
              </option>
            ))}
          </select>
          <div className="hidden lg:block">
            {found.length === 0 ? <Empty>No card is called that.</Empty> : null}
            {groups.map((group) => (
              <div key={group}>
                <h2 className="mt-3 text-sm text-soft">{group}</h2>
                <ul>
                  {found
                    .filter((c) => c.group === group)
                    .map((c) => (
                      <li key={c.id}>
                        <Link
                          to={`/bench/${c.id}${query}`}
                          aria-current={c.id === card.id ? 'page' : undefined}
                          className={`block border-2 px-2 py-1 ${c.id === card.id ? 'border-ink bg-sheet font-semibold' : 'border-transparent hover:border-rule'}`}
                        >
                          {c.title}
                        </Link>
                      </li>
                    ))}
                </ul>
              </div>
            ))}
          </div>
        </nav>
        <CardView
          key={`${card.id} ${unitId ?? ''}`}
          card={card}
          system={system}
          unit={unit}
          visit={visit}
          unitId={unitId}
        />
      </div>
    </Screen>
  );
}
