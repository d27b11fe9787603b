/**
 * The unit that a heading says its numbers are in: "Capacity (kW)", "Charge [kg]", "Cooling, MBH".
 *
 * @returns undefined where its last word is no unit of a column of ours
 */
export function unitInHeading(heading: string): string | undefined {
  const last = /[[(,\s]\s*([^\s()[\],]+)\s*[\])]?\s*$/.exec(heading)?.[1]?.toLowerCase();
  return last !== undefined && HEADING_UNITS.has(last) ? last : undefined;
}
const HEADING_UNITS: ReadonlySet<string> = new Set(
  'kw btuh btu/h btu/hr mbh kbtuh kbtu/h kg g oz lb lbs'.split(' '),
);
