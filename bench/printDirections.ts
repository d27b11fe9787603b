import { readFileSync, writeFileSync } from 'node:fs';
import { asMarkdown, directions } from './directions.ts';

/* `npx tsx bench/printDirections.ts` writes the comparison of fault directions into docs/simulation.md. */
const FILE = 'docs/simulation.md';
const [BEGIN, END] = ['<!-- directions -->', '<!-- end of directions -->'];
const text = readFileSync(FILE, 'utf8');
const [before, rest] = text.split(BEGIN);
const after = rest?.split(END)[1];
if (before === undefined || after === undefined) throw new Error(`${FILE} has no place for the directions`);
writeFileSync(FILE, `${before}${BEGIN}\n\n${asMarkdown(directions())}\n\n${END}${after}`);
console.log(`${FILE} written`);
