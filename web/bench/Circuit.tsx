import { useMemo, useState } from 'react';
import {
  callsOf,
  course,
  deadMeter,
  HEATS,
  heatedBy,
  ladderOf,
  lineTerminals,
  OWN_HEATS,
  singleFaults,
  STAGES,
  USUAL,
  type Call,
  type FaultMet,
  type Jumper,
  type LadderPlate,
} from '#core/circuitry/ladder';
import { COMMANDERS } from '#core/machine';
import { capital, listed } from '#core/base/sentences';
import { callWords, faultWords, terminalWords } from '#core/diagnosis';
import { Field } from '../ui/forms/Field.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Panel, Screen } from '../ui/frame/Screen.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { LadderPicture, type Leads } from './LadderPicture.tsx';
import { ladderRows } from './ladderRows.ts';

/** How long a call is watched, seconds. */
const WATCHED_S = 480;

/** A machine on one side, a meter with two leads on the other: what shows where, sound and with one thing wrong. */
export default function Circuit() {
  const [plate, setPlate] = useState<LadderPlate>(USUAL);
  const [choice, setCall] = useState<Call>('cool');
  const [atS, setAt] = useState(240);
  const [dead, setDead] = useState(false);
  const [wrong, setWrong] = useState<FaultMet>();
  const [hidden, setHidden] = useState(false);
  const [leads, setLeads] = useState<Leads>({ red: 'R', black: 'C' });
  const [jumper, setJumper] = useState<Jumper>();
  const ladder = useMemo(() => ladderOf(plate), [plate]);
  const rows = useMemo(() => ladderRows(ladder, lineTerminals(ladder)), [ladder]);
  const faults = useMemo(() => singleFaults(ladder), [ladder]);
  const calls = callsOf(ladder);
  const call = calls.includes(choice) ? choice : (calls[0] ?? 'nothing');
  const own = useMemo(() => (wrong ? [wrong.fault] : []), [wrong]);
  const moments = useMemo(
    () =>
      course(ladder, {
        ...{ calls: [call], faults: own, seconds: WATCHED_S, power: call !== 'disconnect open' },
        ...(jumper ? { jumper } : {}),
      }),
    [ladder, call, own, jumper],
  );
  const moment = moments.find(({ until }) => atS < until) ?? moments.at(-1);
  const ohmmeter = useMemo(() => deadMeter(ladder, own), [ladder, own]);
  const change = (patch: Partial<LadderPlate>) => {
    setPlate({ ...plate, ...patch });
    setWrong(undefined);
    setLeads({ red: 'R', black: 'C' });
    setJumper(undefined);
  };
  const lead = (terminal: string) =>
    setLeads(({ red, black }) =>
      red === undefined ? { red: terminal, black } : { red: black ?? red, black: terminal },
    );
  const { red, black } = leads;
  const reads =
    red === undefined || black === undefined || !moment
      ? undefined
      : dead
        ? ohmsText(ohmmeter(red, black))
        : `${(Math.round(moment.solution.reads(red, black) * 10) / 10).toFixed(1)} V`;
  const runs = [...(moment?.running ?? [])];
  return (
    <Screen
      title="Circuit"
      sentence="Circuit: put the leads where you would on the roof, and see what a meter shows."
    >
      <BenchTabs />
      <div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[300px_minmax(0,1fr)]">
        <div className="space-y-3">
          <Panel title="The machine">
            <div className="mb-2 grid grid-cols-2 gap-2">
              <Choose
                label="Heat"
                value={plate.heat}
                options={HEATS}
                onChange={(heat) => change(heatedBy(heat as LadderPlate['heat'], plate))}
              />
              <Choose
                label="Stages"
                value={String(plate.stages)}
                options={
                  plate.stages === 0 ? ['0'] : plate.heat === 'water source' ? ['1'] : STAGES.map(String)
                }
                onChange={(n) => change({ stages: Number(n) as LadderPlate['stages'] })}
              />
              <Choose
                label="Volts"
                value={String(plate.volts)}
                options={plate.volts === 115 ? ['115'] : ['208', '240', '480']}
                onChange={(v) => change({ volts: Number(v) as LadderPlate['volts'] })}
              />
              <Choose
                label="Phase"
                value={String(plate.phase)}
                options={plate.volts === 115 ? ['1'] : ['1', '3']}
                onChange={(p) => change({ phase: Number(p) as LadderPlate['phase'] })}
              />
              {OWN_HEATS.includes(plate.heat) ? null : (
                <>
                  <Choose
                    label="Called by"
                    value={plate.commanded}
                    options={COMMANDERS}
                    onChange={(by) => change({ commanded: by as LadderPlate['commanded'] })}
                  />
                  <Choose
                    label="Damper for cool days"
                    value={plate.economizer ? 'yes' : 'no'}
                    options={['no', 'yes']}
                    onChange={(is) => change({ economizer: is === 'yes' })}
                  />
                </>
              )}
            </div>
            <Choose
              label="What is wrong"
              value={hidden ? '?' : (wrong?.key ?? '')}
              options={['', ...(hidden ? ['?'] : []), ...faults.map(({ key }) => key)]}
              words={(key) =>
                key === ''
                  ? 'nothing'
                  : key === '?'
                    ? 'something you do not know'
                    : faultWords(ladder, faults.find((f) => f.key === key)?.fault ?? { leg: '' })
              }
              onChange={(key) => {
                setHidden(false);
                setWrong(faults.find((fault) => fault.key === key));
              }}
            />
            <div className="mt-2 flex flex-wrap gap-2">
              <Button
                onClick={() => {
                  setWrong(faults[Math.floor(Math.random() * faults.length)]);
                  setHidden(true);
                }}
              >
                Something I do not know
              </Button>
              {hidden && wrong ? <Button onClick={() => setHidden(false)}>What was it?</Button> : null}
            </div>
          </Panel>
          <Panel title="The call">
            <Choose
              label="Call"
              value={call}
              options={calls}
              words={(c) => callWords(c as Call)}
              onChange={(c) => setCall(c as Call)}
            />
            <label className="mt-2 block text-sm font-semibold">
              {atS} s after the call
              <input
                type="range"
                min={0}
                max={WATCHED_S - 1}
                step={1}
                value={atS}
                onChange={(event) => setAt(Number(event.target.value))}
                className="block min-h-13 w-full"
              />
            </label>
            <p aria-live="polite">
              {runs.length > 0 ? capital(`${listed(runs)} on.`) : 'Nothing runs.'}{' '}
              {moment && moment.stalled.size > 0
                ? `${capital(listed([...moment.stalled]))} hums and does not turn. `
                : ''}
              {moment && moment.blown.size > 0 ? `Blown: ${listed([...moment.blown])}. ` : ''}
              {moment?.lockedOut ? 'The control has locked out. ' : ''}
            </p>
          </Panel>
        </div>
        <div className="min-w-0 space-y-3">
          <Panel title="The meter">
            <div
              className="flex flex-wrap items-center gap-2"
              role="group"
              aria-label="What the meter is set to"
            >
              <Button look={dead ? 'plain' : 'chosen'} aria-pressed={!dead} onClick={() => setDead(false)}>
                Volts, live
              </Button>
              <Button look={dead ? 'chosen' : 'plain'} aria-pressed={dead} onClick={() => setDead(true)}>
                Ohms, power off
              </Button>
              <span role="status" className="ml-4 min-w-32">
                <strong className="text-4xl tabular-nums">{reads ?? 'put both leads on'}</strong>
              </span>
            </div>
            <p className="text-soft">
              {red === undefined ? 'No lead' : capital(terminalWords(ladder, red))} to{' '}
              {black === undefined ? 'no lead' : terminalWords(ladder, black)}.{' '}
              <Button look="quiet" onClick={() => setLeads({ red: undefined, black: 'C' })}>
                Leave one lead on C
              </Button>
              <Button look="quiet" onClick={() => setLeads({ red: undefined, black: 'ground' })}>
                One lead on the frame
              </Button>
            </p>
            {jumper ? (
              <p className="hurts mt-2">
                <strong>A wire joins</strong> {terminalWords(ladder, jumper[0])} and{' '}
                {terminalWords(ladder, jumper[1])}. It proves that the rest of the string is well, and not
                that a switch is bad: what it feels says that. You stand there; it is never left on.{' '}
                <Button onClick={() => setJumper(undefined)}>Take it off</Button>
              </p>
            ) : red !== undefined && black !== undefined && red !== black && !dead ? (
              <Button onClick={() => setJumper([red, black])}>Join these two with a wire</Button>
            ) : null}
          </Panel>
          <Panel title="Its ladder">
            <p className="mb-1 text-soft">
              What hurts is drawn first and in red. Tap a terminal: the leads go there one after the other.
            </p>
            <LadderPicture
              ladder={ladder}
              rows={rows}
              closed={(rung) => moment?.closed.has(rung.id) ?? false}
              pulled={moment?.pulled ?? new Set()}
              leads={leads}
              onLead={lead}
            />
          </Panel>
        </div>
      </div>
    </Screen>
  );
}

const ohmsText = (ohms: number): string =>
  ohms === Infinity
    ? 'open'
    : ohms < 1000
      ? `${Math.round(ohms * 10) / 10} Ω`
      : `${Math.round(ohms / 100) / 10} kΩ`;

function Choose({
  label,
  value,
  options,
  words = (option) => option,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly string[];
  words?: (option: string) => string;
  onChange: (value: string) => void;
}) {
  return (
    <Field label={label}>
      <select value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map((option) => (
          <option key={option} value={option}>
            {words(option)}
          </option>
        ))}
      </select>
    </Field>
  );
}
