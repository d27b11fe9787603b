import {
  CHARGING_METHODS,
  DRIVES,
  DUAL_VOLTS,
  FUELS,
  COMMANDERS,
  IGNITIONS,
  METERING,
  OUTDOOR_AIR,
  SMOKE_DETECTORS,
} from '#core/machine';
import { REFRIGERANTS } from '#core/measuring/refrigerant';
import { machinePatch, type MachinePatch, type UnitPage } from '#contracts/units';
import { useDispatch } from 'react-redux';
import type { z } from 'zod';
import { api, problemOf } from '../api/base.ts';
import { one } from '../api/tags.ts';
import { useUpdateMachineMutation } from '../api/units.ts';
import { useDraft } from '../outbox/hooks.ts';
import { Button } from '../ui/frame/Button.tsx';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { SideBySide } from '../ui/frame/SideBySide.tsx';
import { sidesOf } from '../ui/frame/threeSides.ts';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { circuitsOf, patchFrom, typedFrom, type CircuitTyped, type MachineTyped } from './machineForm.ts';

interface Line {
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  readonly choices?: readonly string[];
  readonly decimal?: boolean;
  readonly type?: 'date';
}

const line = (name: string, label: string, more: Partial<Line> = {}): Line => ({
  name,
  label,
  decimal: more.choices === undefined && more.type === undefined,
  ...more,
});
const words = (name: string, label: string, hint?: string): Line => ({
  name,
  label,
  ...(hint ? { hint } : {}),
});

const YES_NO = ['yes', 'no'] as const;

const GROUPS: readonly { title: string; lines: readonly Line[] }[] = [
  {
    title: 'Plate',
    lines: [
      words('manufacturer', 'Maker'),
      words('model', 'Model'),
      words('serial', 'Serial'),
      line('builtOn', 'Built on', { type: 'date' }),
      line('tons', 'Tons'),
      line('voltage', 'Volts'),
      line('dual', 'For two supplies', { choices: [DUAL_VOLTS] }),
      line('phase', 'Phase', { choices: ['1', '3'] }),
      line('mcaA', 'Minimum circuit ampacity, A'),
      line('mocpA', 'Maximum overcurrent protection, A'),
      line('controlVa', 'Control transformer, VA'),
    ],
  },
  {
    title: 'Heat',
    lines: [
      line('fuel', 'Heat by', { choices: FUELS }),
      words('stagesBtuh', 'Input of each stage, Btu/h', '120000, 180000'),
      line('riseMinF', 'Rise, least, °F'),
      line('riseMaxF', 'Rise, most, °F'),
      line('manifoldInWc', 'Manifold target, in w.c.'),
      line('burners', 'Burners'),
    ],
  },
  {
    title: 'Blower and condenser fans',
    lines: [
      line('drive', 'Drive', { choices: DRIVES }),
      line('motorHp', 'Motor, hp'),
      line('motorFlaA', 'Motor full-load amps'),
      words('belts', 'Belts', '2 × A48'),
      line('motorPulleyIn', 'Motor pulley, in'),
      line('blowerPulleyIn', 'Blower pulley, in'),
      line('cfm', 'Air, cfm'),
      line('condenserFans', 'Condenser fans'),
      line('condenserFanFlaA', 'Condenser fan full-load amps'),
    ],
  },
  {
    title: 'Filters and outdoor air',
    lines: [
      words('filters', 'Filters', '4 × 20x20x2, 2 × 16x25x2'),
      words('meshes', 'Outdoor-air mesh', '1 × 30x18x1'),
      line('outdoorAir', 'Outdoor air', { choices: OUTDOOR_AIR }),
      line('smokeDetectors', 'Duct smoke detectors', { choices: SMOKE_DETECTORS }),
      line('economizerHighLimitF', 'Economizer high limit, °F'),
    ],
  },
  {
    title: 'In the control circuit, by the diagram on the door',
    lines: [
      line('ignition', 'Lights by', { choices: IGNITIONS }),
      line('commanded', 'Called by', { choices: COMMANDERS }),
      line('blowerProof', 'Switch that proves the blower', { choices: YES_NO }),
      line('phaseMonitor', 'Phase monitor', { choices: YES_NO }),
      line('floatSwitch', 'Float in the drain pan', { choices: YES_NO }),
      line('strips', 'Strips of electric heat'),
    ],
  },
  {
    title: 'Charging method of the plate',
    lines: [line('method', 'Charge by', { choices: CHARGING_METHODS }), line('targetF', 'Target, °F')],
  },
];

const LABELS = new Map([
  ...GROUPS.flatMap((group) => group.lines.map((l) => [l.name, l.label] as const)),
  ['circuits', 'Circuits'],
  ['handlingNotes', 'Handling notes'],
]);

/** What was typed, and the record it was typed over. */
interface Draft {
  readonly typed: MachineTyped;
  readonly base: MachineTyped;
}

/** What is read off the machine, by whoever stands before it. What is typed survives a reload. */
export function MachineForm({ unit, onClose }: { unit: UnitPage; onClose: () => void }) {
  const [save] = useUpdateMachineMutation();
  const dispatch = useDispatch();
  const now = typedFrom(unit);
  const draft = useDraft<Draft>(`machine of ${unit.id}`, { typed: now, base: now });
  const { clear, ready } = draft;
  const { typed, base } = draft.value;
  const sides = sidesOf(base, now, typed);
  const value = sides.shown as MachineTyped;
  /** What is typed goes beside what is shown: fields nobody touched here stay as the record has them. */
  const set = (patch: Partial<MachineTyped>) =>
    draft.set({ base, typed: { ...typed, ...patch } as MachineTyped });
  const take = (name: string, side: 'mine' | 'theirs') =>
    draft.set({
      base: { ...base, [name]: now[name] ?? '' } as MachineTyped,
      typed: { ...typed, [name]: (side === 'mine' ? typed : now)[name] ?? '' } as MachineTyped,
    });
  const form = useTyped<MachineTyped, MachinePatch>(
    value,
    {
      schema: machinePatch as z.ZodType<MachinePatch>,
      toBody: (shown) => {
        const { patch } = patchFrom(shown);
        const { patch: stored } = patchFrom(now);
        const changed = Object.entries(patch).filter(
          ([name, field]) => JSON.stringify(field) !== JSON.stringify(stored[name]),
        );
        return { ...Object.fromEntries(changed), version: unit.version };
      },
      fieldOf,
      also: (shown) => [...patchFrom(shown).errors],
    },
    { kept: true },
  );
  if (!ready) return null;
  const circuits = circuitsOf(value);
  const setCircuits = (next: readonly CircuitTyped[]) =>
    set({ circuits: JSON.stringify(next) } as Partial<MachineTyped>);

  const store = form.submit(async (patch) => {
    try {
      await save({ id: unit.id, patch }).unwrap();
      clear();
      onClose();
    } catch (error) {
      // Somebody saved meanwhile: the record is read anew, and where both changed something that is asked.
      if (problemOf(error).status !== 409) throw error;
      dispatch(api.util.invalidateTags([one('unit', unit.id)]));
      form.setError('root', {
        message:
          'Somebody else saved this unit meanwhile. What they wrote is here now, what you typed is kept; ' +
          'look at it and save again.',
      });
    }
  });

  return (
    <Dialog
      open
      onClose={onClose}
      title={`The machine ${unit.tag}`}
      description="Read it off the plate and the inside. What nobody knows stays empty."
    >
      <form noValidate onSubmit={store} className="space-y-4">
        {sides.both.length > 0 ? (
          <SideBySide
            fields={sides.both.map((name) => ({ name, label: LABELS.get(name) ?? name }))}
            base={base}
            now={now}
            typed={typed}
            onTake={take}
          />
        ) : null}
        {GROUPS.map((group) => (
          <fieldset key={group.title}>
            <legend className="font-plate font-semibold">{group.title}</legend>
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
              {group.lines.map((l) => (
                <Field key={l.name} label={l.label} hint={l.hint} error={form.error(l.name)}>
                  {l.choices ? (
                    <select
                      value={value[l.name]}
                      onChange={(e) => set({ [l.name]: e.target.value } as Partial<MachineTyped>)}
                    >
                      <option value="">not known</option>
                      {l.choices.map((choice) => (
                        <option key={choice}>{choice}</option>
                      ))}
                    </select>
                  ) : l.type === 'date' ? (
                    <DateInput
                      value={value[l.name]}
                      onChange={(e) => set({ [l.name]: e.target.value } as Partial<MachineTyped>)}
                    />
                  ) : (
                    <input
                      inputMode={l.decimal ? 'decimal' : undefined}
                      value={value[l.name]}
                      onChange={(e) => set({ [l.name]: e.target.value } as Partial<MachineTyped>)}
                    />
                  )}
                </Field>
              ))}
            </div>
          </fieldset>
        ))}
        <fieldset>
          <legend className="font-plate font-semibold">Circuits</legend>
          {circuits.map((c, i) => {
            const change = (patch: Partial<CircuitTyped>) =>
              setCircuits(circuits.map((other, j) => (j === i ? { ...other, ...patch } : other)));
            return (
              <div
                key={c.number}
                className="mb-2 grid grid-cols-2 items-start gap-3 border-b border-rule pb-3 sm:grid-cols-4"
              >
                <Field label={`Circuit ${c.number}: refrigerant`}>
                  <select value={c.refrigerant} onChange={(e) => change({ refrigerant: e.target.value })}>
                    <option value="">not known</option>
                    {[
                      ...new Set([...Object.keys(REFRIGERANTS), ...(c.refrigerant ? [c.refrigerant] : [])]),
                    ].map((name) => (
                      <option key={name}>{name}</option>
                    ))}
                  </select>
                </Field>
                <Field label="Charge, lb" error={form.error(`circuit ${c.number} chargeLb`)}>
                  <input
                    inputMode="decimal"
                    value={c.chargeLb}
                    onChange={(e) => change({ chargeLb: e.target.value })}
                  />
                </Field>
                <Field label="Metering">
                  <select value={c.metering} onChange={(e) => change({ metering: e.target.value })}>
                    <option value="">not known</option>
                    {METERING.map((m) => (
                      <option key={m}>{m}</option>
                    ))}
                  </select>
                </Field>
                <Field
                  label="Compressors"
                  hint="stage RLA/LRA: 1 13.2/93"
                  error={form.error(`circuit ${c.number} compressors`)}
                >
                  <input value={c.compressors} onChange={(e) => change({ compressors: e.target.value })} />
                </Field>
              </div>
            );
          })}
          {form.error('circuits') ? (
            <p role="alert" className="fault">
              {form.error('circuits')}
            </p>
          ) : null}
          <div className="flex gap-2">
            <Button
              onClick={() =>
                setCircuits([
                  ...circuits,
                  {
                    number: circuits.length + 1,
                    refrigerant: circuits[0]?.refrigerant ?? '',
                    chargeLb: '',
                    metering: circuits[0]?.metering ?? '',
                    compressors: '',
                  },
                ])
              }
              disabled={circuits.length >= 8}
            >
              One more circuit
            </Button>
            <Button onClick={() => setCircuits(circuits.slice(0, -1))} disabled={circuits.length === 0}>
              One less
            </Button>
          </div>
        </fieldset>
        <Field label="Handling notes, shown to everybody for ever" error={form.error('handlingNotes')}>
          <textarea
            rows={3}
            value={value.handlingNotes}
            onChange={(e) => set({ handlingNotes: e.target.value } as Partial<MachineTyped>)}
          />
        </Field>
        <FormTrouble text={form.trouble} />
        {form.wrong > 0 ? <p className="fault">Look at the marked fields.</p> : null}
        <div className="flex gap-2">
          <Button type="submit" look="act" roof disabled={form.isSubmitting || sides.both.length > 0}>
            Save
          </Button>
          <Button roof onClick={onClose}>
            Not now
          </Button>
          <Button
            roof
            onClick={() => {
              clear();
              onClose();
            }}
          >
            Forget what I typed
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** The field of the form for a path of the contract. */
function fieldOf(path: readonly PropertyKey[]): string {
  const [first, second, third] = path.map(String);
  if (first === 'circuits')
    return second === undefined
      ? 'circuits'
      : third === 'chargeLb'
        ? `circuit ${Number(second) + 1} chargeLb`
        : 'circuits';
  if (first !== 'details') return first ?? '';
  return second &&
    [
      'filters',
      'meshes',
      'condenserFans',
      'condenserFanFlaA',
      'outdoorAir',
      'smokeDetectors',
      'economizerHighLimitF',
    ].includes(second)
    ? second
    : (third ?? second ?? '');
}
