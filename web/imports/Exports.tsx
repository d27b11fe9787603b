import { Panel } from '../ui/frame/Screen.tsx';

const FILES = [
  ['units.csv', 'every unit'],
  ['calls.csv', 'every call with what was found and done'],
  ['sites.csv', 'every site with hours, how to get in and contacts'],
  ['sites.geojson', 'every site with its position and how to get in'],
] as const;

export function Exports() {
  return (
    <Panel title="Export">
      <ul className="space-y-2">
        {FILES.map(([file, what]) => (
          <li key={file}>
            <a href={`/api/exports/${file}`} className="font-semibold link">
              {file}
            </a>{' '}
            · {what}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-soft">
        Importing an export into an empty company and exporting it again gives the same bytes.
      </p>
    </Panel>
  );
}
