/**
 * Short marks for crews on a map, no two alike: the first letters of the words of a name, longer where two
 * would be the same.
 *
 * @example initialsOf(['South Bank', 'Harbour', 'Heavy Plant']) // SB, Ha, HP
 */
export function initialsOf(names: readonly string[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const taken = new Set<string>();
  for (const name of names) {
    const words = name.trim().split(/\s+/).filter(Boolean);
    const letters = words.length > 1 ? words.map((word) => word.charAt(0)).join('') : '';
    const tries = [
      letters.slice(0, 3),
      ...[2, 3, 4].map((length) => name.replace(/\s+/g, '').slice(0, length)),
      ...Array.from({ length: names.length }, (_, i) => `${name.charAt(0)}${i + 1}.`),
    ];
    const mark = tries.find((one) => one.length > 1 && !taken.has(one.toLowerCase())) ?? name;
    taken.add(mark.toLowerCase());
    found.set(name, mark);
  }
  return found;
}
