import { useUnitSystem } from '../../state/preferences.ts';

/** US customary or metric, for this device. Numbers already typed keep the unit they were typed in. */
export function UnitSwitch({ roof = false }: { roof?: boolean }) {
  const [system, setSystem] = useUnitSystem();
  return (
    <div role="group" aria-label="Units" className="flex flex-wrap">
      {(['US', 'metric'] as const).map((name) => (
        <button
          key={name}
          type="button"
          aria-pressed={system === name}
          onClick={() => setSystem(name)}
          className={`${roof ? 'min-h-13 text-lg' : 'reach'} border-2 px-3 font-semibold ${system === name ? 'border-ink bg-ink text-paper' : 'border-rule bg-sheet'}`}
        >
          {name === 'US' ? 'US units' : 'metric'}
        </button>
      ))}
    </div>
  );
}
