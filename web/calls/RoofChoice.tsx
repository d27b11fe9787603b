import { useMemo } from 'react';
import { MiniRoof, useRoofs } from '../drawings/MiniRoof.tsx';
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
  const roofs = useRoofs(useMemo(() => [siteId], [siteId]));
  const marked = useMemo(() => (unitId === null ? [] : [unitId]), [unitId]);
  const [ref, width] = useWidth<HTMLDivElement>(560);
  return (
    <div ref={ref} className="space-y-1">
      {roofs.map((roof) => (
        <MiniRoof
          key={roof.id}
          roof={roof}
          width={width}
          height={Math.min(190, Math.max(150, width * 0.36))}
          marked={marked}
          onChoose={(chosen) => onUnit(chosen === unitId ? null : chosen)}
        />
      ))}
    </div>
  );
}
