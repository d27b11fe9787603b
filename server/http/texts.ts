import type { FieldError } from '#contracts/problem';

/**
 * What a text must hold to be kept and shown again as it was: no zero byte (PostgreSQL takes none) and no
 * half of a character.
 */
const keeps = (text: string): boolean => !text.includes('\u0000') && !/\p{Surrogate}/u.test(text);

/** Every text in a value, however deep and names included, that cannot be kept, with its path. */
export function unkeepableTexts(value: unknown, path: readonly string[] = []): FieldError[] {
  if (typeof value === 'string')
    return keeps(value) ? [] : [{ path: path.join('.'), message: 'holds a character that cannot be kept' }];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, inner]) =>
    keeps(name)
      ? unkeepableTexts(inner, [...path, name])
      : [{ path: path.join('.'), message: 'holds a name that cannot be kept' }],
  );
}
