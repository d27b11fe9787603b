import { Plate } from '../ui/marks/Plate.tsx';
import type { PlateState } from '../ui/marks/plateWords.ts';
import { useInBrief } from './MiniStory.tsx';

/**
 * The tag of a unit that a list names, with the state that came with the two years of the list around it: the
 * same tag wherever the unit stands. What the row itself knows is shown at once; until the rest has come the
 * tag is dotted.
 */
export function UnitPlate({
  unitId,
  tag,
  linked = true,
  flagKinds = [],
  status,
}: PlateState & { unitId: string; tag: string; linked?: boolean }) {
  const brief = useInBrief(unitId);
  return (
    <Plate
      tag={tag}
      to={linked ? `/units/${unitId}` : undefined}
      flagKinds={[...new Set([...flagKinds, ...(brief?.flagKinds ?? [])])]}
      status={status}
      known={brief !== undefined}
    />
  );
}
