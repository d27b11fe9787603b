/*
 * A draft that was begun on one state of a record and is opened over a newer one has three sides: how it was,
 * how it is now, and what was typed.
 */

export type Typed = Readonly<Record<string, string>>;

export interface Sides {
  /** What the form shows: what was typed where something was, what is now everywhere else. */
  readonly shown: Typed;
  /** Fields that were changed here; only these are sent. */
  readonly mine: readonly string[];
  /** Fields changed here and by somebody else since, each to something else: somebody has to choose. */
  readonly both: readonly string[];
}

/**
 * The sides of a draft.
 *
 * @param base the record as it was when typing began
 * @param now the record as it is
 * @param typed what stands in the form
 */
export function sidesOf(base: Typed, now: Typed, typed: Typed): Sides {
  const names = [...new Set([...Object.keys(now), ...Object.keys(typed)])];
  const side = (of: Typed, name: string) => of[name] ?? '';
  const mine = names.filter((name) => side(typed, name) !== side(base, name));
  const both = mine.filter(
    (name) => side(now, name) !== side(base, name) && side(now, name) !== side(typed, name),
  );
  return {
    shown: Object.fromEntries(names.map((name) => [name, side(mine.includes(name) ? typed : now, name)])),
    mine,
    both,
  };
}
