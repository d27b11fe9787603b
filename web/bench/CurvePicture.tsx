import { useMemo } from 'react';
import { Chart } from '../ui/frame/Chart.tsx';
import { curveChart, curveWords, type Curves } from './curveChart.ts';

/** Both curves of a refrigerant with the pressure or temperature of the card on them. */
export default function CurvePicture({ refrigerant, psig, tempF, system }: Curves) {
  const option = useMemo(
    () => curveChart({ refrigerant, psig, tempF, system }),
    [refrigerant, psig, tempF, system],
  );
  return (
    <Chart option={option} label={curveWords({ refrigerant, system })} className="h-52 w-full max-w-lg" />
  );
}
