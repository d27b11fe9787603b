import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import {
  bandRows,
  buildsOf,
  fileOf,
  packedSurfaces,
  specOf,
  tabulated,
  unpackedSurfaces,
} from '#core/judging/readings';
import { SIM_FLUIDS, type SimFluid } from '#core/simulation';

/*
 * npm run expectations: solves every build sound and with every cause over weather and load, and keeps what gauges
 * would read as surfaces beside the application, and the bands of sound machines as a table of the core. Needed where
 * the simulated machine, its causes or their levels have changed; a quarter of a minute for each build.
 *
 *   npm run expectations -- bands     the table of bands alone, from the surfaces that are there
 */
const FOLDER = 'web/public/expected';
const TABLE = 'core/measuring/expected/table.ts';
const keep = process.argv.includes('bands');
mkdirSync(FOLDER, { recursive: true });
const rows: string[] = [];
for (const build of buildsOf(Object.keys(SIM_FLUIDS) as SimFluid[])) {
  const file = `${FOLDER}/${fileOf(build)}`;
  if (!keep || !existsSync(file)) writeFileSync(file, packedSurfaces(tabulated(specOf(build))));
  console.log(fileOf(build));
  if (build.rejects === 'water') continue;
  const bands = bandRows(build, unpackedSurfaces(new Uint8Array(readFileSync(file))));
  rows.push(`  '${build.refrigerant} ${build.device}': ${JSON.stringify(bands)},`);
}
writeFileSync(
  TABLE,
  `/* Made by "npm run expectations": for each kind of machine five rows of ten and ten terms, see expected.ts. */
export const TABLE: Readonly<Record<string, readonly (readonly number[])[]>> = {
${rows.join('\n')}
};
`,
);
