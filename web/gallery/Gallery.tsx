import type { ReactNode } from 'react';
import type { Cadence } from '#core/upkeep/maintenance';
import { CALL_STATES } from '#core/record/work';
import { Gauge } from '../bench/Gauge.tsx';
import { MiniRoof } from '../drawings/MiniRoof.tsx';
import { MiniStory } from '../drawings/MiniStory.tsx';
import { YearBand } from '../drawings/YearBand.tsx';
import { Steps } from '../imports/Steps.tsx';
import { SureSign } from '../tracing/Sure.tsx';
import { AnswerLine } from '../ui/marks/AnswerLine.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { CallState, CallStateBrief } from '../ui/marks/CallState.tsx';
import { DateInput, TimeInput } from '../ui/forms/DateInput.tsx';
import { DaysBar } from '../ui/marks/DaysBar.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FileInput } from '../ui/forms/FileInput.tsx';
import { FlagWord } from '../ui/marks/Flags.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';
import { Empty, Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { SearchField } from '../ui/forms/SearchField.tsx';
import { ANSWERS, CALL, ROOF, STORIES } from './samples.ts';

const THEMES = ['light', 'night', 'sun'] as const;
const MARKED = ['u4'];
const CADENCES: readonly Cadence[] = [
  { by: 'days', days: 14 },
  { by: 'days', days: 91 },
  { by: 'days', days: 30, months: [5, 6, 7, 8, 9] },
  { by: 'months', months: [5, 10] },
  { by: 'weekday', nth: -1, weekday: 5 },
  { by: 'season', from: '03-15', to: '05-31' },
  { by: 'season', from: '11-01', to: '02-28' },
];

/** Every part in every state, once in each theme. */
export function Gallery() {
  return (
    <main>
      <h1 className="p-4 text-xl">Parts, in every state and theme</h1>
      {THEMES.map((theme) => (
        <div key={theme} data-theme={theme} className="bg-paper p-4 text-ink">
          <h2 className="mb-3 text-xl">{theme}</h2>
          <Everything theme={theme} />
        </div>
      ))}
    </main>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Panel title={title}>
      <div className="space-y-2">{children}</div>
    </Panel>
  );
}

function Everything({ theme }: { theme: string }) {
  return (
    <div className="grid grid-cols-1 items-start gap-4 md:grid-cols-2 xl:grid-cols-3">
      <Group title="Letters">
        <p className="text-sm">small: notes, labels of fields</p>
        <p>text: what is read</p>
        <p className="text-lg">lead: headings of panels, text on a roof</p>
        <p className="text-xl">head: the sentence of a screen</p>
        <p className="text-4xl font-bold">40.5</p>
        <p className="text-soft">
          soft, and{' '}
          <a className="link" href="#a">
            a link
          </a>
        </p>
        <p className="fault">What is wrong with what was given</p>
      </Group>
      <Group title="Buttons">
        <p className="flex flex-wrap gap-2">
          <Button look="act">Save</Button>
          <Button>Plain</Button>
          <Button look="chosen">Chosen</Button>
          <Button look="quiet">Quiet</Button>
          <Button disabled>Not now</Button>
        </p>
        <p className="flex flex-wrap gap-2">
          <Button look="act" roof>
            I have arrived
          </Button>
          <Button roof>Readings</Button>
        </p>
      </Group>
      <Group title="Fields">
        <Field label="Text" hint="What belongs in it">
          <input placeholder="like this" />
        </Field>
        <Field label="With a fault" error="write it like 08:00-12:00">
          <input defaultValue="nine to five" />
        </Field>
        <Field label="Suction pressure" unit="psig" roof>
          <input defaultValue="118" />
        </Field>
        <Field line label="In a line, as wide as its digits" hint="What it means" unit="days">
          <input inputMode="numeric" defaultValue="30" />
        </Field>
        <Field line label="In a line, with a fault" unit="%" error="from 0 to 100">
          <input inputMode="numeric" defaultValue="130" />
        </Field>
        <SearchField label="Search parts" hint="unit, site, customer" value="" onChange={() => undefined} />
        <Field label="Choice">
          <select>
            <option>cooling</option>
          </select>
        </Field>
        <Field label="Long">
          <textarea rows={2} placeholder="as long as it needs" />
        </Field>
        <Field label="Day">
          <DateInput value="2026-06-03" />
        </Field>
        <Field label="Time">
          <TimeInput value="08:30" />
        </Field>
        <Field label="File">
          <FileInput accept=".csv" onFile={() => undefined} />
        </Field>
      </Group>
      <Group title="Tags">
        <p className="flex flex-wrap gap-3 py-1">
          <Plate tag="RTU-1" flagKinds={[]} />
          <Plate tag="RTU-2" flagKinds={['left open']} />
          <Plate tag="RTU-3" flagKinds={['repeat']} />
          <Plate tag="RTU-4" flagKinds={['hazard']} />
          <Plate tag="RTU-5" flagKinds={[]} status="out of use" />
          <Plate tag="RTU-6" flagKinds={['hazard', 'left open', 'repeat']} />
          <Plate tag="RTU-7" flagKinds={[]} chosen />
          <Plate tag="RTU-9" />
        </p>
        <Plate tag="RTU-8" flagKinds={['left open', 'repeat']} large />
        <p className="flex flex-wrap gap-3">
          {['hazard', 'repeat', 'callback', 'left open'].map((kind) => (
            <FlagWord key={kind} kind={kind} />
          ))}
        </p>
        <p className="flex flex-wrap gap-3">
          {['at once', 'today', 'this week', null].map((priority) => (
            <PriorityWord key={String(priority)} priority={priority} />
          ))}
        </p>
        <p className="flex gap-3">
          {(['proven', 'likely', 'hearsay'] as const).map((sure) => (
            <span key={sure}>
              <SureSign sure={sure} /> {sure}
            </span>
          ))}
        </p>
      </Group>
      <Group title="States of a call">
        {CALL_STATES.map((state) => (
          <p key={state} className="flex flex-wrap gap-x-3">
            <CallState call={{ ...CALL, state }} zone="EST5EDT" />
            <CallStateBrief call={{ ...CALL, state }} zone="EST5EDT" />
          </p>
        ))}
      </Group>
      <Group title="Boxes">
        <p className="hurts">What can hurt</p>
        <p className="tied">What is open or waits</p>
        <p className="settled">What is settled</p>
        <Empty>Nothing is here yet.</Empty>
        {(['unit', 'panel', 'day', 'sheet', 'picture', 'table', 'roof'] as const).map((ghost) => (
          <Empty key={ghost} ghost={ghost}>
            Nothing is here yet.
          </Empty>
        ))}
        <Loading what="the list" />
        <Trouble
          error={{ status: 503, data: { title: 'The database does not answer' } }}
          retry={() => undefined}
        />
      </Group>
      <Group title="When in the year a task comes round">
        {CADENCES.map((cadence, i) => (
          <p key={i}>
            <YearBand cadence={cadence} today="2026-06-03" />
          </p>
        ))}
      </Group>
      <Group title="Two years in a row">
        {Object.entries(STORIES).map(([name, story]) => (
          <p key={name} className="flex flex-wrap items-center gap-3">
            <MiniStory story={story} /> {name}
          </p>
        ))}
        <DaysBar days={3} allowed={10} late={false} longest={40} />
        <DaysBar days={40} allowed={10} late longest={40} />
        <DaysBar days={12} allowed={null} late={false} longest={40} />
      </Group>
      <Group title="A roof in small">
        <MiniRoof roof={ROOF} marked={MARKED} />
        <MiniRoof roof={ROOF} onChoose={() => undefined} />
      </Group>
      <Group title="Numbers with their band">
        {ANSWERS.map((one, i) => (
          <AnswerLine key={`${theme} ${i}`} answer={one} system="US" />
        ))}
        <Gauge
          label="suction"
          value={96}
          sound={120}
          from={0}
          to={250}
          say={(v) => `${Math.round(v)} psig`}
        />
        <Gauge label="suction" value={undefined} sound={120} from={0} to={250} say={(v) => `${v} psig`} />
      </Group>
      <Group title="Steps and plates">
        <Steps at={2} />
        <dl className="nameplate">
          <div>
            <dt>Size</dt>
            <dd>5 tons</dd>
          </div>
          <div>
            <dt>Supply</dt>
            <dd>208 V, 3 phase</dd>
          </div>
        </dl>
      </Group>
    </div>
  );
}
