import type { PartId } from '#core/machine';
import type { Ladder } from '#core/circuitry/ladder';
import { oddOf, questionWords, type Observed } from '#core/diagnosis';
import type { Code } from '#core/evidence';
import { isHeld, type OutboxItem } from '../outbox/db.ts';

/** A line of a sheet as far as it says what was seen or altered. */
interface Line {
  readonly id: string;
  readonly kind: string;
  readonly unitId: string | null;
  readonly body: Record<string, unknown>;
  readonly occurredAt: string;
  /** Where it still waits on this phone, or was refused. */
  readonly item?: OutboxItem;
}

/** An observation with the line that holds it. */
export interface Held {
  readonly lineId: string;
  readonly asked: string;
  readonly at: string;
  readonly seen: Observed;
}

/** Parts that are adjusted, by what the line says was adjusted. */
const ADJUSTS: Readonly<Record<string, PartId>> = {
  'expansion valve': 'metering device',
  'gas pressure': 'gas valve',
  belt: 'blower belt',
  charge: 'refrigerant circuit',
  damper: 'economizer',
  pulley: 'pulley',
  'set point': 'thermostat',
};

/** Measured at the panel, and not at the machine. */
const isOfPanel = ({ kind, body }: Line): boolean =>
  kind === 'observation' && (body.seen as Observed).kind === 'supply';

/** What of a line is evidence: what was seen, and whatever alters the machine. */
function ofLine({ kind, body }: Line): readonly Observed[] {
  switch (kind) {
    case 'observation':
      return [body.seen as Observed];
    case 'code': {
      const { board, code, when, points = [] } = body as unknown as Code;
      return when === 'on the chart' ? [] : [{ kind: 'code', code: `${board} ${code}`, points }];
    }
    case 'work': {
      const installed = (body.installed as readonly { slot: { part: PartId } }[] | undefined) ?? [];
      return installed.map(({ slot: { part } }) => ({ kind: 'changed', part, how: 'swapped' }));
    }
    case 'refrigerant':
      return Number(body.addedLb ?? 0) > 0
        ? [{ kind: 'changed', part: 'refrigerant circuit', how: 'charged' }]
        : [];
    case 'adjustment': {
      const part = ADJUSTS[String(body.what)];
      return part ? [{ kind: 'changed', part, how: 'adjusted' }] : [];
    }
    default:
      return [];
  }
}

/**
 * The evidence of a sheet about one unit, oldest first; what cannot be of this machine as it is drawn now is left
 * out, and told beside it. What the server refused says nothing.
 *
 * @param onPanel other units that are fed from the same panel: what was measured there speaks of this one too
 */
export function evidenceOf(
  lines: readonly Line[],
  unitId: string,
  ladder: Ladder,
  onPanel: ReadonlySet<string> = new Set(),
): { readonly held: readonly Held[]; readonly odd: readonly Held[] } {
  const held = lines
    .filter((line) => !(line.item && isHeld(line.item)))
    .filter((line) => line.unitId === unitId || (onPanel.has(line.unitId ?? '') && isOfPanel(line)))
    .sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt))
    .flatMap((line) =>
      ofLine(line).map((seen): Held => ({
        ...{ lineId: line.id, at: line.occurredAt, seen },
        asked: String(line.body.asked ?? '') || questionWords(ladder, seen),
      })),
    );
  return {
    held: held.filter(({ seen }) => oddOf(ladder, seen) === undefined),
    odd: held.filter(({ seen }) => oddOf(ladder, seen) !== undefined),
  };
}
