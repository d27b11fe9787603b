import { cardOf } from '#core/cards';
import type { Answer, MeasuringLimits } from '#core/measurement';
import { readingAnswers, type CircuitFacts, type ReadingSet } from '#core/readings';
import { number } from '../ui/format.ts';
import { plainUnit, shownValue, type UnitSystem } from '../ui/units.ts';

type Body = Record<string, unknown>;

/** What a line always says of a set of readings; the rest only when it is not as it should be. */
const FIRST: ReadonlySet<string> = new Set([
  'superheat',
  'subcooling',
  'split',
  'voltage unbalance',
  'current unbalance',
]);

/** An answer in a few words. */
function said(a: Answer, system: UnitSystem): string {
  const shown = shownValue(a.quantity, a.unit, a.value, system);
  return (
    `${a.name} ${number(shown.value, a.decimals)} ${plainUnit(shown.unit)}`.trim() +
    (a.verdict === 'says nothing' ? '' : ` (${a.verdict})`)
  );
}

/** An entry as one line of the sheet. */
export function entryText(
  kind: string,
  body: Body,
  circuit: CircuitFacts,
  limits?: MeasuringLimits,
  system: UnitSystem = 'US',
): string {
  const say = (name: string) => (body[name] === undefined || body[name] === null ? '' : String(body[name]));
  switch (kind) {
    case 'arrive':
      return 'Arrived';
    case 'reading set': {
      const set = body as unknown as ReadingSet;
      const taken = set.readings.map((r) => `${r.point} ${number(r.value)} ${r.unit}`).join(', ');
      const answers = readingAnswers(set, circuit, limits).answers.filter(
        (a) => FIRST.has(a.name) || (a.verdict !== 'within' && a.verdict !== 'says nothing'),
      );
      return [answers.map((a) => said(a, system)).join(', '), taken].filter(Boolean).join('. ');
    }
    case 'measurement':
      return measured(body, system);
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
      return [
        `Left: ${say('condition')}.`,
        body.changedFrom || body.changedTo
          ? `${say('changedFrom') || 'not said'} → ${say('changedTo') || 'not said'}.`
          : '',
        say('text'),
        say('told') ? `Told: ${say('told')}` : '',
      ]
        .filter(Boolean)
        .join(' ');
    case 'condition closed':
      return `Closed again. ${say('text')}`;
    case 'leave':
      return body.outcome === 'completed' ? 'Left, work completed' : 'Left, a return is planned';
    default:
      return say('text');
  }
}

/** A card of the bench in a line: what it said; where the server has not answered yet, what was measured. */
function measured(body: Body, system: UnitSystem): string {
  const card = cardOf(String(body.card));
  const answers = (body.answers as Answer[] | undefined) ?? [];
  if (answers.length > 0)
    return `${card?.title ?? body.card}: ${answers.map((a) => said(a, system)).join(', ')}`;
  const inputs = Object.entries(body.inputs as Record<string, { value: unknown; unit?: string }>);
  return `${card?.title ?? body.card}: ${inputs.map(([name, given]) => `${card?.inputs.find((i) => i.name === name)?.label ?? name} ${String(given.value)} ${given.unit ?? ''}`).join(', ')}`;
}
