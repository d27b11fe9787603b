import type { ReactNode } from 'react';
import { BOTH_WAYS, groupKey, NO_SUCH_UNIT, tagKey, type Group, type Recipe } from '#core/imports';
import { plural } from '#core/base/sentences';
import {
  CALL_KINDS,
  CONTACT_ROLES,
  SYSTEMS,
  TOLD_BY,
  UNIT_KINDS,
  UNIT_STATUSES,
} from '#core/base/vocabulary';
import { Button } from '../ui/frame/Button.tsx';
import { wordOf } from './columnWords.ts';
import type { Looked } from './import.worker.ts';

type Change = (patch: Partial<Recipe>) => void;

const CHOICES: Readonly<Record<string, readonly string[]>> = {
  kind: UNIT_KINDS,
  status: UNIT_STATUSES,
  system: SYSTEMS,
  role: CONTACT_ROLES,
  told_by: TOLD_BY,
};
const choicesOf = (column: string, recipe: Recipe): readonly string[] =>
  column === 'kind' && recipe.kind === 'calls' ? CALL_KINDS : (CHOICES[column] ?? []);

/** How many things nobody has answered yet. */
export const openQuestions = (looked: Looked, recipe: Recipe): number =>
  (looked.order && recipe.dateOrder === null ? 1 : 0) +
  looked.words.filter((word) => word.means === undefined).length;

function Question({ title, children }: { title: ReactNode; children: ReactNode }) {
  return (
    <section className="border-t-2 border-ink pt-2">
      <h3 className="mb-1 font-semibold">{title}</h3>
      {children}
    </section>
  );
}

/** What the file leaves open: asked once for all rows it is about. */
export function Questions({
  looked,
  people,
  recipe,
  change,
}: {
  looked: Looked;
  /** The company's own. */
  people: readonly string[];
  recipe: Recipe;
  change: Change;
}) {
  return (
    <div className="space-y-4">
      <DateOrder looked={looked} recipe={recipe} change={change} />
      <WordList looked={looked} recipe={recipe} change={change} />
      <People looked={looked} known={people} recipe={recipe} change={change} />
      <Doubles looked={looked} recipe={recipe} change={change} />
      <Groups looked={looked} recipe={recipe} change={change} />
      {looked.notes.length > 0 ? (
        <Question title="Taken like this">
          <ul className="text-sm">
            {looked.notes.map((note) => (
              <li key={`${note.column} ${note.note}`}>
                {wordOf(note.column)}: {plural(note.count, 'cell')}, such as “{note.sample}”, {note.note}.
              </li>
            ))}
          </ul>
        </Question>
      ) : null}
    </div>
  );
}

function DateOrder({ looked, recipe, change }: { looked: Looked; recipe: Recipe; change: Change }) {
  const { order } = looked;
  if (!order) return null;
  return (
    <Question
      title={`How does this file write dates? ${order.samples.slice(0, 3).join(', ')} can be read both ways.`}
    >
      <div className="flex flex-wrap items-center gap-4">
        {(['month first', 'day first'] as const).map((one) => (
          <label key={one} className="flex reach items-center gap-2">
            <input
              type="radio"
              name="date-order"
              checked={recipe.dateOrder === one}
              onChange={() => change({ dateOrder: one })}
            />
            {one}
            {order.suggests === one ? <span className="text-soft">(as the other dates are)</span> : null}
          </label>
        ))}
      </div>
    </Question>
  );
}

function WordList({ looked, recipe, change }: { looked: Looked; recipe: Recipe; change: Change }) {
  // Words nobody doubts are not asked about, those somebody has answered stay in sight.
  const asked = looked.words.filter(
    ({ column, word, means }) => means === undefined || Object.hasOwn(recipe.words[column] ?? {}, word),
  );
  if (asked.length === 0) return null;
  const say = (column: string, word: string, means: string) =>
    change({ words: { ...recipe.words, [column]: { ...recipe.words[column], [word]: means } } });
  const unsaid = asked.filter(({ means, usually }) => means === undefined && usually);
  return (
    <Question title="What do these words stand for?">
      {unsaid.length > 1 ? (
        <Button
          className="mb-2"
          onClick={() => {
            const words: Record<string, Record<string, string>> = {};
            for (const [column, said] of Object.entries(recipe.words)) words[column] = { ...said };
            for (const { column, word, usually } of unsaid) (words[column] ??= {})[word] = usually as string;
            change({ words });
          }}
        >
          Take what they usually stand for
        </Button>
      ) : null}
      <ul className="grid gap-x-6 desk:grid-cols-2">
        {asked.map(({ column, word, uses, means, usually }) => (
          <li key={`${column} ${word}`} className="flex items-center gap-2 border-b border-rule py-1">
            <span className="min-w-0 grow">
              <strong>{word === '' ? '(empty)' : word}</strong>{' '}
              <span className="text-sm text-soft">
                {wordOf(column)}, {plural(uses, 'row')}
              </span>
            </span>
            <select
              aria-label={`${word === '' ? 'an empty cell' : word} stands for`}
              // What was just said counts at once, not when the file has been looked at anew.
              value={recipe.words[column]?.[word] ?? means ?? 'open'}
              onChange={(event) => say(column, word, event.target.value)}
              className={`reach rounded-[3px] border-2 bg-sheet px-2 ${means === undefined ? 'border-ink' : 'border-rule'}`}
            >
              <option value="open" disabled>
                {usually ? `usually ${usually}` : 'choose'}
              </option>
              {choicesOf(column, recipe).map((choice) => (
                <option key={choice} value={choice}>
                  {choice}
                </option>
              ))}
              {column === 'kind' && recipe.kind === 'units' ? null : <option value="">leave it empty</option>}
            </select>
          </li>
        ))}
      </ul>
    </Question>
  );
}

interface Offer {
  readonly column: 'customer' | 'site' | 'unit' | 'manufacturer';
  readonly key: string;
  readonly name: string;
  readonly same: string;
  readonly where: string;
  readonly uses: number;
}

function Doubles({ looked, recipe, change }: { looked: Looked; recipe: Recipe; change: Change }) {
  const { customer, site, unit, manufacturer, serial } = looked.doubles;
  const offers: Offer[] = [
    ...customer.map((d) => ({ ...d, column: 'customer' as const, key: d.name, where: 'customer' })),
    ...site.map((d) => ({
      ...d,
      column: 'site' as const,
      key: tagKey(d.customer, d.name),
      where: `site of ${d.customer}`,
    })),
    ...unit.map((d) => ({
      ...d,
      column: 'unit' as const,
      key: tagKey(d.site, d.name),
      where: `at ${d.site}`,
    })),
    ...manufacturer.map((d) => ({ ...d, column: 'manufacturer' as const, key: d.name, where: 'maker' })),
  ];
  const answer = (answers: readonly { offer: Offer; one: boolean }[]) => {
    const joins: Record<string, Record<string, string>> = {};
    for (const [column, own] of Object.entries(recipe.joins)) joins[column] = { ...own };
    for (const { offer, one } of answers)
      (joins[offer.column] ??= {})[offer.key] = one ? offer.same : offer.name;
    change({ joins });
  };
  if (offers.length === 0 && serial.length === 0) return null;
  return (
    <Question title="Are these the same?">
      {offers.length > 1 ? (
        <div className="mb-2 flex gap-2">
          <Button onClick={() => answer(offers.map((offer) => ({ offer, one: true })))}>
            All are the same
          </Button>
          <Button onClick={() => answer(offers.map((offer) => ({ offer, one: false })))}>
            All are different
          </Button>
        </div>
      ) : null}
      <ul>
        {offers.slice(0, 50).map((offer) => (
          <li
            key={`${offer.column} ${offer.key}`}
            className="flex flex-wrap items-center gap-2 border-b border-rule py-1"
          >
            <span className="grow">
              <strong>{offer.name}</strong> and <strong>{offer.same}</strong>{' '}
              <span className="text-sm text-soft">
                {offer.where}, {plural(offer.uses, 'row')}
              </span>
            </span>
            <Button
              aria-label={`${offer.name} is ${offer.same}`}
              onClick={() => answer([{ offer, one: true }])}
            >
              The same
            </Button>
            <Button
              look="quiet"
              aria-label={`${offer.name} is not ${offer.same}`}
              onClick={() => answer([{ offer, one: false }])}
            >
              Different
            </Button>
          </li>
        ))}
      </ul>
      {offers.length > 50 ? <p className="text-soft">and {offers.length - 50} more.</p> : null}
      {serial.length > 0 ? (
        <p className="mt-2 text-sm">
          {plural(serial.length, 'serial number')} {serial.length === 1 ? 'stands' : 'stand'} on several
          units, such as <strong>{serial[0]?.serial}</strong> on lines{' '}
          {serial[0]?.lines.slice(0, 4).join(', ')}. They are taken as they are.
        </p>
      ) : null}
    </Question>
  );
}

/** Whose name is whose, once for all calls somebody went to. */
function People({
  looked: { people: named },
  known,
  recipe,
  change,
}: {
  looked: Looked;
  known: readonly string[];
  recipe: Recipe;
  change: Change;
}) {
  if (named.length === 0 || known.length === 0) return null;
  const say = (answers: readonly (readonly [string, string])[]) =>
    change({
      joins: { ...recipe.joins, technician: { ...recipe.joins.technician, ...Object.fromEntries(answers) } },
    });
  const likely = named.flatMap(({ name, is, likely: who }) =>
    is === undefined && who !== undefined ? [[name, who] as const] : [],
  );
  return (
    <Question title="Who are these people?">
      {likely.length > 1 ? (
        <Button className="mb-2" onClick={() => say(likely)}>
          Take who they probably are
        </Button>
      ) : null}
      <ul className="grid gap-x-6 desk:grid-cols-2">
        {named.map(({ name, uses, is, likely: who }) => (
          <li key={name} className="flex items-center gap-2 border-b border-rule py-1">
            <span className="min-w-0 grow">
              <strong>{name}</strong> <span className="text-sm text-soft">{plural(uses, 'row')}</span>
            </span>
            <select
              aria-label={`${name} is`}
              value={recipe.joins.technician?.[name] ?? is ?? ''}
              onChange={(event) => say([[name, event.target.value]])}
              className="reach rounded-[3px] border-2 border-rule bg-sheet px-2"
            >
              <option value="" disabled>
                {who ? `probably ${who}` : 'kept as written'}
              </option>
              <option value={name}>nobody of ours: kept as written</option>
              {known.map((person) => (
                <option key={person} value={person}>
                  {person}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
    </Question>
  );
}

function Groups({ looked, recipe, change }: { looked: Looked; recipe: Recipe; change: Change }) {
  // Dates that wait for their order are asked about above.
  const groups = looked.groups.filter(({ cause }) => cause !== BOTH_WAYS);
  if (groups.length === 0) return null;
  const fix = ({ column, cause }: Group, how: 'leave empty' | 'leave out') =>
    change({ fixes: { ...recipe.fixes, [groupKey(column, cause)]: how } });
  return (
    <Question title="What cannot be read">
      <ul>
        {groups.map((group) => (
          <li
            key={groupKey(group.column, group.cause)}
            className="flex flex-wrap items-center gap-2 border-b border-rule py-1"
          >
            <span className="min-w-0 grow">
              <strong>
                {wordOf(group.column)} {group.cause}:
              </strong>{' '}
              {plural(group.count, 'row')}
              <span className="block truncate text-sm text-soft">
                {group.samples
                  .map(({ line, value }) => (value === '' ? `line ${line}` : `“${value}” on line ${line}`))
                  .join(', ')}
              </span>
            </span>
            {group.needed ? (
              <span className="text-sm">These rows stay out.</span>
            ) : (
              <>
                {(['leave empty', 'leave out'] as const).map((how) => (
                  <label key={how} className="flex reach items-center gap-2">
                    <input
                      type="radio"
                      name={groupKey(group.column, group.cause)}
                      checked={(recipe.fixes[groupKey(group.column, group.cause)] ?? 'leave out') === how}
                      onChange={() => fix(group, how)}
                    />
                    {how === 'leave out'
                      ? 'leave the rows out'
                      : group.cause === NO_SUCH_UNIT
                        ? 'keep these calls at the site'
                        : 'take the rows, leave these cells empty'}
                  </label>
                ))}
              </>
            )}
          </li>
        ))}
      </ul>
    </Question>
  );
}
