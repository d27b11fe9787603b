import { terms as contract } from '#contracts/agreements';
import { issueText } from '#contracts/problem';
import { fieldOfTerms, type termsTyped } from './typedTerms.ts';

/** What is wrong with terms, by field and in words; empty when they can be agreed. */
export function termsProblem({
  terms,
  problems,
}: ReturnType<typeof termsTyped>): ReadonlyMap<string, string> {
  const said = (contract.safeParse(terms, { reportInput: true }).error?.issues ?? []).map(
    (issue) => [fieldOfTerms(issue.path), issueText(issue)] as const,
  );
  // What was typed is said before what the contract makes of it.
  return new Map([...said.reverse(), ...problems]);
}
