import { DUAL_VOLTS, partOf, sizedText, slotKey, slotName } from '#core/machine';
import { listed } from '#core/base/sentences';
import type { SlotView, UnitPage } from '#contracts/units';
import { Button } from '../ui/frame/Button.tsx';
import { number, shortDay } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { compressorText } from './machineForm.ts';

const amps = (value: number | undefined) => (value === undefined ? undefined : `${number(value)} A`);

/** Which machine this one stands in for, and which stand in for it. */
function leadOrStandby({ id, standsInFor, beside }: UnitPage): (readonly [string, string])[] {
  const lead = beside.find((other) => other.id === standsInFor);
  const standby = beside.filter((other) => other.standsInFor === id).map(({ tag }) => tag);
  return [
    ...(lead ? [['Stands in for', lead.tag] as const] : []),
    ...(standby.length > 0 ? [['On standby for it', listed(standby)] as const] : []),
  ];
}

/**
 * What the machine is made of; what nobody has read off it is left out of the second half and named in the
 * first.
 */
export function MachinePanel({ unit, onWrite }: { unit: UnitPage; onWrite: (() => void) | undefined }) {
  const { electrical, heat, blower, charging, ...d } = unit.details;
  const range = (least: number | undefined, most: number | undefined, unitWord: string) =>
    least === undefined && most === undefined ? undefined : `${least ?? '?'} to ${most ?? '?'} ${unitWord}`;
  const first: readonly (readonly [string, string])[] = [
    ['Kind', unit.kind],
    ['State', unit.status],
    ...leadOrStandby(unit),
    ['Maker, model', [unit.manufacturer, unit.model].filter(Boolean).join(' ') || 'not known'],
    ['Serial', unit.serial ?? 'not known'],
    ['Built', unit.builtOn ? shortDay(unit.builtOn) : 'not known'],
    ['Installed', unit.installedOn ? shortDay(unit.installedOn) : 'not known'],
    ['Size', unit.tons === null ? 'not known' : `${number(unit.tons)} tons`],
    ['Supply', unit.voltage === null ? 'not known' : `${unit.voltage} V, ${unit.phase ?? '?'} phase`],
  ];
  const second = (
    [
      ['Minimum ampacity', amps(electrical?.mcaA)],
      ['Maximum protection', amps(electrical?.mocpA)],
      ['For two supplies', electrical?.dual ? DUAL_VOLTS : undefined],
      ['Control transformer', electrical?.controlVa === undefined ? undefined : `${electrical.controlVa} VA`],
      ['Heat', heat?.fuel],
      ['Input', heat?.stagesBtuh?.map((b) => `${b.toLocaleString('en-US')} Btu/h`).join(', then ')],
      ['Rise', range(heat?.riseMinF, heat?.riseMaxF, '°F')],
      ['Manifold', heat?.manifoldInWc === undefined ? undefined : `${heat.manifoldInWc} in w.c.`],
      [
        'Blower',
        [
          blower?.drive,
          blower?.motorHp === undefined ? '' : `${blower.motorHp} hp`,
          blower?.motorFlaA === undefined ? '' : `${blower.motorFlaA} A`,
        ]
          .filter(Boolean)
          .join(', ') || undefined,
      ],
      ['Belts', sizedText(blower?.belts) || undefined],
      [
        'Pulleys',
        blower?.motorPulleyIn || blower?.blowerPulleyIn
          ? `motor ${blower.motorPulleyIn ?? '?'} in, blower ${blower.blowerPulleyIn ?? '?'} in`
          : undefined,
      ],
      ['Filters', sizedText(d.filters) || undefined],
      ['Mesh', sizedText(d.meshes) || undefined],
      ['Outdoor air', d.outdoorAir],
      ['Duct smoke detectors', d.smokeDetectors],
      [
        'Charge by',
        charging?.method
          ? `${charging.method}${charging.targetF === undefined ? '' : `, ${charging.targetF} °F`}`
          : undefined,
      ],
    ] as readonly (readonly [string, string | undefined])[]
  ).filter(([, value]) => value !== undefined);
  return (
    <Panel
      title="The machine"
      actions={onWrite ? <Button onClick={onWrite}>Write what the plate says</Button> : null}
    >
      <dl className="nameplate">
        {[...first, ...second].map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <h3 className="mt-3 text-sm">Circuits</h3>
      {unit.circuits.length === 0 ? <p className="text-soft">None on record.</p> : null}
      <ul>
        {unit.circuits.map((c) => (
          <li key={c.id}>
            {c.number}: {c.refrigerant ?? 'refrigerant not known'},{' '}
            {c.chargeLb === null ? 'charge not known' : `${number(c.chargeLb, 2)} lb`}
            {c.metering ? `, ${c.metering}` : ''}
            {c.compressors.length > 0 ? (
              <span className="block text-sm text-soft">
                compressors, stage rated/locked A: {compressorText(c.compressors)}
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      <h3 className="mt-3 text-sm">What is in its slots</h3>
      <ul className="columns-2 text-sm">
        {unit.slots.filter(inside).map((slot) => (
          <li key={slotKey(slot)} className="break-inside-avoid">
            {slotName(slot)}
            {slot.installed ? (
              <span className="block text-soft">
                {slot.installed.from ? `since ${shortDay(slot.installed.from)}` : ''}{' '}
                {slot.installed.model ?? ''}
                {slot.earlier > 0 ? `, ${slot.earlier} before it` : ''}
              </span>
            ) : null}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** Slots worth naming: those something is on record of, and the parts a counter asks about by their age. */
const inside = (slot: SlotView): boolean =>
  slot.installed !== null || slot.earlier > 0 || partOf(slot.part).lifeYears !== undefined;
