import { v7 as uuid } from 'uuid';
import { issueText } from '#contracts/problem';
import { siteCollection, type SiteCollection, type SitesImported } from '#contracts/files';
import type { Database } from '../db/connect.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { companyNow } from '../settings/service.ts';

/** All sites as one GeoJSON FeatureCollection, in the order of their names. */
export async function sitesGeoJson(db: Database): Promise<SiteCollection> {
  const rows = await db.rows<{ feature: SiteCollection['features'][number] }>(
    `select json_build_object('type', 'Feature',
       'geometry', case when s.lat is null or s.lon is null then null else json_build_object('type', 'Point', 'coordinates', json_build_array(s.lon, s.lat)) end,
       'properties', json_build_object('customer', c.name, 'site', s.name, 'ref', s.ref, 'address', s.address, 'contact', s.contact, 'access', s.access,
         'key', s.key_at, 'way_up', s.way_up, 'parking', s.parking, 'permit', s.permit, 'hazards', s.hazards)) as feature
     from sites s join customers c on c.id = s.customer_id where s.retired_at is null order by c.name, s.name`,
  );
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
      const bind = [JSON.stringify(rows), timeZone];
      const file = `jsonb_to_recordset($1::jsonb) as r(id uuid, customer text, site text, ref text, address text, contact text, access text, "key" text, way_up text,
        parking text, permit text, hazards jsonb, lat float, lon float)`;
      await db.run(
        `insert into customers (name) select distinct customer from ${file} where $2::text is not null on conflict (name) do nothing`,
        bind,
        transaction,
      );
      const changed = await db.run<{ id: string }>(
        `update sites s set ref = coalesce(r.ref, s.ref), address = coalesce(r.address, s.address), contact = coalesce(r.contact, s.contact),
           access = coalesce(r.access, s.access), key_at = coalesce(r."key", s.key_at), way_up = coalesce(r.way_up, s.way_up),
           parking = coalesce(r.parking, s.parking), permit = coalesce(r.permit, s.permit), lat = coalesce(r.lat, s.lat), lon = coalesce(r.lon, s.lon),
           hazards = case when r.hazards is null then s.hazards else array(select jsonb_array_elements_text(r.hazards)) end, version = s.version + 1
         from ${file}, customers c where c.name = r.customer and s.customer_id = c.id and s.name = r.site and $2::text is not null
           and (s.ref, s.address, s.contact, s.access, s.key_at, s.way_up, s.parking, s.permit, s.lat, s.lon, to_jsonb(s.hazards)) is distinct from
             (coalesce(r.ref, s.ref), coalesce(r.address, s.address), coalesce(r.contact, s.contact), coalesce(r.access, s.access), coalesce(r."key", s.key_at),
              coalesce(r.way_up, s.way_up), coalesce(r.parking, s.parking), coalesce(r.permit, s.permit), coalesce(r.lat, s.lat), coalesce(r.lon, s.lon),
              coalesce(r.hazards, to_jsonb(s.hazards)))
         returning s.id`,
        bind,
        transaction,
      );
      const added = await db.run<{ id: string }>(
        `insert into sites (id, customer_id, name, ref, address, contact, access, key_at, way_up, parking, permit, lat, lon, hazards, time_zone)
         select r.id, c.id, r.site, r.ref, r.address, r.contact, r.access, r."key", r.way_up, r.parking, r.permit, r.lat, r.lon,
           array(select jsonb_array_elements_text(coalesce(r.hazards, '[]'))), $2
         from ${file} join customers c on c.name = r.customer on conflict (customer_id, name) do nothing returning id`,
        bind,
        transaction,
      );
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
