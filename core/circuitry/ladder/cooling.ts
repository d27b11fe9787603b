import { callTerminal, type LadderPlate } from './plate.ts';
import { nth, type Rung, type Stage } from './types.ts';
import { when } from './when.ts';

/** A terminal of a later stage bears its number in front. */
const at = (terminal: string, stage: Stage): string => (stage === 1 ? terminal : `${stage}${terminal}`);

/**
 * One stage of cooling: its call goes through every safety to the timer and the contactor; compressor and condenser
 * fan hang on its poles.
 */
export function stageRungs(plate: LadderPlate, stage: Stage): Rung[] {
  const { proof } = plate;
  const own = (terminal: string): string => at(terminal, stage);
  const call = callTerminal(plate, stage);
  // With a damper that cools for nothing its module lets the call through.
  const called = plate.economizer && stage === 1 ? 'YE' : call;
  return [
    ...when(proof, {
      ...{ kind: 'switch', id: nth('blower proof', stage), part: 'fan proof', a: called, b: own('AP') },
      ...{ feels: 'air', closes: 'while it is so' },
    }),
    {
      ...{ kind: 'switch', id: nth('high-pressure switch', stage), part: 'high-pressure switch' },
      ...{ a: proof ? own('AP') : called, b: own('HP') },
      ...{ feels: nth('high pressure', stage), closes: 'while it is not' },
    },
    {
      ...{ kind: 'switch', id: nth('low-pressure switch', stage), part: 'low-pressure switch' },
      ...{ a: own('HP'), b: own('LP'), feels: nth('low pressure', stage), closes: 'while it is not' },
    },
    {
      ...{ kind: 'switch', id: nth('freeze stat', stage), part: 'freeze stat', a: own('LP'), b: own('FZ') },
      ...{ feels: nth('coil freezing', stage), closes: 'while it is not' },
    },
    {
      ...{ kind: 'timer', id: nth('anti-short-cycle timer', stage), part: 'delay timer' },
      ...{ a: own('FZ'), b: own('TD'), seconds: 180, common: 'C' },
    },
    ...compressorRungs(plate, stage),
  ];
}

/** What the timer of a stage feeds: contactor, poles, compressor, and the condenser fan where air takes its heat. */
export function compressorRungs(plate: LadderPlate, stage: Stage): Rung[] {
  const { volts, phase, heat } = plate;
  const own = (terminal: string): string => at(terminal, stage);
  const contactor = nth('contactor', stage);
  const poles = [1, 2, 3].slice(0, phase === 3 ? 3 : 2);
  const legs = poles.map((k) => own(`T${k}`));
  return [
    {
      ...{ kind: 'coil', id: contactor, part: 'contactor', a: own('TD'), b: 'C' },
      ...{ volts: 24, hold: 72, pull: 14, dc: 12 },
    },
    ...poles.map((k, i): Rung => ({
      ...{
        kind: 'contact',
        id: stage === 1 ? `pole ${k}` : `pole ${k} of stage ${stage}`,
        part: 'contactor',
      },
      ...{ a: `F${k}`, b: legs[i] as string, of: contactor, normally: 'open', heavy: true },
    })),
    {
      ...{ kind: 'motor', id: nth('compressor', stage), part: 'compressor', legs },
      ...{ does: nth('compressor', stage), dc: 0.4, volts },
      ...(phase === 3
        ? { turning: volts / Math.sqrt(3) / 16, stalled: volts / Math.sqrt(3) / 95 }
        : { turning: volts / 18, stalled: volts / 100 }),
    },
    ...when(phase === 1, {
      ...{ kind: 'capacitor', id: nth('compressor capacitor', stage), part: 'capacitor' },
      ...{ of: nth('compressor', stage), microfarads: 45 },
    }),
    ...when(heat !== 'water source', ...fanRungs(plate, stage, legs)),
  ];
}

/** The condenser fan of a stage; a heat pump stops its first one while it defrosts. */
function fanRungs({ volts, heat }: LadderPlate, stage: Stage, [t1 = '', t2 = '']: readonly string[]): Rung[] {
  const stops = heat === 'heat pump' && stage === 1;
  const fed = stops ? 'FM' : t1;
  return [
    ...when(stops, {
      ...{ kind: 'contact', id: 'fan relay', part: 'defrost control', a: t1, b: 'FM' },
      ...{ of: 'defrost control:stops fan', normally: 'closed' },
    }),
    {
      ...{ kind: 'motor', id: nth('condenser fan motor', stage), part: 'condenser fan motor' },
      ...{ legs: [fed, t2], does: nth('condenser fan', stage) },
      ...{ turning: volts / 2.5, stalled: volts / 8, dc: 9, volts },
    },
    {
      ...{ kind: 'capacitor', id: nth('condenser fan capacitor', stage), part: 'capacitor' },
      ...{ of: nth('condenser fan motor', stage), microfarads: 7.5 },
    },
  ];
}
