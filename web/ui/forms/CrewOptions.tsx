import { noWorkWords } from '#core/planning/crews';
import type { CrewView } from '#contracts/crews';

/** The crews one can choose, for a select; one that does not work on the day says so in its line. */
export function CrewOptions({ crews }: { crews: readonly CrewView[] | undefined }) {
  return crews
    ?.filter((crew) => !crew.retired)
    .map((crew) => (
      <option key={crew.id} value={crew.id}>
        {crew.name}
        {crew.day.works ? '' : ' (not at work)'}
      </option>
    ));
}

/** Why a crew cannot be sent on the day, as a sentence; undefined where it can. */
export const notAtWork = (crew: CrewView | undefined): string | undefined =>
  crew && !crew.day.works ? `${crew.name} is not at work: ${noWorkWords(crew.day.why)}.` : undefined;
