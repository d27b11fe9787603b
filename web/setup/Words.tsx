import type { OneTimeWord } from '#contracts/people';
import { instant } from '../ui/words/format.ts';

/** Words to hand out, shown once: read aloud, or printed and cut apart. */
export function Words({ words, zone }: { words: readonly OneTimeWord[]; zone: string }) {
  return (
    <table className="w-full text-left">
      <thead>
        <tr className="border-b-2 border-ink">
          <th scope="col">Who</th>
          <th scope="col">Signs in as</th>
          <th scope="col">With this word</th>
          <th scope="col">Good until</th>
        </tr>
      </thead>
      <tbody>
        {words.map((word) => (
          <tr key={word.login} className="border-b border-rule">
            <th scope="row" className="py-1 font-semibold">
              {word.displayName}
            </th>
            <td>{word.login}</td>
            <td>
              <code className="text-lg">{word.word}</code>
            </td>
            <td>{instant(word.until, zone)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
