import { v7 as uuid } from 'uuid';
import { issueText } from '#contracts/problem';
import { siteCollection, type SiteCollection, type SitesImported } from '#contracts/files';
import type { Database } from '../db/connect.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { companyNow } from '../settings/service.ts';
import {
  ADD_NAMED_CONTACTS,
  ADD_NAMED_CUSTOMERS,
  ADD_NAMED_SITES,
  CHANGE_NAMED_SITES,
  SITES_AS_FEATURES,
} from './files.sql.ts';

/** All sites as one GeoJSON FeatureCollection, in the order of their names. */
export async function sitesGeoJson(db: Database): Promise<SiteCollection> {
  const rows = await db.rows<{ feature: SiteCollection['features'][number] }>(SITES_AS_FEATURES);
  return { type: 'FeatureCollection', features: rows.map((row) => row.feature) };
}

/** Undoes a trial run. */
class TrialOver extends Error {}

/**
 * Takes sites in from a FeatureCollection. A site is known by customer and name; what the file leaves out
 * stays as it is. Every wrong feature is listed and then nothing is changed.
 *
 * @param apply false for a trial: everything is done and taken back, so what it promises is what happens
 */
export async function importSites(
  db: Database,
  given: { id: string; apply: boolean; collection: unknown },
  actor: string,
): Promise<SitesImported> {
  const read = siteCollection.safeParse(given.collection);
  if (!read.success) {
    const problems = read.error.issues
      .slice(0, 200)
      .map((issue) => ({ path: issue.path.join('.'), message: issueText(issue) }));
    return { added: 0, changed: 0, same: 0, problems, applied: false };
  }
  let counts = { added: 0, changed: 0, same: 0 };
  try {
    await db.transaction(async (transaction) => {
      if (given.apply && !(await firstTime(db, transaction, { id: given.id, body: given, actor }))) return;
      const { timeZone } = await companyNow(db, transaction);
      const rows = read.data.features.map(({ geometry, properties: p }) => ({
        ...p,
        id: uuid(),
        lon: geometry?.coordinates[0] ?? null,
        lat: geometry?.coordinates[1] ?? null,
      }));
      const file = JSON.stringify(rows);
      await db.run(ADD_NAMED_CUSTOMERS, [file], transaction);
      const changed = await db.run<{ id: string }>(CHANGE_NAMED_SITES, [file], transaction);
      const added = await db.run<{ id: string }>(ADD_NAMED_SITES, [file, timeZone], transaction);
      await db.run(ADD_NAMED_CONTACTS, [file], transaction);
      counts = {
        added: added.length,
        changed: changed.length,
        same: rows.length - added.length - changed.length,
      };
      if (!given.apply) throw new TrialOver();
      await writeLog(db, transaction, {
        actor,
        action: 'import',
        entity: 'site',
        entityId: null,
        detail: counts,
      });
    });
  } catch (error) {
    if (!(error instanceof TrialOver)) throw error;
  }
  return { ...counts, problems: [], applied: given.apply };
}
