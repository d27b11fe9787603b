import { readFileSync, writeFileSync } from 'node:fs';
import { asMarkdown, directions } from './directions.ts';
import { experimentsAsMarkdown } from './experiments.ts';

/*
 * `npx tsx benchmark/printDirections.ts` writes what the machine says beside what is published into
 * docs/simulation.md.
 */
const FILE = 'docs/simulation.md';

function put(name: string, what: string): void {
  const [begin, end] = [`<!-- ${name} -->`, `<!-- end of ${name} -->`];
  const [before, rest] = readFileSync(FILE, 'utf8').split(begin);
  const after = rest?.split(end)[1];
  if (before === undefined || after === undefined) throw new Error(`${FILE} has no place for the ${name}`);
  writeFileSync(FILE, `${before}${begin}\n\n${what}\n\n${end}${after}`);
}

put('experiments', experimentsAsMarkdown());
put('directions', asMarkdown(directions()));
console.log(`${FILE} written`);
