import type { UnitKind } from '#core/base/vocabulary';
import { cell, direct } from './sectionCells.ts';
import {
  GAP,
  middleOf,
  row,
  SCROLL,
  upAndDown,
  WIDTH,
  type Box,
  type Point,
  type SectionLine,
  type SectionPart,
} from './sectionTypes.ts';

/* The fire of a machine, its gas and its flue, apart from the air that is supplied. */

/** With its name above it: flue gas leaves a burner downwards. */
const named = (p: SectionPart): SectionPart => ({
  ...p,
  body: { x: p.x + 8, y: p.y + p.h - 38, w: p.w - 16, h: 36 },
  words: { x: p.words.x, anchor: 'middle', wide: p.w, name: p.y + p.h - 48, grows: 'up' },
  flag: [p.x, p.y - 28],
});

/** Gas comes from the right, flue gas leaves above. */
export const fireParts = (kind: UnitKind, { x, y, w, h }: Box): SectionPart[] =>
  direct(kind)
    ? row([cell('gas valve', 'Gas valve', 'gas-valve')], { x, y, w, h })
    : [
        ...row([cell('inducer', 'Inducer', 'draft')], { x, y, w, h: h / 2 - GAP / 2 }).map((p) => ({
          ...p,
          body: { x: p.x + 8, y: p.y + 4, w: p.w - 16, h: Math.min(p.h - 8, 2 * SCROLL) },
          words: {
            x: p.x + p.w - 74,
            anchor: 'start' as const,
            wide: 74,
            name: p.y + 62,
            grows: 'down' as const,
          },
        })),
        ...row(
          [
            cell('burner', 'Burners, igniter, sensor', 'flame', { weight: 1.4 }),
            cell('gas valve', 'Gas valve', 'gas-valve'),
          ],
          { x, y: y + h / 2 + GAP / 2, w, h: h / 2 - GAP / 2 },
        ).map(named),
      ];

const centreOf = ({ body }: SectionPart): Point => [middleOf(body), body.y + body.h / 2];

/** Tubes of an exchanger: an even number of passes from one end to the other, down first. */
function tubes({ body }: SectionPart): Point[] {
  const wide = Math.min(body.w, 200);
  const left = middleOf(body) - wide / 2;
  return upAndDown(left + 12, left + wide - 12, body.y, body.y + body.h, 4);
}

/** Gas to the burner, and what it burns to: through the exchanger, to the inducer, out above. */
export function fireLines(parts: readonly SectionPart[]): SectionLine[] {
  const [inducer, burner, valve, exchanger] = ['inducer', 'burner', 'gas valve', 'heat exchanger'].map((id) =>
    parts.find((p) => p.id === id),
  );
  const lines: SectionLine[] = [];
  if (valve && burner) {
    const [, at] = centreOf(valve);
    const [burnerX] = centreOf(burner);
    const past = valve.body.x;
    lines.push({
      kind: 'gas',
      points:
        burner.y === valve.y
          ? [
              [WIDTH + 30, at],
              [burnerX, at],
            ]
          : [
              [WIDTH + 30, at],
              [past, at],
              [past, burner.y - 12],
              [burnerX, burner.y - 12],
              [burnerX, burner.body.y],
            ],
      word: { text: 'gas', at: [WIDTH + 16, at - 9], anchor: 'middle' },
    });
  }
  if (inducer && burner && exchanger) {
    const through = tubes(exchanger);
    const [fromX, fromY] = centreOf(burner);
    const [outX, outY] = centreOf(inducer);
    const wall = exchanger.y - 12;
    const [first, last] = [through[0] as Point, through.at(-1) as Point];
    // Past the right of the burner's field, so that the flue crosses no part on its way up.
    const up = inducer.x + inducer.w + 12;
    const out = outX - Math.min(inducer.body.w / 2, inducer.body.h / 2, SCROLL) * 0.62;
    lines.push({
      kind: 'flue',
      points: [
        [fromX, fromY],
        [fromX, wall],
        [first[0], wall],
        ...through,
        [last[0], wall],
        [up, wall],
        [up, outY],
        [outX, outY],
      ],
    });
    lines.push({
      kind: 'flue',
      points: [
        [out, outY],
        [out, 0],
      ],
      word: { text: 'flue', at: [out + 12, 12], anchor: 'start' },
    });
  }
  return lines;
}
