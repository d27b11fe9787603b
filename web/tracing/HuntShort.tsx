import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { branchesOf, CLOSING, hunt, type BranchHunted, type HuntReading } from '#core/places/tracing';
import { listed } from '#core/base/sentences';
import type { TracingView } from '#contracts/tracing';
import { useDraft } from '../outbox/hooks.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Empty, Panel, Screen } from '../ui/frame/Screen.tsx';
import { numberTyped } from '../ui/forms/numbers.ts';
import { WithNet } from './WithNet.tsx';

interface Hunting {
  readonly readings: readonly HuntReading[];
  readonly electronics: readonly string[];
  readonly singly: boolean;
}
const EVERY = 'every breaker';
const NOTHING: Hunting = { readings: [], electronics: [], singly: false };

/** A path to ground behind a panel: which breakers to close for the next reading, and what that drops. */
export default function HuntShort() {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  const panelId = params.get('panel');
  return <WithNet siteId={id}>{(net) => <HuntOf net={net} panelId={panelId} />}</WithNet>;
}

function HuntOf({ net, panelId }: { net: TracingView; panelId: string | null }) {
  const panel = net.points.find((point) => point.id === panelId && point.kind === 'panel');
  return (
    <Screen
      title={`Hunt a short${panel ? `, ${panel.name}` : ''}`}
      sentence={panel ? `Hunt a path to ground behind ${panel.name}` : 'Hunt a path to ground'}
      actions={
        <Link
          to={`/sites/${net.siteId}/feeds`}
          className="reach inline-flex items-center rounded-[3px] border-2 border-edge bg-sheet px-3 font-semibold"
        >
          Back to the feeds
        </Link>
      }
    >
      {panel ? (
        <HuntIn key={panel.id} net={net} panelId={panel.id} />
      ) : (
        <Empty>There is no such panel here.</Empty>
      )}
    </Screen>
  );
}

function HuntIn({ net, panelId }: { net: TracingView; panelId: string }) {
  const { value, set, clear } = useDraft<Hunting>(`hunt ${panelId}`, NOTHING);
  const branches = useMemo(() => branchesOf(net, panelId), [net, panelId]);
  const {
    branches: hunted,
    next,
    contradicts,
  } = useMemo(
    () => hunt(branches, value.readings, new Set(value.electronics), value.singly),
    [branches, value],
  );
  if (branches.length === 0) return <Empty>Nothing is traced to this panel yet.</Empty>;
  const named = (ids: readonly string[]) => branches.filter(({ id }) => ids.includes(id));
  const all = branches.map(({ id }) => id);
  const wanted = value.readings.length === 0 ? all : next;
  const guilty = hunted.filter(({ verdict }) => verdict === 'carries it');
  const plugged = hunted.filter(({ verdict }) => verdict === 'unplug first');
  return (
    <div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-2">
      <div className="space-y-4">
        <Panel title="First" className="hurts">
          <p>
            Main off, locked and tagged, and dead proved on every leg. Neutral lifted: with it on, every load
            reads as a path. Ohms, not a tone. Local codes and licensed practice decide.
          </p>
        </Panel>
        <Panel title="What to read next">
          {wanted.length === 0 || guilty.length > 0 ? <Done guilty={guilty} plugged={plugged} /> : null}
          {wanted.length > 0 && guilty.length > 0 ? (
            <p className="mt-2 text-soft">A hard path hides weaker ones: the rest, with it left open.</p>
          ) : null}
          {wanted.length === 0 ? null : (
            <NextReading
              key={value.readings.length}
              words={wanted.length === all.length ? EVERY : listed(named(wanted).map(({ name }) => name))}
              drops={listed([...new Set(named(wanted).flatMap(({ drops }) => drops))])}
              onRead={(ohms) => set({ readings: [...value.readings, { closed: wanted, ohms }] })}
            />
          )}
          <label className="mt-2 flex min-h-12 cursor-pointer items-center gap-3">
            <input
              type="checkbox"
              className="h-6 w-6"
              checked={value.singly}
              onChange={(event) => set({ singly: event.target.checked })}
            />
            It comes and goes: one breaker at a time
          </label>
        </Panel>
        <Panel title="Then close them, one at a time">
          <p className="mb-1">Loads off, main first, standing aside; then each breaker, half a minute.</p>
          <dl className="space-y-1">
            {Object.entries(CLOSING).map(([when, what]) => (
              <div key={when} className="flex gap-2">
                <dt className="w-28 shrink-0 font-semibold">{when}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </Panel>
      </div>
      <div className="space-y-4">
        <Panel title="Breakers">
          <ul aria-label="Breakers" className="divide-y divide-rule">
            {hunted.map((one) => (
              <Breaker
                key={one.id}
                one={one}
                plugged={value.electronics.includes(one.id)}
                onPlugged={(is) =>
                  set({
                    electronics: is
                      ? [...value.electronics, one.id]
                      : value.electronics.filter((id) => id !== one.id),
                  })
                }
              />
            ))}
          </ul>
        </Panel>
        {value.readings.length > 0 ? (
          <Panel title="Readings">
            {contradicts === undefined ? null : (
              <p role="alert" className="fault">
                Reading {contradicts} cannot be beside the others: read it again. It and what follows are not
                counted.
              </p>
            )}
            <ol aria-label="Readings" className="space-y-1">
              {value.readings.map(({ closed, ohms }, i) => (
                <li key={i} className="flex flex-wrap items-center gap-2">
                  <span className="min-w-0 flex-1">
                    {closed.length === all.length ? EVERY : listed(named(closed).map(({ name }) => name))}:{' '}
                    <strong>{ohmsText(ohms)}</strong>
                  </span>
                  <Button
                    look="quiet"
                    aria-label={`Take reading ${i + 1} away`}
                    onClick={() => set({ readings: value.readings.filter((_, k) => k !== i) })}
                  >
                    Take away
                  </Button>
                </li>
              ))}
            </ol>
            <Button className="mt-2" onClick={clear}>
              Begin anew
            </Button>
          </Panel>
        ) : null}
      </div>
    </div>
  );
}

const ohmsText = (ohms: number | null): string =>
  ohms === null
    ? 'open'
    : ohms >= 1e6
      ? `${Math.round(ohms / 1e5) / 10} MΩ`
      : ohms >= 1000
        ? `${Math.round(ohms / 100) / 10} kΩ`
        : `${Math.round(ohms * 10) / 10} Ω`;

/** Nothing is left to part: what carries it, or that none of it does. */
function Done({ guilty, plugged }: { guilty: readonly BranchHunted[]; plugged: readonly BranchHunted[] }) {
  if (guilty.length === 0 && plugged.length > 0)
    return (
      <p role="status">
        <strong>{listed(plugged.map(({ name }) => name))}</strong>: unplug what is electronic there, take its
        reading away and read it again. Its own electronics are a path and no fault.
      </p>
    );
  return (
    <p role="status">
      {guilty.length === 0 ? (
        'Every branch is sound. On a hot day a thermal breaker loses strength: look for a browned, loose terminal.'
      ) : (
        <>
          <strong>{listed(guilty.map(({ name }) => name))}</strong>{' '}
          {guilty.length === 1 ? 'carries' : 'carry'} it. Go on at its disconnect, then load by load; megohms
          with the leads off.
        </>
      )}
    </p>
  );
}

function NextReading({
  words,
  drops,
  onRead,
}: {
  words: string;
  drops: string;
  onRead: (ohms: number | null) => void;
}) {
  const [typed, setTyped] = useState('');
  const [trouble, setTrouble] = useState<string>();
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const ohms = numberTyped(typed);
        if (ohms === undefined || !Number.isFinite(ohms) || ohms < 0)
          return setTrouble('ohms, a number without a sign');
        onRead(ohms);
      }}
    >
      <p>
        {words === EVERY ? 'Close' : 'Close alone:'} <strong>{words}</strong>.
      </p>
      <p className="text-soft">Dead meanwhile, and whenever it is opened: {drops}.</p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          Ohms to ground
          <input
            inputMode="decimal"
            autoComplete="off"
            className="min-h-12 w-32 rounded-[3px] border-2 border-edge bg-sheet px-2 text-lg font-bold"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          Ω
        </label>
        <Button type="submit" look="act" className="min-h-12 text-lg">
          Put it down
        </Button>
        <Button className="min-h-12 text-lg" onClick={() => onRead(null)}>
          open
        </Button>
      </div>
      {trouble ? (
        <p role="alert" className="mt-1 fault">
          {trouble}
        </p>
      ) : null}
    </form>
  );
}

function Breaker({
  one,
  plugged,
  onPlugged,
}: {
  one: BranchHunted;
  plugged: boolean;
  onPlugged: (is: boolean) => void;
}) {
  const { verdict, atLeast, atMost } = one;
  const read = verdict === 'carries it' || verdict === 'unplug first';
  return (
    <li className="py-2">
      <p className="flex flex-wrap items-baseline justify-between gap-2">
        <strong>{one.name}</strong>
        <span
          className={verdict === 'carries it' ? 'hazard-notch' : verdict === 'sound' ? 'text-verdigris' : ''}
        >
          {verdict}
          {read && atMost !== null ? `, ${ohmsText(atLeast)} to ${ohmsText(atMost)}` : ''}
          {one.by.length > 0 && verdict !== 'not known'
            ? `, by ${one.by.length === 1 ? 'reading' : 'readings'} ${listed(one.by.map(String))}`
            : ''}
        </span>
      </p>
      <label className="flex min-h-12 cursor-pointer items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="h-5 w-5"
          checked={plugged}
          onChange={(e) => onPlugged(e.target.checked)}
        />
        electronics, filters or screened cable on it
      </label>
    </li>
  );
}
