import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { POINT_KINDS, type PointKind } from '#core/places/tracing';
import { pointFields, type NewPoint, type PointPatch, type TracingView } from '#contracts/tracing';
import { useCreatePointMutation, useUpdatePointMutation } from '../api/tracing.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { RecordForm, type FormField } from '../ui/forms/RecordForm.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

const KINDS = (Object.keys(POINT_KINDS) as PointKind[]).filter((kind) => kind !== 'unit');

const fieldsOf = (kind: PointKind): FormField[] => [
  { name: 'name', label: 'Name', hint: 'As it is written on it' },
  { name: 'place', label: 'Where it is' },
  ...(kind === 'panel' || kind === 'disconnect' || kind === 'service'
    ? ([
        { name: 'volts', label: 'Volts between legs', kind: 'number' },
        { name: 'phase', label: 'Phase', hint: '1 or 3', kind: 'number' },
        { name: 'ratingA', label: kind === 'disconnect' ? 'Rating or fuse, A' : 'Main, A', kind: 'number' },
      ] as const)
    : []),
  ...(kind === 'panel' ? ([{ name: 'spaces', label: 'Pole spaces', kind: 'number' }] as const) : []),
];

/** A panel, thermostat, area or other point: new, or changed. */
export function PointForm({
  net,
  pointId,
  onClose,
}: {
  net: TracingView;
  pointId: string | undefined;
  onClose: () => void;
}) {
  const point = net.points.find((p) => p.id === pointId);
  const [kind, setKind] = useState<PointKind | undefined>(point?.kind);
  const [create] = useCreatePointMutation();
  const [update] = useUpdatePointMutation();
  if (!kind)
    return (
      <Dialog open onClose={onClose} title="What is it?">
        <div className="grid grid-cols-2 gap-2">
          {KINDS.map((k) => (
            <Button key={k} roof onClick={() => setKind(k)}>
              {POINT_KINDS[k]}
            </Button>
          ))}
        </div>
      </Dialog>
    );
  const retire = async () => {
    if (!point) return;
    try {
      const gone = await update({ id: point.id, patch: { version: point.version, retired: true } }).unwrap();
      const links = net.links.length - gone.links.length;
      say(
        `${point.name} is off the record${links > 0 ? `, with ${links} ${links === 1 ? 'fact' : 'facts'}` : ''}`,
        { undo: () => update({ id: point.id, patch: { version: point.version + 1, retired: false } }) },
      );
      onClose();
    } catch (error) {
      sayRefused(error);
    }
  };
  return (
    <RecordForm
      title={point ? `Change ${point.name}` : `New: ${POINT_KINDS[kind].toLowerCase()}`}
      fields={fieldsOf(kind)}
      schema={pointFields.partial()}
      stored={point ? { ...point, place: point.where ?? null } : {}}
      onSave={(patch) =>
        point
          ? update({ id: point.id, patch: patch as PointPatch }).unwrap()
          : create({ ...patch, id: uuid(), siteId: net.siteId, kind } as NewPoint).unwrap()
      }
      onClose={onClose}
      more={
        point ? (
          <Button onClick={() => void retire()} className="ml-auto">
            Gone from the building
          </Button>
        ) : null
      }
    />
  );
}
