import { useState } from 'react';
import { useForm, type FieldErrors, type FieldValues, type Path, type Resolver } from 'react-hook-form';
import type { z } from 'zod';
import { issueText, type ProblemDetails } from '#contracts/problem';
import { problemOf } from '../../api/base.ts';

type Problems = readonly (readonly [field: string, message: string])[];

export interface Reading<Typed, Body> {
  /** The contract that what is typed has to become. */
  readonly schema: z.ZodType<Body>;
  /** What is typed, as the contract wants it. */
  readonly toBody: (typed: Typed) => unknown;
  /** The field of the form that a path of the contract belongs to; its last name when left out. */
  readonly fieldOf?: (path: readonly PropertyKey[], body: unknown) => string;
  /** What the contract cannot know: said before what it says itself. */
  readonly also?: (typed: Typed) => Problems;
}

const lastName = (path: readonly PropertyKey[]): string => String(path.at(-1) ?? 'root');

/** Everything that is wrong with what is typed, by field and in words; empty when it can be sent. */
export function problemsOf<Typed, Body>(
  typed: Typed,
  { schema, toBody, fieldOf = lastName, also }: Reading<Typed, Body>,
): { body: Body | undefined; problems: ReadonlyMap<string, string> } {
  const body = toBody(typed);
  const read = schema.safeParse(body, { reportInput: true });
  const problems = new Map<string, string>();
  const all: Problems = [
    ...(also?.(typed) ?? []),
    ...(read.error?.issues.map((issue) => [fieldOf(issue.path, body), issueText(issue)] as const) ?? []),
  ];
  for (const [field, message] of all) if (!problems.has(field)) problems.set(field, message);
  return { body: read.data, problems };
}

/** What is wrong goes to where it is, also for those who cannot see it turn red. */
function toFirstWrong(): void {
  requestAnimationFrame(() =>
    document
      .querySelector<HTMLElement>('[role="dialog"] [aria-invalid="true"], form [aria-invalid="true"]')
      ?.focus(),
  );
}

/**
 * The one way of forms: what is typed is text by field, and a contract reads it when it is to be sent. What
 * is wrong stands at its field, whether the contract found it here or the server there; nothing typed is lost
 * by it.
 *
 * @param typed where it starts; or, with `kept`, what is typed now, for a draft that is kept at every key
 */
export function useTyped<Typed extends FieldValues, Body>(
  typed: Typed,
  reading: Reading<Typed, Body>,
  { kept = false }: { kept?: boolean } = {},
) {
  const resolver: Resolver<Typed, unknown, Body> = (values) => {
    const { body, problems } = problemsOf<Typed, Body>(values, reading);
    if (problems.size === 0) return { values: body as Body, errors: {} };
    const errors = Object.fromEntries(
      [...problems].map(([field, message]) => [field, { type: 'typed', message }]),
    );
    return { values: {}, errors: errors as FieldErrors<Typed> };
  };
  const form = useForm<Typed, unknown, Body>({
    resolver,
    shouldFocusError: false,
    ...(kept ? { values: typed, resetOptions: { keepErrors: true } } : { defaultValues: typed as never }),
  });
  const { errors, isSubmitting } = form.formState;
  const wrong = errors as Record<string, { message?: string } | undefined>;
  /** Fields that show what is wrong with them; what no field shows is said of the whole. */
  const [shown] = useState(() => new Set<string>(['root']));
  const say = (field: string, message: string) => form.setError(field as Path<Typed>, { message });
  /** Puts what the server refused to where it belongs. */
  const refuse = (problem: ProblemDetails) => {
    for (const { path, message } of problem.errors ?? [])
      say(reading.fieldOf?.(path.split('.'), undefined) ?? lastName(path.split('.')), message);
    if (!problem.errors?.length)
      say('root', `${problem.title}.${problem.detail ? ` ${problem.detail}` : ''}`);
    toFirstWrong();
  };
  return {
    ...form,
    isSubmitting,
    refuse,
    /** What is wrong with a field. */
    error: (field: string): string | undefined => {
      shown.add(field);
      return wrong[field]?.message;
    },
    /** How many fields something is wrong with. */
    wrong: Object.keys(wrong).filter((field) => field !== 'root').length,
    /** What is wrong with the whole, and with what has no field here: nothing is refused in silence. */
    get trouble(): string | undefined {
      const unseen = Object.keys(wrong).filter((field) => !shown.has(field));
      const said = [errors.root?.message, ...unseen.map((field) => `${field}: ${wrong[field]?.message}`)];
      return said.filter(Boolean).join(' ') || undefined;
    },
    /** Reads what is typed and hands it on; what is thrown there is a refusal. */
    submit: (save: (body: Body) => Promise<unknown>) =>
      form.handleSubmit(async (body) => {
        try {
          await save(body);
        } catch (error) {
          refuse(problemOf(error));
        }
      }, toFirstWrong),
  };
}
