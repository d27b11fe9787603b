import { columnsOf, neededOf, type Mapping, type Recipe } from '#core/imports';
import { wordOf } from './columnWords.ts';
import type { Opened } from './import.worker.ts';

const ALL = '*';

/** Which heading of the file is which column of ours; what is matched can be corrected by hand. */
export function MapColumns({
  opened,
  recipe,
  onChange,
}: {
  opened: Opened;
  recipe: Recipe;
  onChange: (columns: Mapping) => void;
}) {
  const columns = columnsOf(recipe.kind);
  const needed = neededOf(recipe.kind);
  const names = [...needed, ...Object.keys(columns).filter((name) => !needed.includes(name))];
  const used = new Set(
    Object.values(recipe.columns).flatMap((source) => ('from' in source ? [source.from] : [])),
  );
  const unused = opened.headings.filter((heading) => !used.has(heading));
  const set = (name: string, value: string) => {
    const { [name]: _old, ...rest } = recipe.columns;
    onChange(value === '' ? rest : { ...rest, [name]: value === ALL ? { all: '' } : { from: value } });
  };
  const sample = (heading: string) => opened.samples[opened.headings.indexOf(heading)]?.join(' · ') ?? '';
  return (
    <>
      <div className="grid grid-cols-1 gap-x-6 desk:grid-cols-2">
        {names.map((name) => {
          const source = recipe.columns[name];
          const value = !source ? '' : 'all' in source ? ALL : source.from;
          const lacks = needed.includes(name) && !source;
          return (
            <div
              key={name}
              className="grid grid-cols-[120px_1fr] items-center gap-2 border-b border-rule py-1"
            >
              <label htmlFor={`map-${name}`} className={lacks ? 'font-semibold' : 'font-semibold'}>
                {wordOf(name)}
                {needed.includes(name) ? <span className="block text-sm font-normal">needed</span> : null}
              </label>
              <div className="min-w-0">
                <select
                  id={`map-${name}`}
                  value={value}
                  onChange={(event) => set(name, event.target.value)}
                  className={`reach w-full rounded-[3px] border-2 bg-sheet px-2 ${lacks ? 'border-ink' : 'border-rule'}`}
                >
                  <option value="">not in this file</option>
                  {opened.headings.map((heading) => (
                    <option key={heading} value={heading}>
                      {heading}
                    </option>
                  ))}
                  <option value={ALL}>the same for all rows …</option>
                </select>
                {source && 'all' in source ? (
                  <input
                    aria-label={`${wordOf(name)}, for all rows`}
                    value={source.all}
                    onChange={(event) => onChange({ ...recipe.columns, [name]: { all: event.target.value } })}
                    className="mt-1 reach w-full rounded-[3px] border-2 border-rule bg-sheet px-2"
                  />
                ) : null}
                {source && 'from' in source ? (
                  <span className="block truncate text-sm text-soft">{sample(source.from) || 'empty'}</span>
                ) : null}
              </div>
            </div>
          );
        })}
      </div>
      {unused.length > 0 ? (
        <p className="mt-2 text-sm text-soft">
          Not taken from this file: <span className="text-ink">{unused.join(', ')}</span>
        </p>
      ) : null}
    </>
  );
}
