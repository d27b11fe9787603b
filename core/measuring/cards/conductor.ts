import {
  ampacity,
  CROWDING,
  voltageDropPct,
  WIRE_SIZES,
  type Crowding,
  type WireRating,
  type WireSize,
} from '#core/measuring/electric';
import { answer } from '#core/measuring/answers';
import { degF, say } from '#core/base/quantities';
import { inParts, reader, type Card, type CardPart } from './card.ts';
import { amps, F, LIVE, volts } from './inputs.ts';

/** More than this on the way is too much [M, NEC 210.19 note, a recommendation]. */
const DROP_PCT = 3;
/**
 * The secondary of a control transformer is fused at this share of its amps at most [M, NEC 450.3(B), under 9
 * A].
 */
const SECONDARY_SHARE = 1.67;
const CONTROL_V = 24;
/** The table's own surroundings, °F: taken until somebody says otherwise. */
const TAKEN_F = 86;

/** The conductor against what the plate asks of it. */
const conductorPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const size = text<WireSize>('size');
  const rating = text('rating');
  if (!size || rating === undefined) return [];
  const ambient = num('ambient');
  const carries = ampacity(
    size,
    Number(rating.slice(0, 2)) as WireRating,
    ambient ?? TAKEN_F,
    text<Crowding>('crowding') ?? 'up to 3',
  );
  const asked = num('mca');
  return [
    answer({
      name: 'conductor carries',
      value: carries,
      unit: 'A',
      quantity: 'current',
      formula: 'table · √((Tc − Ta) / (Tc − 30)) · share for company',
      source: 'NEC 310.16, 310.15 [from memory]',
      band:
        asked === undefined
          ? undefined
          : { low: asked, from: 'plate', source: 'minimum circuit ampacity of the plate' },
      ...(asked !== undefined && carries < asked
        ? { advice: 'act' as const, text: 'Too thin for the plate: it runs hot. Off until it is replaced.' }
        : {}),
      improve: [
        ...(asked === undefined ? ['read the minimum circuit ampacity off the plate'] : []),
        ...(ambient === undefined ? [say`how hot is it around the conduit? ${degF(TAKEN_F)} is taken`] : []),
      ],
    }),
  ];
};

/** The fuse or breaker of the unit against its plate. */
const fusePart: CardPart = (values) => {
  const { num, all } = reader(values);
  const fuse = num('fuse');
  if (fuse === undefined) return [];
  const [least, most] = [num('mca'), num('mocp')];
  const both = all('mca', 'mocp');
  const over = most !== undefined && fuse > most;
  return [
    answer({
      name: 'fuse or breaker',
      value: fuse,
      unit: 'A',
      quantity: 'current',
      decimals: 0,
      formula: 'as fitted',
      source: 'plate of the unit',
      band:
        least === undefined && most === undefined
          ? undefined
          : {
              ...(least === undefined ? {} : { low: least }),
              ...(most === undefined ? {} : { high: most }),
              from: 'plate',
              source: 'between minimum ampacity and maximum protection of the plate',
            },
      ...(over
        ? {
            advice: 'act' as const,
            text: 'Above the maximum of the plate it no longer protects: the right size, and find out why it was put in.',
          }
        : least !== undefined && fuse < least
          ? { text: 'Below what the unit draws: it will open for nothing.' }
          : {}),
      improve: both ? [] : ['read minimum ampacity and maximum protection off the plate'],
    }),
  ];
};

/** What the run itself takes. */
const dropPart: CardPart = (values) => {
  const { text, all } = reader(values);
  const size = text<WireSize>('size');
  const run = all('run', 'load', 'supply');
  if (!size || !run) return [];
  return [
    answer({
      name: 'lost on the way',
      value: voltageDropPct(size, run[0], run[1], run[2], text('phases') === 'single-phase' ? 1 : 3),
      unit: '%',
      quantity: 'percent',
      formula: 'A · Ω/ft · ft · 2, or √3 for three phases / V',
      source: 'Ohm’s law; resistance NEC chapter 9 table 8 [from memory]',
      band: { high: DROP_PCT, from: 'published', source: 'NEC recommends 3 % at most' },
    }),
  ];
};

/** The control fuse against what stands behind it. */
const controlFusePart: CardPart = (values) => {
  const { num } = reader(values);
  const [fuse, coils, va] = [num('controlFuse'), num('coils'), num('va')];
  if (fuse === undefined || (coils === undefined && va === undefined)) return [];
  const draws = coils === undefined ? undefined : coils / CONTROL_V;
  const most = va === undefined ? undefined : (SECONDARY_SHARE * va) / CONTROL_V;
  return [
    answer({
      name: 'control fuse',
      value: fuse,
      unit: 'A',
      quantity: 'current',
      formula: 'as fitted; coil VA / 24, and 1.67 · transformer VA / 24 at most',
      source: 'NEC 450.3(B) [from memory]; common practice',
      band: {
        ...(draws === undefined ? {} : { low: draws }),
        ...(most === undefined ? {} : { high: most }),
        from: 'worked out',
        source: 'what the coils draw, and what the transformer stands',
      },
      ...(most !== undefined && fuse > most
        ? { advice: 'act' as const, text: 'Too large: the transformer burns before it opens.' }
        : draws !== undefined && fuse < draws
          ? {
              text: 'It cannot carry the coils behind it: fuse by what stands behind it, not by what is at hand.',
            }
          : {}),
    }),
  ];
};

export const CONDUCTOR_CARD: Card = {
  id: 'conductor',
  title: 'Conductor and fuse',
  words: 'wire awg ampacity gauge mca mocp breaker voltage drop run conduit control fuse 24 volts',
  group: 'electrical',
  inputs: [
    { name: 'size', label: 'Copper conductor', choices: WIRE_SIZES, optional: true },
    {
      name: 'rating',
      label: 'Lowest rating of wire or terminal',
      choices: ['60 °C', '75 °C', '90 °C'],
      usual: '75 °C',
      optional: true,
    },
    F('ambient', 'Around the conduit', { optional: true }),
    {
      name: 'crowding',
      label: 'Conductors that carry current in it',
      choices: Object.keys(CROWDING),
      usual: 'up to 3',
      optional: true,
    },
    amps('mca', 'Minimum circuit ampacity', { plate: 'mcaA' }),
    amps('mocp', 'Maximum protection', { plate: 'mocpA' }),
    amps('fuse', 'Fuse or breaker fitted'),
    { name: 'run', label: 'Run, one way', quantity: 'run', unit: 'ft', optional: true },
    amps('load', 'Amps it carries'),
    volts('supply', 'Supply', { plate: 'volts' }),
    {
      name: 'phases',
      label: 'Phases',
      choices: ['three-phase', 'single-phase'],
      usual: 'three-phase',
      optional: true,
    },
    amps('controlFuse', 'Control fuse'),
    { name: 'coils', label: 'Sum of its coils', quantity: 'apparentPower', unit: 'VA', optional: true },
    { name: 'va', label: 'Transformer', quantity: 'apparentPower', unit: 'VA', optional: true },
  ],
  formula: 'ampacity = table · √((Tc − Ta) / (Tc − 30)) · company; drop % = 100 · A · Ω · wires / V',
  source: 'NEC 310, 240, 450 [from memory]',
  caution: `Copper only; the plate, local code and a licensed electrician decide. Locked out before a wire is moved. ${LIVE}`,
  answers: inParts(conductorPart, fusePart, dropPart, controlFusePart),
};
