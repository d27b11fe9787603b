import type { MessageState } from '#contracts/telling';
import { toldWords } from './toldSums.ts';

const of = (...states: MessageState[]) => toldWords(states.map((state) => ({ state })));

it.each([
  [[], 'No customer had to be told anything.'],
  [['sent'], 'The customer has been told.'],
  [['sent', 'told by telephone'], 'All 2 customers have been told.'],
  [['sent', 'no contact'], '1 of 2 customers told; 1 has nobody to tell on record.'],
  [['no contact', 'no contact'], '0 of 2 customers told; 2 have nobody to tell on record.'],
  [['sent', 'waits', 'going'], '1 of 3 customers told; 2 wait to be sent.'],
  [
    ['waits', 'to be called', 'refused', 'not known whether it went', 'sent'],
    '1 of 5 customers told; 1 was refused, 1 may have gone or not, 1 is to be called, 1 waits to be sent.',
  ],
] as [MessageState[], string][])('%j: %s', (states, said) => expect(of(...states)).toBe(said));
