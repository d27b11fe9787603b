import { readingResults, type ReadingSet } from '#core/readings';
import { number } from '../ui/format.ts';

type Body = Record<string, unknown>;

/** An entry as one line of the sheet. */
export function entryText(kind: string, body: Body, refrigerant: string | undefined): string {
  const say = (name: string) => (body[name] === undefined || body[name] === null ? '' : String(body[name]));
  switch (kind) {
    case 'arrive':
      return 'Arrived';
    case 'reading set': {
      const set = body as unknown as ReadingSet;
      const taken = set.readings.map((r) => `${r.point} ${number(r.value)} ${r.unit}`).join(', ');
      const results = readingResults(set, refrigerant).results.map((r) => `${r.name} ${number(r.value)} ${r.unit} (${r.verdict})`);
      return [results.join(', '), taken].filter(Boolean).join('. ');
    }
    case 'finding':
      return `${say('component')} ${say('failure')}, ${say('grade')}${say('text') ? `. ${say('text')}` : ''}`;
    case 'work': {
      const tasks = (body.tasks as string[] | undefined) ?? [];
      return [
        say('text'),
        tasks.length > 0 ? `Done: ${tasks.join(', ')}` : '',
        say('leakRepair') ? `Leak repair ${say('leakRepair')}` : '',
        body.installed ? 'New component in its slot' : '',
      ]
        .filter(Boolean)
        .join('. ');
    }
    case 'refrigerant':
      return [
        say('refrigerant'),
        body.addedLb !== undefined ? `${number(body.addedLb as number, 2)} lb added` : '',
        body.notWeighed ? 'added, not weighed' : '',
        body.recoveredLb !== undefined ? `${number(body.recoveredLb as number, 2)} lb recovered` : '',
      ]
        .filter(Boolean)
        .join(', ');
    case 'condition left':
      return `Left: ${say('condition')}. ${say('text')}${say('told') ? ` Told: ${say('told')}` : ''}`;
    case 'condition closed':
      return `Closed again. ${say('text')}`;
    case 'leave':
      return body.outcome === 'completed' ? 'Left, work completed' : 'Left, a return is planned';
    default:
      return say('text');
  }
}
