import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { wordsOf } from '#core/said';
import { plural } from '#core/base/sentences';
import type { MissedSeason } from '#contracts/routes';
import {
  useDecideSeasonMutation,
  useMissedSeasonsQuery,
  useTakeBackSeasonMutation,
} from '../api/agreements.ts';
import { useWho } from '../state/session.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** Seasons that went by undone: each is let go or done all the same, and stays in sight until then. */
export function MissedSeasons() {
  const { can } = useWho();
  const { data = [] } = useMissedSeasonsQuery();
  const [decide] = useDecideSeasonMutation();
  const [takeBack] = useTakeBackSeasonMutation();
  if (data.length === 0) return null;
  const settle = async (
    { unitId, tag, key, title, windowTo }: MissedSeason,
    what: 'let go' | 'do it all the same',
  ) => {
    const id = uuid();
    try {
      await decide({ id, unitId, task: key, windowTo, what }).unwrap();
      say(`${tag}, ${title.toLowerCase()}: ${what === 'let go' ? 'let go' : 'is due again'}`, {
        undo: () => takeBack({ id, unitId }),
      });
    } catch (error) {
      sayRefused(error);
    }
  };
  return (
    <Panel title={`${plural(data.length, 'season')} missed: let ${data.length === 1 ? 'it' : 'them'} go?`}>
      <Stories units={data.map((missed) => missed.unitId)}>
        <ul
          className="max-h-72 divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label="Missed seasons"
        >
          {data.map((missed) => (
            <li key={`${missed.unitId} ${missed.key}`} className="py-1.5">
              <p className="unit-row-brief">
                <UnitPlate unitId={missed.unitId} tag={missed.tag} />
                <UnitStory unitId={missed.unitId} />
              </p>
              <p>
                <Link to={`/sites/${missed.siteId}`} className="font-semibold hover:underline">
                  {missed.site}
                </Link>{' '}
                {wordsOf(missed.reason).text}
              </p>
              {can('plan route') ? (
                <p className="flex flex-wrap gap-2">
                  <Button
                    look="quiet"
                    aria-label={`Let ${missed.title.toLowerCase()} of ${missed.tag} at ${missed.site} go`}
                    onClick={() => void settle(missed, 'let go')}
                  >
                    Let it go
                  </Button>
                  <Button
                    look="quiet"
                    aria-label={`Do ${missed.title.toLowerCase()} of ${missed.tag} at ${missed.site} all the same`}
                    onClick={() => void settle(missed, 'do it all the same')}
                  >
                    Do it all the same
                  </Button>
                </p>
              ) : null}
            </li>
          ))}
        </ul>
      </Stories>
    </Panel>
  );
}
