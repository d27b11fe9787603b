import { Link } from 'react-router';
import { cadenceWords, type AgreedFor } from '#core/upkeep/maintenance';
import type { UnitPage } from '#contracts/units';
import { YearBand } from '../drawings/YearBand.tsx';
import { useWho } from '../state/session.ts';
import { shortDay } from '../ui/words/format.ts';
import { Empty, Panel } from '../ui/frame/Screen.tsx';

/** Where it is not as the company usually does it. */
const AGREED: Readonly<Record<Exclude<AgreedFor, 'kind'>, string>> = {
  customer: 'agreed',
  site: 'agreed here',
  unit: 'agreed for this unit',
};

/** What is agreed to be done on a unit, whose job it is, how often, and when it was last done. */
export function TasksPanel({ unit }: { unit: UnitPage }) {
  const { can, today } = useWho();
  return (
    <Panel
      title="Maintenance"
      actions={
        can('read agreements') ? (
          <Link to={`/customers/${unit.customerId}/agreement`} className="link">
            Agreement
          </Link>
        ) : null
      }
    >
      {unit.tasks.length === 0 ? (
        <Empty>
          {unit.agreed.state === 'none' || unit.agreed.state === 'ended'
            ? 'The customer has no agreement: nothing is due on this unit.'
            : 'Calls only: nothing is maintained here.'}
        </Empty>
      ) : (
        <table className="w-full text-left">
          <thead>
            <tr className="border-b-2 border-ink text-sm">
              <th scope="col">Task</th>
              <th scope="col">In the year</th>
              <th scope="col">Last done</th>
            </tr>
          </thead>
          <tbody>
            {unit.tasks.map((task) => (
              <tr key={task.key} className="border-b border-rule align-top last:border-0">
                <th scope="row" className="py-1 pr-3 font-semibold">
                  {task.title}
                </th>
                <td className="py-1 pr-3">
                  {task.whose === 'ours' ? (
                    <span className="flex flex-wrap items-center gap-x-2">
                      {task.cadence.by === 'once' ? (
                        cadenceWords(task.cadence)
                      ) : (
                        <YearBand cadence={task.cadence} today={today} />
                      )}
                      {task.agreed === 'kind' ? null : (
                        <span className="text-sm text-soft">
                          {task.cadence.by === 'once' ? '' : cadenceWords(task.cadence)} (
                          {AGREED[task.agreed]})
                        </span>
                      )}
                    </span>
                  ) : task.whose === 'nobody’s' ? (
                    'not done'
                  ) : (
                    'the customer does it'
                  )}
                </td>
                <td className="py-1 whitespace-nowrap">
                  {task.lastDone ? shortDay(task.lastDone) : 'no record'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Panel>
  );
}
