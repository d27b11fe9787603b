// Tests in the order in which they were asked for: the one that noticed most so far comes first.
import sequencer from '@jest/test-sequencer';

export default class extends (sequencer.default ?? sequencer) {
  sort(tests) {
    const order = (process.env.MUTANT_TESTS ?? '').split('\n');
    return [...tests].sort((a, b) => order.indexOf(a.path) - order.indexOf(b.path));
  }
}
