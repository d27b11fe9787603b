import { PART_IDS, type PartId } from '#core/machine';
import { useMapWordMutation, useWordsQuery } from '../api/words.ts';
import { useWho } from '../state/session.ts';
import { Empty, Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** What technicians' words for components mean. */
export function Words() {
  const { can } = useWho();
  const { data, error, refetch } = useWordsQuery();
  const [map] = useMapWordMutation();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the words" />;
  const choose = async (word: string, part: string) => {
    try {
      await map({ word, part: part as PartId }).unwrap();
      say(`“${word}” means ${part}; units that used it were judged anew`);
    } catch (refused) {
      sayRefused(refused);
    }
  };
  const select = (word: string, value: string) => (
    <select
      aria-label={`What “${word}” means`}
      disabled={!can('map word')}
      value={value}
      onChange={(e) => (e.target.value ? void choose(word, e.target.value) : undefined)}
      className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
    >
      {value === '' ? <option value="">not mapped</option> : null}
      {PART_IDS.map((c) => (
        <option key={c}>{c}</option>
      ))}
    </select>
  );
  return (
    <Panel title="Component words">
      <p className="mb-2 text-soft">
        What technicians wrote is kept as written. A word nobody has mapped joins no repeat.
      </p>
      {data.unmapped.length === 0 ? <Empty>Every word in use is understood.</Empty> : null}
      <ul className="space-y-1">
        {data.unmapped.map((w) => (
          <li key={w.word} className="flex items-center gap-3">
            <strong className="grow">
              “{w.word}” <span className="font-normal text-soft">{w.uses} times</span>
            </strong>
            {select(w.word, '')}
          </li>
        ))}
      </ul>
      {data.mapped.length > 0 ? <h3 className="mt-4 text-sm">The company’s own mappings</h3> : null}
      <ul className="space-y-1">
        {data.mapped.map((w) => (
          <li key={w.word} className="flex items-center gap-3">
            <span className="grow">
              “{w.word}” <span className="text-soft">by {w.by ?? 'the system'}</span>
            </span>
            {select(w.word, w.part)}
          </li>
        ))}
      </ul>
    </Panel>
  );
}
