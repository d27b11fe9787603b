import { useMemo } from 'react';
import { MiniRoof, useRoofsIfKnown } from '../drawings/MiniRoof.tsx';
import { useWidth } from '../ui/frame/useWidth.ts';

/** The roof a caller speaks of: a tap on a unit says that it is about this one, another takes it back. */
export function RoofChoice({
  siteId,
  unitId,
  onUnit,
}: {
  siteId: string;
  unitId: string | null;
  onUnit: (unitId: string | null) => void;
}) {
  const roofs = useRoofsIfKnown(useMemo(() => [siteId], [siteId]));
  const marked = useMemo(() => (unitId === null ? [] : [unitId]), [unitId]);
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const height = Math.min(190, Math.max(150, width * 0.36));
  return (
    // Its room is kept while it is on its way: the fields below stay where they are.
    <div ref={ref} className="space-y-1" style={{ minHeight: roofs === undefined ? height : undefined }}>
      {roofs?.map((roof) => (
        <MiniRoof
          key={roof.id}
          roof={roof}
          width={width}
          height={height}
          marked={marked}
          onChoose={(chosen) => onUnit(chosen === unitId ? null : chosen)}
        />
      ))}
    </div>
  );
}
