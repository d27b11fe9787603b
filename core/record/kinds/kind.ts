import type { z } from 'zod';
import type { UnitSystem } from '#core/base/quantities';
import type { UnitKind } from '#core/base/vocabulary';
import type { CircuitFacts } from '#core/evidence';
import type { MeasuringLimits } from '#core/measuring/answers';

/** What a line can be about, and whether it has to be about something. */
export type Subject = 'the visit' | 'anything' | 'a unit or point' | 'a unit';

/**
 * What a line may alter beyond the unit or point it is about: the calls of its visit, the units those calls
 * name, and when somebody was there.
 */
export type Touches = 'calls' | 'called units' | 'times of the visit';

/** The records around a line, as the server has them and as a sheet has them that was opened on a phone. */
export interface Near {
  /** The machine it is about; nothing where it is about none. */
  readonly unit?: { readonly kind: UnitKind; readonly circuits: readonly number[] } | undefined;
  /** The calls of the visit. */
  readonly calls: ReadonlySet<string>;
  /** Where something that was left, or that asks to act, is: at this site, at another, or nowhere. */
  readonly where: (id: string) => 'here' | 'elsewhere' | undefined;
}

/** What a line lacks or says wrongly, by the path in its body. */
export interface Lack {
  readonly path: string;
  readonly message: string;
}

/** What the words of a line need beside its body. */
export interface Told {
  readonly circuit: CircuitFacts;
  readonly limits?: MeasuringLimits | undefined;
  readonly system: UnitSystem;
  /** What the calls of the visit are called, by id. */
  readonly calls: ReadonlyMap<string, string>;
  /** What was left open or asks to act, by id. */
  readonly left: ReadonlyMap<string, string>;
}

/**
 * One kind of entry: everything that is the same on both sides and in every program. What a screen draws for
 * it beyond this stands in web/visits.
 */
export interface Kind<Shape extends z.ZodType = z.ZodType> {
  /** Its body as it is written today. */
  readonly body: Shape;
  /** Counts up when a body is written that older programs cannot read; 1 where it is not said. */
  readonly version?: number;
  /** A body as it was written under an older version, as today's; nobody changes what was written. */
  readonly older?: (body: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;
  readonly about: Subject;
  /** Why it has to be about something, where it has to. */
  readonly which?: string;
  readonly touches?: readonly Touches[];
  /** What the fold reads of it: all, or how it was measured and the answers; of other kinds only the circuit. */
  readonly folded?: 'all' | 'answers';
  /** What only the records around it can tell. Nothing where all is well. */
  readonly needs?: (body: z.infer<Shape>, near: Near) => readonly Lack[];
  /** The line in words. */
  readonly says: (body: z.infer<Shape>, told: Told) => string;
  /** Its form; nothing where a button or another screen writes it. */
  readonly form?: KindForm;
}

/** What the form of a kind says and asks. */
export interface KindForm {
  readonly title: string;
  /** The button that puts it on the sheet. */
  readonly save: string;
  /** Among what the sheet offers it: what was seen, what was done; nothing where it is reached otherwise. */
  readonly group?: 'seen' | 'done';
  /** Its fields, where they are drawn as they stand here; what is drawn otherwise stands in web/visits. */
  readonly asks?: readonly Ask[];
}

/** A field of a form: the name in the body, its label, and how it is answered. */
export interface Ask {
  readonly name: string;
  readonly label: string;
  readonly as: 'text' | 'long' | 'choice' | 'pick' | 'circuit';
  readonly options?: readonly string[];
  readonly hint?: string;
  readonly optional?: true;
}

export const kind = <Shape extends z.ZodType>(of: Kind<Shape>): Kind<Shape> => of;

/** Sentences one after the other; what is not there leaves no gap. */
export const sentences = (...parts: readonly (string | undefined | false)[]): string =>
  parts.filter(Boolean).join('. ');
