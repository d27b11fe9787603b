import { useState } from 'react';
import type { OneTimeWord, PersonView } from '#contracts/people';
import { useCalendarQuery, useCrewsQuery } from '../api/crews.ts';
import { useHandOutWordMutation, usePeopleQuery } from '../api/people.ts';
import { useCompanySettingsQuery, useYardSettingsQuery } from '../api/settings.ts';
import { settled } from '../api/settled.ts';
import { problemOf } from '../api/base.ts';
import { Calendar } from '../crews/Calendar.tsx';
import { Company } from '../crews/Company.tsx';
import { CrewList } from '../crews/CrewList.tsx';
import { Words } from '../setup/Words.tsx';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { found, inOrder } from '../ui/lists/found.ts';
import { shortDay } from '../ui/words/format.ts';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { saveCsv, type CsvColumn } from '../ui/lists/saveCsv.ts';
import { ARIA_SORT, SortButton, type SortDir } from '../ui/lists/SortButton.tsx';
import { SearchField } from '../ui/forms/SearchField.tsx';
import { Hours } from './Hours.tsx';
import { PersonForm } from './PersonForm.tsx';

/** Who is in the company, in which crew, and who is there when. */
export default function People() {
  const { can, company } = useWho();
  const crews = useCrewsQuery();
  const parts = [
    { shown: can('manage people'), answer: usePeopleQuery(undefined, { skip: !can('manage people') }) },
    { shown: can('keep calendar'), answer: useCalendarQuery(undefined, { skip: !can('keep calendar') }) },
    { shown: can('change setting'), answer: useCompanySettingsQuery() },
    { shown: can('change setting'), answer: useYardSettingsQuery() },
  ];
  const here = settled(crews, ...parts.filter(({ shown }) => shown).map(({ answer }) => answer));
  const all = crews.data?.filter((crew) => !crew.retired) ?? [];
  const atWork = all.filter((crew) => crew.day.works).length;
  return (
    <Screen
      title="People and crews"
      sentence={
        crews.data
          ? all.length === 0
            ? `${company} has no crew yet.`
            : `${atWork} of ${all.length} ${all.length === 1 ? 'crew' : 'crews'} at work today.`
          : 'People and crews'
      }
      waits={here ? undefined : 'who is there'}
    >
      <div className="grid grid-cols-1 gap-4 items-start xl:grid-cols-[3fr_2fr]">
        <div className="space-y-4">
          {can('manage people') ? <PeoplePanel /> : null}
          <CrewList />
          {can('change setting') ? <Company /> : null}
          {can('manage people') ? <Hours /> : null}
        </div>
        <div className="space-y-4">{can('keep calendar') ? <Calendar /> : null}</div>
      </div>
    </Screen>
  );
}

const crewOf = ({ crewId, crews }: PersonView): string | null =>
  crews.find((crew) => crew.crewId === crewId)?.crew ?? null;
const skillsOf = ({ skills }: PersonView): string | null => skills.map(({ name }) => name).join(', ') || null;

const COLUMNS: readonly CsvColumn<PersonView>[] = [
  { header: 'Name', text: (person) => person.displayName },
  { header: 'Signs in as', text: (person) => person.login },
  { header: 'Role', text: (person) => person.role },
  { header: 'Crew', text: crewOf },
  { header: 'Telephone', text: (person) => person.phone },
  { header: 'Skills', text: skillsOf },
  { header: 'In the company', text: ({ active }) => (active ? 'yes' : 'has left') },
];

type Heading = 'Name' | 'Signs in as' | 'Role' | 'Crew' | 'Can';
/** The headings of the people, and what each sorts by; some give way on a phone. */
const SORTS: Readonly<Record<Heading, { by: (person: PersonView) => string | null; wide?: true }>> = {
  Name: { by: (person) => person.displayName },
  'Signs in as': { by: (person) => person.login, wide: true },
  Role: { by: (person) => person.role },
  Crew: { by: crewOf },
  Can: { by: skillsOf, wide: true },
};

function PeoplePanel() {
  const { timeZone } = useWho();
  const people = usePeopleQuery();
  const [form, setForm] = useState<PersonView | 'new'>();
  const [word, setWord] = useState<OneTimeWord>();
  const [asking, setAsking] = useState<PersonView>();
  const [handOut] = useHandOutWordMutation();
  const [trouble, setTrouble] = useState<string>();
  const [typed, setTyped] = useState('');
  const [sort, setSort] = useState<{ by: Heading; dir: SortDir }>({ by: 'Name', dir: 'asc' });
  if (people.error) return <Trouble error={people.error} retry={people.refetch} />;
  if (!people.data) return <Loading what="the people" />;
  const shown = inOrder(
    people.data.filter((person) =>
      found(
        typed,
        COLUMNS.map(({ text }) => String(text(person) ?? '')),
      ),
    ),
    SORTS[sort.by].by,
    sort.dir,
  );
  const newWord = async (person: PersonView) => {
    setAsking(undefined);
    try {
      setWord(await handOut(person.id).unwrap());
      setTrouble(undefined);
    } catch (error) {
      const { title, detail } = problemOf(error);
      setTrouble(`${title}. ${detail ?? ''}`);
    }
  };
  return (
    <Panel
      title={`People: ${people.data.filter((person) => person.active).length}`}
      actions={
        <span className="flex gap-2">
          <Button look="quiet" onClick={() => void saveCsv('people', COLUMNS, people.data ?? [])}>
            Save as CSV
          </Button>
          <Button onClick={() => setForm('new')}>Add somebody</Button>
        </span>
      }
    >
      {trouble ? (
        <p role="alert" className="mb-2 fault">
          {trouble}
        </p>
      ) : null}
      <SearchField
        label="Search people"
        hint="name, role, crew, skill"
        value={typed}
        onChange={setTyped}
        className="no-print mb-1 w-56"
      />
      {shown.length === 0 ? <Empty>Nobody matches “{typed}”.</Empty> : null}
      <div className="overflow-x-auto">
        <table className="in-lines w-full text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              {(Object.keys(SORTS) as Heading[]).map((heading) => {
                const { wide } = SORTS[heading];
                const dir = sort.by === heading ? sort.dir : undefined;
                return (
                  <th
                    key={heading}
                    scope="col"
                    aria-sort={dir && ARIA_SORT[dir]}
                    className={wide ? 'hidden sm:table-cell' : ''}
                  >
                    <SortButton dir={dir} onSort={(next) => setSort({ by: heading, dir: next })}>
                      {heading}
                    </SortButton>
                  </th>
                );
              })}
              <th scope="col">
                <span className="sr-only">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((person) => (
              <tr key={person.id} className={`border-b border-rule ${person.active ? '' : 'text-soft'}`}>
                <th scope="row" className="py-1 pr-2 font-semibold">
                  {person.displayName}
                  {person.active ? '' : ' (has left)'}
                </th>
                <td className="hidden pr-2 sm:table-cell">
                  {person.login}
                  {person.oneTimeUntil && person.active ? (
                    <span className="block text-sm text-soft">has not been in yet</span>
                  ) : null}
                </td>
                <td className="pr-2">{person.role}</td>
                <td className="pr-2">
                  {person.crews.find((crew) => crew.crewId === person.crewId)?.crew ?? '–'}
                  {person.crews
                    .filter((crew) => crew.until === null && crew.crewId !== person.crewId)
                    .map((crew) => (
                      <span key={crew.crewId} className="block text-sm text-soft">
                        {crew.crew} from {shortDay(crew.from)}
                      </span>
                    ))}
                </td>
                <td className="hidden pr-2 text-sm sm:table-cell">
                  {person.skills
                    .map((skill) =>
                      skill.until ? `${skill.name} until ${shortDay(skill.until)}` : skill.name,
                    )
                    .join(', ') || '–'}
                </td>
                <td className="whitespace-nowrap">
                  <Button
                    look="quiet"
                    onClick={() => setForm(person)}
                    aria-label={`Edit ${person.displayName}`}
                  >
                    Edit
                  </Button>
                  {person.active ? (
                    <Button
                      look="quiet"
                      onClick={() => setAsking(person)}
                      aria-label={`New word for ${person.displayName}`}
                    >
                      New word
                    </Button>
                  ) : null}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {form ? (
        <PersonForm
          person={form === 'new' ? undefined : form}
          onClose={() => setForm(undefined)}
          onWord={setWord}
        />
      ) : null}
      {asking ? (
        <Dialog
          open
          onClose={() => setAsking(undefined)}
          title={`A new word for ${asking.displayName}?`}
          description="The password they have now stops working, and they are signed out everywhere."
        >
          <div className="flex gap-2">
            <Button look="act" onClick={() => void newWord(asking)}>
              Make a new word
            </Button>
            <Button onClick={() => setAsking(undefined)}>Leave it</Button>
          </div>
        </Dialog>
      ) : null}
      {word ? (
        <Dialog
          open
          onClose={() => setWord(undefined)}
          title={`Tell ${word.displayName} this word`}
          description="It lets them in once, to choose a password of their own. It is shown only now."
        >
          <Words words={[word]} zone={timeZone} />
          <Button look="act" className="mt-3" onClick={() => setWord(undefined)}>
            Told
          </Button>
        </Dialog>
      ) : null}
    </Panel>
  );
}
