import { readFileSync } from 'node:fs';
import { diagnosisCase } from '#contracts/diagnosis';
import { diagnose } from '#core/diagnosis';
import { ladderOf } from '#core/circuitry/ladder';

/* Prints the diagnosis of a case from a file. Started by diagnose.mjs. */

const SHOWN = 5;
const [file] = process.argv.slice(2);
if (!file) {
  console.error('usage: npm run diagnose -- FILE');
  process.exit(2);
}
let given: unknown;
try {
  given = JSON.parse(readFileSync(file, 'utf8'));
} catch (error) {
  console.error(`${file} cannot be read: ${(error as Error).message}`);
  process.exit(1);
}
const read = diagnosisCase.safeParse(given);
if (!read.success) {
  for (const { path, message } of read.error.issues)
    console.error(`${path.join('.') || 'the file'}: ${message}`);
  process.exit(1);
}
const { machine, evidence } = read.data;
try {
  const { causes, other, contradict, next, notYet } = diagnose(ladderOf(machine), evidence);
  const share = (of: number) => `${String(Math.round(of * 100)).padStart(3)} %`;
  console.log('What it most likely is:');
  for (const cause of causes.slice(0, SHOWN)) console.log(`  ${share(cause.share)}  ${cause.words}`);
  console.log(`  ${share(other)}  something that is not in the table`);
  if (contradict.length > 0) console.log('What nothing in the table explains, or not together:');
  for (const { question, seen } of contradict) console.log(`  ${question}: ${seen}`);
  console.log('What to test next:');
  for (const { words, minutes, live, expects } of next.slice(0, SHOWN - 2))
    console.log(
      `  ${words} (${minutes} min${live === 'no' ? '' : `, live ${live} volts`}); ${expects} if it is the first`,
    );
  if (next.length === 0) console.log('  nothing in the table narrows it further');
  if (notYet.length > 0) console.log('What not to conclude yet:');
  for (const { part, first } of notYet) console.log(`  ${part}: ${first.join('; ')}`);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
