import { useState } from 'react';
import type { FilterCount, WatchPage } from '#contracts/watch';
import { Button } from '../ui/frame/Button.tsx';
import { SearchField } from '../ui/forms/SearchField.tsx';
import type { WatchAsk } from '../api/watch.ts';

/**
 * What the watch list shows: search, the four groups, and choices that say how many units each would leave.
 */
export function Filters({
  ask,
  page,
  onChange,
}: {
  ask: WatchAsk;
  page: WatchPage | undefined;
  onChange: (patch: Partial<WatchAsk>) => void;
}) {
  const [more, setMore] = useState(false);
  const choice = (
    label: string,
    name: 'flag' | 'customer' | 'refrigerant' | 'age',
    choices: readonly FilterCount[] | undefined,
  ) => (
    <label className="text-sm font-semibold">
      <span className="mb-0.5 block">{label}</span>
      <select
        value={ask[name] ?? ''}
        onChange={(e) => onChange({ [name]: e.target.value || undefined })}
        className="reach max-w-44 rounded-[3px] border-2 border-rule bg-sheet px-2 text-base font-normal focus:border-copper"
      >
        <option value="">any</option>
        {choices?.map((c) => (
          <option key={c.value} value={c.value}>
            {c.label} ({c.count})
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="no-print mb-3 flex flex-wrap items-end gap-3">
      <label className="text-sm font-semibold">
        <span className="mb-0.5 block">Search</span>
        <SearchField
          label="Search the watch list"
          hint="unit, site, customer, model"
          value={ask.q}
          onChange={(q) => onChange({ q })}
          className="w-56 text-base font-normal"
        />
      </label>
      <div role="group" aria-label="Show only" className="flex flex-wrap gap-1">
        {page?.groups.map((group) => (
          <Button
            key={group.value}
            aria-pressed={ask.group === group.value}
            look={ask.group === group.value ? 'chosen' : 'plain'}
            onClick={() => onChange({ group: group.value as WatchAsk['group'] })}
          >
            {group.label} {group.count}
          </Button>
        ))}
      </div>
      <Button className="desk:hidden" aria-expanded={more} onClick={() => setMore(!more)}>
        {more ? 'Fewer filters' : 'More filters'}
      </Button>
      <div className={`flex-wrap items-end gap-3 desk:flex ${more ? 'flex' : 'hidden'}`}>
        {choice('Cause', 'flag', page?.flags)}
        {choice('Customer', 'customer', page?.customers)}
        {choice('Age', 'age', page?.ages)}
        {choice('Refrigerant', 'refrigerant', page?.refrigerants)}
      </div>
    </div>
  );
}
