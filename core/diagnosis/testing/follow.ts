import { nextTests, predicted, ranking, type Dictionary, type Observed } from '../index.ts';

/** Somebody gives up after so many tests, and acts on such a share. */
const [MOST_TESTS, ACTED_ON] = [40, 0.97] as const;

/** What is found by following its own next tests on a machine with one thing wrong, and in how many. */
export function follow(dictionary: Dictionary, truth: Dictionary['suspects'][number]) {
  const seen: Observed[] = [];
  const asked = new Set<string>();
  const ranked = () => ranking(dictionary, { seen, changed: [] }).ranked;
  while (asked.size < MOST_TESTS && (ranked()[0]?.share ?? 0) <= ACTED_ON) {
    const [next] = nextTests(dictionary, ranked(), asked);
    if (!next) break;
    asked.add(next.test.key);
    seen.push(predicted(truth, next.test.asks));
  }
  return { found: ranked()[0]?.suspect.key, tests: asked.size };
}

/** What is one thing alone; what comes and goes, and what two things did, has cases of its own. */
export const singleOf = ({ suspects }: Dictionary) =>
  suspects.filter(({ otherwise, behind }) => !otherwise && !behind);
