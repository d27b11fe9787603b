import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { numbersHeard, QUESTIONS, questionsFor, systemHeard, type QuestionName } from '#core/heard';
import { calledBack, suggestPriority } from '#core/intake';
import { convert } from '#core/base/quantities';
import { tagsUnknown } from '#core/places/locate';
import { wordsOf } from '#core/said';
import { isPlainDate } from '#core/base/time';
import { PRIORITIES, STAKES, SYSTEMS, type Priority, type Stake, type System } from '#core/base/vocabulary';
import { newCall, type NewCall } from '#contracts/calls';
import { problemOf } from '../api/base.ts';
import {
  useCreateCallMutation,
  useKnownAtIntakeQuery,
  useLazyCallQuery,
  useUpdateCallMutation,
} from '../api/calls.ts';
import { useCrewsQuery } from '../api/crews.ts';
import { useSiteQuery } from '../api/sites.ts';
import { now } from '../state/clock.ts';
import { useWho } from '../state/session.ts';
import { useDraft } from '../outbox/hooks.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { CrewOptions, notAtWork } from '../ui/forms/CrewOptions.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Reasons } from '../ui/marks/Reasons.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { quantityTyped } from '../ui/forms/numbers.ts';
import { useTyped } from '../ui/forms/useTyped.ts';
import { Again } from './Again.tsx';
import { Heard } from './Heard.tsx';
import { LikelyUnits } from './LikelyUnits.tsx';
import { NewPlace } from './NewPlace.tsx';
import { KnownPanel } from './KnownPanel.tsx';
import { promisedAt, PromiseField } from './Promise.tsx';
import { RoofChoice } from './RoofChoice.tsx';
import { SitePicker } from './SitePicker.tsx';
import { say } from '../ui/saying/say.ts';

const BLANK = {
  siteId: '',
  siteName: '',
  unitId: null as string | null,
  complaint: '',
  system: '',
  stake: '',
  caller: '',
  callerPhone: '',
  told: {} as Partial<Record<QuestionName, string>>,
  area: '',
  roomF: '',
  setPointF: '',
  outdoorF: '',
  priority: '',
  crewId: '',
  scheduledOn: '',
  promisedTime: '',
  promisedDay: '',
};

/** Degrees of the room, the set point or outdoors, in °F whatever unit they were typed in. */
const degreesTyped = (text: string): number | null => {
  const read = quantityTyped('temperature', '°F', text);
  if (read === undefined) return null;
  return typeof read.value === 'number' ? convert('temperature', read.unit, '°F', read.value) : read.value;
};

/** What the words say of a field that nobody has filled in. */
const asHeard = (typed: string, heard: number | undefined): string | undefined =>
  typed === '' && heard !== undefined ? `${heard} as heard` : undefined;

/** The same as far as it is typed, for what the form suggests meanwhile. */
const degrees = (text: string): number | undefined => {
  const value = degreesTyped(text);
  return typeof value === 'number' ? value : undefined;
};

/**
 * One page, driven by keys, filled in while the caller talks. Kept as a draft until it is saved or cleared.
 */
export default function TakeCall() {
  const { today, timeZone } = useWho();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const { value: kept, set, clear, ready } = useDraft('call', BLANK);
  // A draft of an older version lacks what it did not ask.
  const value = { ...BLANK, ...kept };
  const known = useKnownAtIntakeQuery(value.siteId, { skip: value.siteId === '' });
  const crews = useCrewsQuery(isPlainDate(value.scheduledOn) ? value.scheduledOn : today);
  const [create] = useCreateCallMutation();
  const [readCall] = useLazyCallQuery();
  const [update] = useUpdateCallMutation();
  const id = useRef(uuid());
  const [newPlace, setNewPlace] = useState<string>();
  const complaintRef = useRef<HTMLTextAreaElement>(null);

  // Opened from a site or a unit: that is where the call is about.
  const fromSite = params.get('site');
  const asked = useSiteQuery(fromSite ?? '', { skip: !fromSite });
  useEffect(() => {
    if (!ready || !asked.data || value.siteId === asked.data.id) return;
    const at = {
      siteId: asked.data.id,
      siteName: `${asked.data.name}, ${asked.data.customer}`,
      unitId: params.get('unit'),
    };
    // What was typed for another site is about that one: it is put aside and can be brought back.
    if (value.siteId !== '' && value.complaint.trim() !== '') putAside({ ...BLANK, ...at });
    else set(at);
    // Once for each site that is asked for.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, asked.data, params]);

  const heard = useMemo(() => numbersHeard(value.complaint), [value.complaint]);
  const lately = known.data?.lately;
  const back = useMemo(
    () =>
      lately === undefined
        ? []
        : calledBack(
            {
              words: value.complaint,
              ...(value.system ? { system: value.system as System } : {}),
              unitId: value.unitId,
              ...{ today: lately.today, callbackDays: lately.callbackDays, nowMs: now().getTime() },
            },
            lately.units,
          ),
    [lately, value.complaint, value.system, value.unitId],
  );
  const system = (value.system || systemHeard(value.complaint) || back[0]?.system) as System | undefined;
  const suggestion = useMemo(
    () =>
      suggestPriority({
        words: value.complaint,
        place: value.siteName,
        back,
        ...(value.stake ? { stake: value.stake as Stake } : {}),
        ...(system ? { system } : {}),
        ...(degrees(value.roomF) === undefined ? {} : { roomF: degrees(value.roomF) as number }),
        ...(degrees(value.setPointF) === undefined ? {} : { setPointF: degrees(value.setPointF) as number }),
        ...(degrees(value.outdoorF) === undefined ? {} : { outdoorF: degrees(value.outdoorF) as number }),
      }),
    [
      value.complaint,
      value.siteName,
      value.stake,
      system,
      value.roomF,
      value.setPointF,
      value.outdoorF,
      back,
    ],
  );
  const priority = (value.priority || suggestion.priority) as Priority;
  // What was answered stays in sight, whatever the words are by now.
  const asks = (Object.keys(QUESTIONS) as QuestionName[]).filter(
    (name) => questionsFor(value.complaint).includes(name) || value.told[name],
  );
  /** Nothing typed for one site is carried to another; it can be brought back. */
  function putAside(instead: typeof BLANK) {
    const before = value;
    clear();
    set(instead);
    if (before.complaint.trim() !== '' || before.caller.trim() !== '')
      say(`What was typed for ${before.siteName || 'the call'} is put aside`, {
        undo: () => set(before),
        word: 'Bring it back',
      });
  }

  const form = useTyped<typeof BLANK, NewCall>(
    value,
    {
      schema: newCall,
      toBody: (typed) => ({
        id: id.current,
        siteId: typed.siteId,
        unitId: typed.unitId,
        receivedAt: new Date(Math.floor(now().getTime() / 1000) * 1000).toISOString(),
        complaint: typed.complaint,
        system: system ?? null,
        stake: typed.stake || null,
        caller: typed.caller || null,
        callerPhone: typed.callerPhone || null,
        told: Object.fromEntries(Object.entries(typed.told).filter(([, answer]) => answer.trim() !== '')),
        area: typed.area || null,
        roomF: degreesTyped(typed.roomF) ?? heard.roomF ?? null,
        setPointF: degreesTyped(typed.setPointF) ?? heard.setPointF ?? null,
        priority,
        crewId: typed.crewId || null,
        scheduledOn: typed.crewId ? typed.scheduledOn || today : null,
        promisedAt: promisedAt(typed, typed.scheduledOn || today, timeZone),
      }),
      also: ({ siteId }) => (siteId === '' ? [['siteId', 'which site is it about?']] : []),
    },
    { kept: true },
  );
  /** Another caller on a trouble that is open already: on record with that call, which stays one. */
  async function addTo(callId: string) {
    if (value.caller.trim() === '') return form.setError('caller', { message: 'who is calling?' });
    try {
      const { version, ref } = await readCall(callId).unwrap();
      const step = {
        step: 'call again' as const,
        caller: value.caller,
        ...(value.callerPhone.trim() ? { phone: value.callerPhone } : {}),
        ...(value.complaint.trim() ? { note: value.complaint.slice(0, 300) } : {}),
      };
      await update({ id: callId, patch: { version, step } }).unwrap();
      clear();
      say(`${value.caller} is added to ${ref}`);
      void navigate(`/calls/${callId}`);
    } catch (error) {
      form.refuse(problemOf(error));
    }
  }
  const save = form.submit(async (body) => {
    try {
      const call = await create(body).unwrap();
      clear();
      say(`${call.ref} taken: ${call.site}, ${call.priority}`);
      void navigate(`/calls/${call.id}`);
    } finally {
      // Another id: the server may have refused this one for what was in it.
      id.current = uuid();
    }
  });

  if (!ready) return <Loading what="your draft" />;
  const text = (
    name: 'caller' | 'callerPhone' | 'area' | 'roomF' | 'setPointF' | 'outdoorF',
    extra: object = {},
  ) => <input value={value[name]} onChange={(e) => set({ [name]: e.target.value })} {...extra} />;
  const choice = (name: 'system' | 'stake', options: readonly string[], blank = 'not said') => (
    <select value={value[name]} onChange={(e) => set({ [name]: e.target.value })}>
      <option value="">{blank}</option>
      {options.map((o) => (
        <option key={o}>{o}</option>
      ))}
    </select>
  );
  return (
    <Screen
      title="Take a call"
      sentence={value.siteId ? `Call about ${value.siteName}` : 'Who is calling, and about which site?'}
    >
      <form
        className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2"
        // What is saved in a dialog over it comes up here too, and saves no call.
        onSubmit={(event) => (event.target === event.currentTarget ? save(event) : undefined)}
        noValidate
        onKeyDown={(event) => {
          const within = event.currentTarget.contains(event.target as Node);
          if (event.key !== 'Enter' || !within) return;
          if (event.ctrlKey) void save();
          // In a field of one line Enter would file what is half written.
          if (event.target instanceof HTMLInputElement) event.preventDefault();
        }}
      >
        <Heard words={value.complaint} priority={priority} />
        <div className="space-y-3">
          {value.siteId ? (
            <Button look="quiet" onClick={() => putAside(BLANK)}>
              Another site
            </Button>
          ) : (
            <SitePicker
              error={form.error('siteId')}
              onNew={setNewPlace}
              onPick={(site) => {
                set({ siteId: site.id, siteName: `${site.name}, ${site.customer}`, unitId: null });
                setTimeout(() => complaintRef.current?.focus(), 0);
              }}
            />
          )}
          <Field label="Complaint, in the caller's words" error={form.error('complaint')}>
            <textarea
              ref={complaintRef}
              rows={3}
              value={value.complaint}
              onChange={(e) => set({ complaint: e.target.value })}
            />
          </Field>
          {value.siteId === '' ? null : (
            <RoofChoice siteId={value.siteId} unitId={value.unitId} onUnit={(unitId) => set({ unitId })} />
          )}
          {known.data ? (
            <LikelyUnits
              siteId={value.siteId}
              words={value.complaint}
              units={known.data.units}
              unitId={value.unitId}
              onUnit={(unitId) => set({ unitId })}
            />
          ) : null}
          {known.data ? (
            <Again
              back={back}
              unknown={tagsUnknown(
                value.complaint,
                known.data.units.map((unit) => unit.tag),
              )}
              units={known.data.units}
              unitId={value.unitId}
              onUnit={(unitId) => set({ unitId })}
            />
          ) : null}
          {asks.length > 0 ? (
            <div className="grid grid-cols-2 gap-3">
              {asks.map((name) => (
                <Field key={name} label={QUESTIONS[name]}>
                  <input
                    value={value.told[name] ?? ''}
                    onChange={(e) => set({ told: { ...value.told, [name]: e.target.value } })}
                  />
                </Field>
              ))}
            </div>
          ) : null}
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
            <Field label="Caller" error={form.error('caller')}>
              {text('caller')}
            </Field>
            <Field label="Telephone" error={form.error('callerPhone')}>
              {text('callerPhone', { type: 'tel' })}
            </Field>
            <Field label="Area they feel it in">{text('area')}</Field>
            <Field label="System">
              {choice('system', SYSTEMS, system && !value.system ? `${system}, as heard` : undefined)}
            </Field>
            <Field label="What is at stake">{choice('stake', STAKES)}</Field>
            <Field label="Room, °F" hint={asHeard(value.roomF, heard.roomF)} error={form.error('roomF')}>
              {text('roomF', { inputMode: 'decimal' })}
            </Field>
            <Field
              label="Set point, °F"
              hint={asHeard(value.setPointF, heard.setPointF)}
              error={form.error('setPointF')}
            >
              {text('setPointF', { inputMode: 'decimal' })}
            </Field>
            <Field label="Outdoor, °F">{text('outdoorF', { inputMode: 'decimal' })}</Field>
          </div>
          <Panel>
            <p>
              Suggested: <strong>{suggestion.priority}</strong>.{' '}
              {suggestion.reasons[0] ? wordsOf(suggestion.reasons[0]).text : ''}
            </p>
            <Reasons reasons={suggestion.reasons} />
            <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
              <Field label="Priority">
                <select value={priority} onChange={(e) => set({ priority: e.target.value })}>
                  {PRIORITIES.map((p) => (
                    <option key={p}>{p}</option>
                  ))}
                </select>
              </Field>
              <Field
                label="Crew"
                hint={notAtWork(crews.data?.find((crew) => crew.id === value.crewId))}
                error={form.error('crewId')}
              >
                <select value={value.crewId} onChange={(e) => set({ crewId: e.target.value })}>
                  <option value="">later</option>
                  <CrewOptions crews={crews.data} />
                </select>
              </Field>
              <Field label="Day" error={form.error('scheduledOn')}>
                <DateInput
                  min={today}
                  value={value.scheduledOn || (value.crewId ? today : '')}
                  onChange={(e) => set({ scheduledOn: e.target.value })}
                />
              </Field>
              <PromiseField
                value={value}
                onChange={set}
                agreed={known.data?.agreed}
                priority={priority}
                day={value.scheduledOn || today}
                now={now()}
                zone={timeZone}
                error={form.error('promisedAt')}
              />
            </div>
          </Panel>
          <FormTrouble text={form.trouble} />
          <div className="save-foot flex flex-wrap items-center gap-2">
            <Button type="submit" look="act" disabled={form.isSubmitting}>
              Save the call
            </Button>
            <Button
              onClick={() => {
                const before = value;
                clear();
                say('Cleared', { undo: () => set(before) });
              }}
            >
              Clear
            </Button>
            <span className="text-sm text-soft">Ctrl Enter saves. What you type is kept if you leave.</span>
          </div>
        </div>
        <div>
          {value.siteId === '' ? (
            <Empty>
              Choose a site to see what is known of its units: what was left open, repeats, the last visit,
              who knows the place.
            </Empty>
          ) : null}
          {known.error ? <Trouble error={known.error} retry={known.refetch} /> : null}
          {value.siteId !== '' && known.isLoading ? <Loading what="what is known" /> : null}
          {value.siteId !== '' && known.data ? (
            <KnownPanel
              known={known.data}
              unitId={value.unitId}
              onUnit={(unitId) => set({ unitId })}
              onSame={(callId) => void addTo(callId)}
              onDue={(crewId, scheduledOn) => set({ crewId, scheduledOn })}
              zone={timeZone}
            />
          ) : null}
        </div>
      </form>
      {newPlace === undefined ? null : (
        <NewPlace
          typed={newPlace}
          onClose={() => setNewPlace(undefined)}
          onMade={(site) => {
            setNewPlace(undefined);
            set({ siteId: site.id, siteName: `${site.name}, ${site.customer}`, unitId: null });
            setTimeout(() => complaintRef.current?.focus(), 0);
          }}
        />
      )}
    </Screen>
  );
}
