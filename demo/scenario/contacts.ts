import { seededRandom } from '#core/base/random';
import { Writer } from './writer.ts';
import type { DemoSite } from './fleet.ts';

/** People of customers, all invented; each stands at one site. */
const FIRST =
  'Alba Bram Cosmo Della Edda Fenn Greta Hollis Isolde Jarek Kit Lorne Maud Nell Orrin Petra'.split(' ');
const LAST = 'Ashdowne Birkwell Calloway Dunmere Elkin Farrowby Gadd Hesketh Inskip Jolley Kestle'.split(' ');

/** Of so many sites one has nobody on record, and one somebody who is called. */
const NOBODY_AT = 6;

/**
 * Whom to tell at the sites of the demo: most by e-mail, some by text message, some by telephone, at some
 * nobody. With a source of its own: what is drawn here leaves the stories as they are.
 */
export function writeContacts(writer: Writer, sites: readonly DemoSite[], seed: number): void {
  const own = new Writer(writer.rows.today, seededRandom(seed));
  sites.forEach((site, i) => {
    if (i % NOBODY_AT === NOBODY_AT - 1) return;
    const name = `${FIRST[i % FIRST.length]} ${LAST[Math.floor(i / 2) % LAST.length]}`;
    const phone = `555-0${String(200 + i)}`;
    const host = site.customer
      .toLowerCase()
      .replace(/[^a-z]+/g, '-')
      .replace(/^-|-$/g, '');
    const way = i % NOBODY_AT === 2 ? 'text message' : i % NOBODY_AT === 4 ? 'telephone' : 'e-mail';
    writer.rows.contacts.push({
      id: own.id(),
      ...{ site_id: site.id, name, role: 'at the site', phone },
      email: way === 'telephone' ? null : `${name.toLowerCase().replace(' ', '.')}@${host}.example`,
      told_by: way,
    });
  });
}
