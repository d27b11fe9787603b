import { compressorRungs } from './cooling.ts';
import type { LadderPlate } from './plate.ts';
import type { Program, Rung } from './types.ts';

/** Wait after the water valve, then the low-pressure switch is not asked for so long [common practice]. */
const STARTS_S = 300;
const LOW_IGNORED_S = 90;

const UNIT_CONTROL: Program = {
  tries: 3,
  phases: [
    { name: 'off', pulls: [], goes: [{ to: 'starts', yes: ['call'] }] },
    {
      ...{ name: 'starts', pulls: [] },
      goes: [
        { to: 'off', no: ['call'] },
        { to: 'comes up', after: STARTS_S, yes: ['safe'] },
      ],
    },
    {
      ...{ name: 'comes up', pulls: ['compressor'] },
      goes: [
        { to: 'off', no: ['call'] },
        { to: 'starts', no: ['safe'], counts: true },
        { to: 'runs', after: LOW_IGNORED_S },
      ],
    },
    {
      ...{ name: 'runs', pulls: ['compressor'] },
      goes: [
        { to: 'off', no: ['call'] },
        { to: 'starts', no: ['safe', 'low pressure'], counts: true },
      ],
    },
    { name: 'lockout', pulls: [], goes: [{ to: 'off', no: ['call'] }] },
  ],
};

/** What of a heat pump on a water loop is not the thermostat, its blower and its reversing valve. */
export const waterSourceRungs = (plate: LadderPlate): Rung[] => [
  {
    ...{ kind: 'coil', id: 'water valve', part: 'pump or loop', a: 'Y', b: 'C', volts: 24 },
    ...{ hold: 60, pull: 60, dc: 45, does: 'water valve' },
  },
  {
    ...{ kind: 'switch', id: 'high-pressure switch', part: 'high-pressure switch', a: 'R', b: 'HP' },
    ...{ feels: 'high pressure', closes: 'while it is not' },
  },
  {
    ...{ kind: 'switch', id: 'freeze stat', part: 'freeze stat', a: 'HP', b: 'FZ' },
    ...{ feels: 'coil freezing', closes: 'while it is not' },
  },
  {
    ...{ kind: 'switch', id: 'low-pressure switch', part: 'low-pressure switch', a: 'R', b: 'LP' },
    ...{ feels: 'low pressure', closes: 'while it is not' },
  },
  {
    ...{ kind: 'control', id: 'unit control', part: 'main board', power: ['R', 'C'], feels: [] },
    ...{ reads: { call: 'Y', safe: 'FZ', 'low pressure': 'LP' }, program: UNIT_CONTROL, relaysFail: true },
  },
  {
    ...{ kind: 'contact', id: 'compressor relay', part: 'main board', a: 'R', b: 'TD' },
    ...{ of: 'unit control:compressor', normally: 'open' },
  },
  ...compressorRungs(plate, 1),
];

/** Minutes of heating between two defrosts, seconds; and the longest one lasts [common practice: 30, 60, 90]. */
const BETWEEN_DEFROSTS_S = 1800;
const LONGEST_DEFROST_S = 600;

/**
 * A defrost of a heat pump: by time and a cold coil, or by its test pins, which stand for the time and the sensor. It
 * cools for some minutes, with the outdoor fan off.
 */
export const defrostRungs = (): Rung[] => {
  const part = 'defrost control';
  return [
    { ...{ kind: 'call', id: 'test pins', part, a: 'R', b: 'TP', calls: ['defrost test'] } },
    {
      ...{ kind: 'switch', id: 'defrost sensor', part, a: 'R', b: 'DT' },
      ...{ feels: 'outdoor coil cold', closes: 'while it is so' },
    },
    {
      ...{ kind: 'control', id: 'defrost control', part, power: ['R', 'C'], feels: [] },
      reads: { call: 'Y', sensor: 'DT', pins: 'TP' },
      program: {
        phases: [
          {
            ...{ name: 'heats', pulls: [] },
            goes: [
              { to: 'is tested', yes: ['pins'] },
              { to: 'defrosts', after: BETWEEN_DEFROSTS_S, yes: ['call', 'sensor'] },
            ],
          },
          {
            ...{ name: 'defrosts', pulls: ['reverses', 'stops fan'] },
            goes: [
              { to: 'heats', after: LONGEST_DEFROST_S },
              { to: 'heats', no: ['sensor'] },
            ],
          },
          {
            ...{ name: 'is tested', pulls: ['reverses', 'stops fan'] },
            goes: [{ to: 'heats', no: ['pins'] }],
          },
        ],
      },
    },
    {
      ...{ kind: 'contact', id: 'defrost relay', part, a: 'R', b: 'O' },
      ...{ of: 'defrost control:reverses', normally: 'open' },
    },
  ];
};
