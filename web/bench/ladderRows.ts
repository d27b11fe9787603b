import type { Ladder, Rung } from '#core/circuitry/ladder';

/** One line of the drawing: from a terminal through what stands in series, to a load or to another terminal. */
export interface Row {
  /** Terminals from left to right; between two of them stands the element of the same number. */
  readonly nodes: readonly string[];
  readonly elements: readonly Rung[];
  /** Control is drawn apart from what hurts. */
  readonly line: boolean;
}

type Between = Extract<Rung, { a: string; b: string }>;
const isBetween = (rung: Rung): rung is Between => 'a' in rung;

/**
 * The ladder of a machine as lines to draw: each load with what stands before it, up to where another line already
 * came by; what is beside them in lines of their own. Every element is drawn once, every terminal at least once.
 *
 * @param line terminals that the supply reaches
 */
export function ladderRows(ladder: Ladder, line: ReadonlySet<string>): Row[] {
  const rungs = ladder.rungs.filter((rung) => rung.kind !== 'monitor' && rung.kind !== 'capacitor');
  const drawn = new Set<Rung>();
  const reached = new Set<string>([...ladder.supply.legs]);
  const rows: Row[] = [];
  const add = (chain: readonly Rung[], nodes: readonly string[]): void => {
    chain.forEach((rung) => drawn.add(rung));
    nodes.forEach((node) => reached.add(node));
    rows.push({ nodes, elements: chain, line: line.has(nodes[0] ?? '') });
  };
  /** What stands before a terminal, up to one that was reached already. */
  const upstream = (node: string): Between[] => {
    const chain: Between[] = [];
    const met = new Set<string>();
    for (let at = node; !reached.has(at) && !met.has(at);) {
      met.add(at);
      const before = rungs
        .filter(isBetween)
        .find((rung) => rung.b === at && !drawn.has(rung) && rung.kind !== 'coil' && rung.kind !== 'heater');
      if (!before) break;
      chain.unshift(before);
      at = before.a;
    }
    return chain;
  };
  const nodesOf = (chain: readonly Between[], last: string): string[] => [
    ...(chain.length > 0 ? [(chain[0] as Between).a, ...chain.map(({ b }) => b)] : [last]),
  ];
  for (const rung of rungs) {
    if (rung.kind === 'transformer') {
      const chain = upstream(rung.primary[0]);
      add([...chain, rung], [...nodesOf(chain, rung.primary[0]), rung.primary[1]]);
      rung.secondary.forEach((node) => reached.add(node));
    } else if (rung.kind === 'coil' || rung.kind === 'heater') {
      const chain = upstream(rung.a);
      add([...chain, rung], [...nodesOf(chain, rung.a), rung.b]);
    } else if (rung.kind === 'motor') {
      rung.legs.forEach((leg, k) => {
        const chain = upstream(leg);
        // The motor stands at the end of its first leg; the others end at its terminals.
        if (k === 0) add([...chain, rung], [...nodesOf(chain, leg), rung.legs[1] as string]);
        else if (chain.length > 0) add(chain, nodesOf(chain, leg));
      });
    } else if (rung.kind === 'board' || rung.kind === 'control') {
      const read = rung.kind === 'board' ? [rung.proof, rung.limits, rung.call] : Object.values(rung.reads);
      for (const node of read) {
        const chain = upstream(node);
        if (chain.length > 0) add(chain, nodesOf(chain, node));
      }
      drawn.add(rung);
    }
  }
  for (const rung of rungs.filter(isBetween)) if (!drawn.has(rung)) add([rung], [rung.a, rung.b]);
  // What hurts stands first.
  return rows.sort((x, y) => Number(y.line) - Number(x.line));
}
