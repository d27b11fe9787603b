import { useState } from 'react';
import { awayWords, noWorkWords } from '#core/planning/crews';
import type { CrewView } from '#contracts/crews';
import { useCrewsQuery } from '../api/crews.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { CrewForm } from './CrewForm.tsx';
import { weekText } from './week.ts';

const todayWords = ({ day }: CrewView): string =>
  day.works ? ['at work', ...day.away.map(awayWords)].join('; ') : `not at work: ${noWorkWords(day.why)}`;

/** Crews with their week, their start and who is in them today. */
export function CrewList() {
  const { can } = useWho();
  const crews = useCrewsQuery();
  const [form, setForm] = useState<CrewView | 'new'>();
  if (crews.error) return <Trouble error={crews.error} retry={crews.refetch} />;
  if (!crews.data) return <Loading what="the crews" />;
  const mayEdit = can('manage people');
  return (
    <Panel
      title={`Crews: ${crews.data.filter((crew) => !crew.retired).length}`}
      actions={mayEdit ? <Button onClick={() => setForm('new')}>New crew</Button> : null}
    >
      {crews.data.length === 0 ? <Empty ghost="day">No crew yet. A route needs one.</Empty> : null}
      <ul className="divide-y divide-rule">
        {crews.data.map((crew) => (
          <li key={crew.id} className={`flex gap-2 py-1.5 ${crew.retired ? 'text-soft' : ''}`}>
            <div className="min-w-0 grow">
              <strong>{crew.name}</strong>{' '}
              {crew.retired
                ? '(closed)'
                : crew.members.map((m) => m.displayName).join(', ') || 'nobody in it'}
              <span className="block text-sm text-soft">
                {weekText(crew.week)}; starts at {crew.start ? crew.start.name : 'a place nobody has said'}
              </span>
              {crew.retired ? null : (
                <span className={`block text-sm ${crew.day.works ? 'text-soft' : 'font-semibold'}`}>
                  Today {todayWords(crew)}.
                </span>
              )}
            </div>
            {mayEdit ? (
              <Button look="quiet" onClick={() => setForm(crew)} aria-label={`Edit ${crew.name}`}>
                Edit
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {form ? <CrewForm crew={form === 'new' ? undefined : form} onClose={() => setForm(undefined)} /> : null}
    </Panel>
  );
}
