import { plural } from '#core/base/sentences';
import { TableBox } from '../ui/frame/TableBox.tsx';
import type { Looked } from './import.worker.ts';

/** Every row that is not taken as things stand, with why; two lines that contradict, with both. */
export function NotTaken({ looked: { left, leftSample } }: { looked: Looked }) {
  if (left === 0) return null;
  return (
    <details className="mt-4">
      <summary className="cursor-pointer font-semibold text-copper">
        {plural(left, 'row')} not taken as it stands
      </summary>
      <TableBox label="Rows not taken" scrolls="max-h-96 overflow-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="border-b-2 border-ink text-sm">
              <th scope="col">Line</th>
              <th scope="col">Says</th>
              <th scope="col">Why it is not taken</th>
            </tr>
          </thead>
          <tbody>
            {leftSample.map(({ line, says, reason }) => (
              <tr key={line} className="border-b border-rule align-top">
                <td className="pr-3">{line}</td>
                <td className="max-w-72 truncate pr-3">{says}</td>
                <td>{reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {left > leftSample.length ? (
          <p className="text-soft">and {left - leftSample.length} more, in the file of rows not taken.</p>
        ) : null}
      </TableBox>
    </details>
  );
}
