import { DUAL_VOLTS, readSized, sizedText, type MachineDetails, type Sized } from '#core/machine';
import { plainNumber, typedIn, type QuantityName } from '#core/base/quantities';
import type { UnitPage } from '#contracts/units';

/** The form as typed: every field a text. */
export type MachineTyped = Readonly<Record<string, string>> & { readonly circuits: string };

export interface CircuitTyped {
  readonly number: number;
  readonly refrigerant: string;
  readonly chargeLb: string;
  readonly metering: string;
  /** "stage RLA/LRA" of each compressor, such as "1 13.2/93, 2 13.2/93". */
  readonly compressors: string;
}

const text = (value: unknown): string => (value === null || value === undefined ? '' : String(value));

/** What the control circuit has or has not; what nobody has read off the diagram is neither. */
const HAS = ['blowerProof', 'phaseMonitor', 'floatSwitch'] as const;
const hasText = (has: boolean | undefined): string => (has === undefined ? '' : has ? 'yes' : 'no');

/** Compressors as a line: stage, then rated-load over locked-rotor amps. */
export const compressorText = (list: UnitPage['circuits'][number]['compressors']): string =>
  list
    .map(
      (c) =>
        `${c.stage}${c.rlaA === undefined && c.lraA === undefined ? '' : ` ${text(c.rlaA)}${c.lraA === undefined ? '' : `/${c.lraA}`}`}`,
    )
    .join(', ');

/** Reads that line back. @throws RangeError for a part that is no stage with amps */
export function readCompressors(line: string): { stage: number; rlaA?: number; lraA?: number }[] {
  return line
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const match = /^(\d)(?:\s+(\d+(?:\.\d+)?)?(?:\/(\d+(?:\.\d+)?))?)?$/.exec(part);
      if (!match)
        throw new RangeError(`"${part}": stage, then rated-load and locked-rotor amps, such as 1 13.2/93`);
      return {
        stage: Number(match[1]),
        ...(match[2] ? { rlaA: Number(match[2]) } : {}),
        ...(match[3] ? { lraA: Number(match[3]) } : {}),
      };
    });
}

/** What the record knows, as the form shows it. */
export function typedFrom(
  unit: Pick<
    UnitPage,
    | 'manufacturer'
    | 'model'
    | 'serial'
    | 'builtOn'
    | 'tons'
    | 'voltage'
    | 'phase'
    | 'handlingNotes'
    | 'details'
    | 'circuits'
  >,
): MachineTyped {
  const { electrical, heat, blower, charging, ...d } = unit.details;
  return {
    manufacturer: text(unit.manufacturer),
    model: text(unit.model),
    serial: text(unit.serial),
    builtOn: text(unit.builtOn),
    tons: text(unit.tons),
    voltage: text(unit.voltage),
    phase: text(unit.phase),
    handlingNotes: text(unit.handlingNotes),
    mcaA: text(electrical?.mcaA),
    mocpA: text(electrical?.mocpA),
    controlVa: text(electrical?.controlVa),
    dual: electrical?.dual ? DUAL_VOLTS : '',
    fuel: text(heat?.fuel),
    stagesBtuh: (heat?.stagesBtuh ?? []).join(', '),
    riseMinF: text(heat?.riseMinF),
    riseMaxF: text(heat?.riseMaxF),
    manifoldInWc: text(heat?.manifoldInWc),
    burners: text(heat?.burners),
    drive: text(blower?.drive),
    motorHp: text(blower?.motorHp),
    motorFlaA: text(blower?.motorFlaA),
    belts: sizedText(blower?.belts),
    motorPulleyIn: text(blower?.motorPulleyIn),
    blowerPulleyIn: text(blower?.blowerPulleyIn),
    cfm: text(blower?.cfm),
    condenserFans: text(d.condenserFans),
    condenserFanFlaA: text(d.condenserFanFlaA),
    filters: sizedText(d.filters),
    meshes: sizedText(d.meshes),
    outdoorAir: text(d.outdoorAir),
    smokeDetectors: text(d.smokeDetectors),
    economizerHighLimitF: text(d.economizerHighLimitF),
    ignition: text(d.controls?.ignition),
    commanded: text(d.controls?.commanded),
    ...Object.fromEntries(HAS.map((name) => [name, hasText(d.controls?.[name])])),
    strips: text(d.controls?.strips),
    method: text(charging?.method),
    targetF: text(charging?.targetF),
    circuits: JSON.stringify(
      unit.circuits.map((c): CircuitTyped => ({
        number: c.number,
        refrigerant: text(c.refrigerant),
        chargeLb: text(c.chargeLb),
        metering: text(c.metering),
        compressors: compressorText(c.compressors),
      })),
    ),
  };
}

export const circuitsOf = (typed: MachineTyped): CircuitTyped[] =>
  JSON.parse(typed.circuits || '[]') as CircuitTyped[];

/** What parts the stages of a heater: 150,000, 300,000 as well as 150000,300000 or 150000; 300000. */
const BETWEEN = /;|,\s+|(?<=\d{4}),(?=\d{4})/;

/** What is sent, and what cannot be read, by field. Empty fields are not known, never zero. */
export function patchFrom(typed: MachineTyped): {
  patch: Record<string, unknown>;
  errors: Map<string, string>;
} {
  const errors = new Map<string, string>();
  const word = (name: string) => typed[name]?.trim() || undefined;
  const read = <T>(name: string, reader: (raw: string) => T): T | undefined =>
    attempt(name, word(name) ?? '', reader);
  const attempt = <T>(name: string, raw: string, reader: (raw: string) => T): T | undefined => {
    if (raw === '') return undefined;
    try {
      return reader(raw);
    } catch (error) {
      errors.set(name, (error as RangeError).message);
      return undefined;
    }
  };
  const num = (name: string) => read(name, plainNumber);
  /** A quantity in the unit the record keeps it in, whatever unit was typed with it. */
  const inUnit = (name: string, quantity: QuantityName, unit: string) =>
    read(name, (raw) => typedIn(quantity, unit, raw));
  const amps = (name: string) => inUnit(name, 'current', 'A');
  const inches = (name: string) => inUnit(name, 'length', 'in');
  const degrees = (name: string) => inUnit(name, 'temperatureDifference', 'Δ°F');
  const sized = (name: string): Sized[] | undefined => read(name, readSized);
  const stages = read('stagesBtuh', (raw) =>
    raw.split(BETWEEN).map((part) => {
      const value = typedIn('heatRate', 'Btu/h', part);
      if (!(value > 0)) throw new RangeError(`"${part.trim()}" is no Btu/h`);
      return value;
    }),
  );
  const details: MachineDetails = {
    electrical: group({
      mcaA: amps('mcaA'),
      mocpA: amps('mocpA'),
      controlVa: inUnit('controlVa', 'apparentPower', 'VA'),
      dual: word('dual') === DUAL_VOLTS ? true : undefined,
    }),
    heat: group({
      fuel: word('fuel') as never,
      stagesBtuh: stages,
      riseMinF: degrees('riseMinF'),
      riseMaxF: degrees('riseMaxF'),
      manifoldInWc: inUnit('manifoldInWc', 'gasPressure', 'in w.c.'),
      burners: num('burners'),
    }),
    blower: group({
      drive: word('drive') as never,
      motorHp: inUnit('motorHp', 'power', 'hp'),
      motorFlaA: amps('motorFlaA'),
      belts: sized('belts'),
      motorPulleyIn: inches('motorPulleyIn'),
      blowerPulleyIn: inches('blowerPulleyIn'),
      cfm: inUnit('cfm', 'airFlow', 'cfm'),
    }),
    condenserFans: num('condenserFans'),
    condenserFanFlaA: amps('condenserFanFlaA'),
    filters: sized('filters'),
    meshes: sized('meshes'),
    outdoorAir: word('outdoorAir') as never,
    smokeDetectors: word('smokeDetectors') as never,
    economizerHighLimitF: inUnit('economizerHighLimitF', 'temperature', '°F'),
    controls: group({
      ignition: word('ignition') as never,
      commanded: word('commanded') as never,
      ...Object.fromEntries(HAS.map((name) => [name, word(name) && word(name) === 'yes'])),
      strips: num('strips'),
    }),
    charging: group({ method: word('method') as never, targetF: degrees('targetF') }),
  };
  const circuits = circuitsOf(typed).map((c) => {
    let compressors: ReturnType<typeof readCompressors> = [];
    try {
      compressors = readCompressors(c.compressors);
    } catch (error) {
      errors.set(`circuit ${c.number} compressors`, (error as RangeError).message);
    }
    const charge = attempt(`circuit ${c.number} chargeLb`, c.chargeLb.trim(), (raw) => {
      const value = typedIn('mass', 'lb', raw);
      if (!(value > 0)) throw new RangeError('is no weight');
      return value;
    });
    return {
      number: c.number,
      refrigerant: c.refrigerant.trim() || null,
      chargeLb: charge ?? null,
      metering: c.metering || null,
      compressors,
    };
  });
  return {
    patch: {
      manufacturer: word('manufacturer') ?? null,
      model: word('model') ?? null,
      serial: word('serial') ?? null,
      builtOn: word('builtOn') ?? null,
      tons: inUnit('tons', 'heatRate', 'tons') ?? null,
      voltage: inUnit('voltage', 'voltage', 'V') ?? null,
      phase: num('phase') ?? null,
      handlingNotes: word('handlingNotes') ?? null,
      details: group(details) ?? {},
      circuits,
    },
    errors,
  };
}

/** What is left of a group after everything not known is dropped; nothing at all is not a group. */
function group<T extends object>(given: T): T | undefined {
  const known = Object.entries(given).filter(([, value]) => value !== undefined);
  return known.length > 0 ? (Object.fromEntries(known) as T) : undefined;
}
