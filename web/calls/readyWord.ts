import type { WaitingFor } from '#core/record/work';

/** What is said on the button when what a call waited for is there. */
export const readyWord = (waitingFor: WaitingFor | null): string =>
  waitingFor === null
    ? 'It is there'
    : {
        parts: 'Parts are in',
        approval: 'It is approved',
        weather: 'The weather allows it',
        access: 'There is access',
        'second person': 'A second person is there',
        repair: 'It can be repaired',
      }[waitingFor];
