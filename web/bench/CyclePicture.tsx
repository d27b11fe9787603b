import { convert } from '#core/quantities';
import { fluidOf, type CoolingState, type SimFluid } from '#core/simulation';
import type { UnitSystem } from '#core/quantities';

const [WIDTH, HEIGHT] = [560, 330];
/** The picture is scaled down on a phone; its words are not to become smaller than they are elsewhere. */
const WORDS = 'text-[19px] sm:text-[12px]';

/** Lines of the pressure axis, in the unit that is shown. */
const LINES = {
  US: { unit: 'psia', at: [30, 60, 125, 250, 500, 800] },
  metric: { unit: 'kPa', at: [200, 400, 800, 1600, 3200, 5600] },
} as const;

interface Corner {
  readonly h: number;
  readonly p: number;
}

/**
 * The four corners of a cycle on the pressure–enthalpy picture: suction, discharge, liquid, after the
 * metering device.
 */
export function cycleCorners(refrigerant: SimFluid, s: CoolingState): Corner[] {
  const fluid = fluidOf(refrigerant);
  const liquid = fluid.liquid(s.liquidLineF);
  return [
    { h: fluid.vapour(s.evaporatingF + s.superheatF, s.evaporatingF), p: s.suctionPsia },
    { h: fluid.vapour(s.dischargeF, s.condensingF), p: s.dischargePsia },
    { h: liquid, p: s.liquidPsia },
    { h: liquid, p: s.suctionPsia },
  ];
}

/**
 * Pressure over heat content: the dome of the refrigerant, the cycle as it runs, and the sound one behind it
 * as a ghost.
 */
export function CyclePicture({
  refrigerant,
  sound,
  now,
  system,
}: {
  refrigerant: SimFluid;
  sound: CoolingState;
  now: CoolingState | undefined;
  system: UnitSystem;
}) {
  const fluid = fluidOf(refrigerant);
  const temps = Array.from({ length: 34 }, (_, i) => -20 + i * 5);
  const corners = now ? cycleCorners(refrigerant, now) : [];
  const ghost = cycleCorners(refrigerant, sound);
  const [least, most] = [
    -8,
    Math.max(fluid.vapour(170, 100), ...[...corners, ...ghost].map((c) => c.h)) + 14,
  ];
  const [low, high] = [Math.log(25), Math.log(900)];
  const x = (h: number) => 44 + ((h - least) / (most - least)) * (WIDTH - 60);
  const y = (p: number) => HEIGHT - 34 - ((Math.log(Math.max(25, p)) - low) / (high - low)) * (HEIGHT - 54);
  const dome = [
    ...temps.map((f) => [fluid.liquid(f), fluid.psia(f, 'bubble')] as const),
    ...temps.toReversed().map((f) => [fluid.vapour(f, f), fluid.psia(f, 'dew')] as const),
  ];
  const path = (corners: readonly Corner[]) =>
    `${corners.map((c, i) => `${i === 0 ? 'M' : 'L'}${x(c.h).toFixed(1)} ${y(c.p).toFixed(1)}`).join(' ')} Z`;
  const { unit, at } = LINES[system];
  const say = (psia: number) => `${Math.round(convert('pressureAbsolute', 'psia', unit, psia))}`;
  const words = ['suction', 'discharge', 'liquid', 'metered'];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`Pressure over heat content of ${refrigerant}. Sound: ${say(sound.suctionPsia)} and ${say(sound.dischargePsia)} ${unit}. ${now ? `Now: ${say(now.suctionPsia)} and ${say(now.dischargePsia)} ${unit}.` : 'Now it does not run.'}`}
    >
      {at.map((p) => {
        const level = y(convert('pressureAbsolute', unit, 'psia', p));
        return (
          <g key={p}>
            <line x1={44} x2={WIDTH - 16} y1={level} y2={level} stroke="var(--rule)" />
            <text x={42} y={level + 5} className={WORDS} textAnchor="end" fill="var(--soft)">
              {p}
            </text>
          </g>
        );
      })}
      <polyline
        points={dome.map(([h, p]) => `${x(h).toFixed(1)},${y(p).toFixed(1)}`).join(' ')}
        fill="var(--zinc)"
        stroke="var(--soft)"
        strokeWidth="1.5"
      />
      <path
        d={path(ghost)}
        fill="none"
        stroke="var(--soft)"
        strokeWidth="3"
        strokeDasharray="3 5"
        opacity="0.8"
      />
      {now?.running ? (
        <path d={path(corners)} fill="none" stroke="var(--copper)" strokeWidth="3.5" strokeLinejoin="round" />
      ) : null}
      {now?.running
        ? corners.map((c, i) => (
            <g key={words[i]}>
              <circle cx={x(c.h)} cy={y(c.p)} r="4.5" fill="var(--copper)" />
              <text
                x={x(c.h) + (i === 2 || i === 3 ? -8 : i === 1 ? 0 : 8)}
                y={y(c.p) + (i === 0 || i === 3 ? 16 : -8)}
                className={WORDS}
                fontWeight="600"
                textAnchor={i === 2 || i === 3 ? 'end' : i === 1 ? 'middle' : 'start'}
                fill="var(--ink)"
              >
                {words[i]}
              </text>
            </g>
          ))
        : null}
    </svg>
  );
}
