export interface Row {
  readonly what: string;
  readonly figure: string;
  readonly yardstick: string;
  readonly wanted: string;
  readonly met: boolean;
}

/** The benchmark table: each figure beside a yardstick measured in the same run. */
export function printTable(rows: readonly Row[]): void {
  const columns = [
    ['what', 'figure', 'yardstick in the same run', 'wanted', ''],
    ...rows.map((r) => [r.what, r.figure, r.yardstick, r.wanted, r.met ? 'met' : 'MISSED']),
  ];
  const widths = [0, 1, 2, 3, 4].map((i) => Math.max(...columns.map((c) => (c[i] as string).length)));
  for (const line of columns) console.log(line.map((cell, i) => cell.padEnd(widths[i] as number)).join('  '));
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}
