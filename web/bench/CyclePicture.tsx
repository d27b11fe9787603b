import { useMemo } from 'react';
import { Chart } from '../ui/frame/Chart.tsx';
import { cycleChart, cycleWords, type Cycle } from './cycleChart.ts';

/** Pressure over heat content: the cycle as it runs, and the sound one behind it as a ghost. */
export default function CyclePicture({ refrigerant, sound, now, system }: Cycle) {
  const option = useMemo(
    () => cycleChart({ refrigerant, sound, now, system }),
    [refrigerant, sound, now, system],
  );
  return (
    <Chart
      option={option}
      label={cycleWords({ refrigerant, sound, now, system })}
      className="h-64 w-full sm:h-80"
    />
  );
}
