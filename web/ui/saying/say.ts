import { problemOf } from '../../api/base.ts';
import { spotNow, type Spot } from './spot.ts';

/** Something that was done or refused, said where it happened. */
export interface Said {
  readonly id: number;
  readonly text: string;
  readonly detail?: string | undefined;
  readonly trouble: boolean;
  /** Puts it back as it was; what it answers with an error is said. */
  readonly undo?: (() => unknown) | undefined;
  /** The word of the way back where it is not "Undo". */
  readonly word?: string | undefined;
  readonly spot: Spot | undefined;
}

/** More at once nobody reads. */
const MOST = 3;

let list: readonly Said[] = [];
let last = 0;
const hearers = new Set<() => void>();

function put(next: readonly Said[]): void {
  list = next;
  for (const hear of hearers) hear();
}

export const saidNow = (): readonly Said[] => list;
export function onSaid(hear: () => void): () => void {
  hearers.add(hear);
  return () => hearers.delete(hear);
}
export const putAway = (id: number): void => put(list.filter((one) => one.id !== id));

function add(said: Omit<Said, 'id' | 'spot'>, spot = spotNow()): void {
  put([...list.slice(1 - MOST), { ...said, id: ++last, spot }]);
}

/** Says what was done, beside what was pressed, with a way back where there is one. */
export function say(text: string, more: Pick<Said, 'undo' | 'detail' | 'word'> = {}): void {
  add({ text, ...more, trouble: false });
}

/** Says what could not be done, where it was tried. */
export function sayTrouble(text: string, { detail }: Pick<Said, 'detail'> = {}): void {
  add({ text, detail, trouble: true });
}

/** Says why the server refused: the first field that is wrong, else its reason. */
export function sayRefused(error: unknown): void {
  const { title, detail, errors } = problemOf(error);
  sayTrouble(errors?.[0]?.message ?? detail ?? title);
}

/** Undoes it and says so in the same place, or why it cannot be undone. */
export async function undoSaid({ undo, word, spot }: Said): Promise<void> {
  try {
    const answer = await undo?.();
    // Mutations that nobody unwraps answer with their error.
    if (answer && typeof answer === 'object' && 'error' in answer && answer.error) throw answer.error;
    if (word === undefined) add({ text: 'Undone', trouble: false }, spot);
  } catch (error) {
    const { title, detail } = problemOf(error);
    add({ text: `Not undone: ${title}`, detail, trouble: true }, spot);
  }
}
