import type { PlanView } from '#contracts/routes';
import { clockText, durationText } from '#core/time';

const WIDTH = 1000;

/**
 * A crew's day as a strip of time: hatched drives, solid work, open waits, opening hours as a thin line above
 * each stop.
 */
export function DayStrip({
  plan,
  shift,
  names,
  windows,
}: {
  plan: PlanView;
  shift: { start: number; end: number };
  names: ReadonlyMap<string, string>;
  windows?: ReadonlyMap<string, readonly (readonly [number, number])[]>;
}) {
  const from = Math.floor(Math.min(shift.start, plan.departAt) / 60) * 60;
  const to = Math.ceil(Math.max(shift.end, plan.returnAt) / 60) * 60;
  const x = (minute: number) => ((Math.min(Math.max(minute, from), to) - from) / (to - from)) * WIDTH;
  const hours = Array.from({ length: (to - from) / 60 + 1 }, (_, i) => from + i * 60);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The day as a strip of time">
      <svg
        viewBox={`-6 0 ${WIDTH + 12} 96`}
        className="w-full min-w-[520px]"
        role="img"
        aria-label={`Leaves at ${clockText(plan.departAt)}, back at ${clockText(plan.returnAt)}, ${plan.stops.length} stops. The stops are listed below.`}
      >
        <defs>
          <pattern
            id="drive"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="6" height="6" fill="var(--sheet)" />
            <line x1="0" y1="0" x2="0" y2="6" stroke="var(--soft)" strokeWidth="3" />
          </pattern>
        </defs>
        {hours.map((minute) => (
          <g key={minute}>
            <line x1={x(minute)} x2={x(minute)} y1={10} y2={74} stroke="var(--rule)" />
            <text
              x={x(minute)}
              y={90}
              fontSize="12"
              textAnchor={minute === from ? 'start' : minute === to ? 'end' : 'middle'}
              fill="var(--soft)"
            >
              {clockText(minute)}
            </text>
          </g>
        ))}
        <rect
          x={x(plan.departAt)}
          y={34}
          width={Math.max(0, x(plan.returnAt) - x(plan.departAt))}
          height={30}
          fill="url(#drive)"
          stroke="var(--soft)"
        />
        {plan.stops.map((stop, i) => (
          <g key={stop.stopId}>
            {(windows?.get(stop.stopId) ?? []).map(([open, close], k) => (
              <line
                key={k}
                x1={x(open)}
                x2={x(close)}
                y1={22 - (i % 2) * 6}
                y2={22 - (i % 2) * 6}
                stroke="var(--verdigris)"
                strokeWidth="2"
                opacity="0.55"
              />
            ))}
            {stop.startAt - stop.arriveAt > 0.5 ? (
              <rect
                x={x(stop.arriveAt)}
                y={34}
                width={x(stop.startAt) - x(stop.arriveAt)}
                height={30}
                fill="var(--sheet)"
                stroke="var(--soft)"
                strokeDasharray="3 3"
              />
            ) : null}
            <rect
              x={x(stop.startAt)}
              y={30}
              width={Math.max(2, x(stop.leaveAt) - x(stop.startAt))}
              height={38}
              fill="var(--copper)"
            />
            <text
              x={(x(stop.startAt) + x(stop.leaveAt)) / 2}
              y={54}
              fontSize="15"
              fontWeight="700"
              textAnchor="middle"
              fill="var(--on-copper)"
            >
              {i + 1}
            </text>
            <title>{`${i + 1}. ${names.get(stop.stopId) ?? ''}: ${clockText(stop.startAt)} to ${clockText(stop.leaveAt)}, drive ${durationText(stop.driveMinutes)}`}</title>
          </g>
        ))}
        <line x1={x(shift.end)} x2={x(shift.end)} y1={6} y2={76} stroke="var(--ember)" strokeWidth="2" />
        <text x={x(shift.end) - 4} y={12} fontSize="11" textAnchor="end" fill="var(--ember)">
          shift ends
        </text>
      </svg>
      <p className="text-sm text-soft">
        Solid: work. Hatched: driving, {durationText(plan.driveMinutes)}. Dashed: waiting,{' '}
        {durationText(plan.waitMinutes)}. Thin line: open.
      </p>
    </div>
  );
}
