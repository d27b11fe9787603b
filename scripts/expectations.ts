import { mkdirSync, writeFileSync } from 'node:fs';
import { buildsOf, fileOf, packedSurfaces, specOf, tabulated } from '#core/judging/readings';
import { SIM_FLUIDS, type SimFluid } from '#core/simulation';

/*
 * npm run expectations: solves every build sound and with every cause over weather and load, and keeps what gauges
 * would read as surfaces beside the application. Needed where the simulated machine, its causes or their levels have
 * changed; a quarter of a minute for each build.
 */
const FOLDER = 'web/public/expected';
mkdirSync(FOLDER, { recursive: true });
for (const build of buildsOf(Object.keys(SIM_FLUIDS) as SimFluid[])) {
  writeFileSync(`${FOLDER}/${fileOf(build)}`, packedSurfaces(tabulated(specOf(build))));
  console.log(fileOf(build));
}
