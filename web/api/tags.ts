import type { News } from '#contracts/news';

/*
 * What is on screen is kept by kind and id, and read again when something it shows has changed. Nearly
 * everything hangs on a site, so pages also say at which place they are: a visit there may change a unit,
 * its calls and its roof.
 */

export const KINDS = [
  'session',
  'customer',
  'agreement',
  'site',
  'unit',
  'call',
  'visit',
  'route',
  'crew',
  'setting',
  'word',
  'system',
  'place',
] as const;
export type Kind = (typeof KINDS)[number];

export interface Tag {
  readonly type: Kind;
  readonly id: string;
}

const LIST = 'list';
/** One record of a kind. */
export const one = (type: Kind, id: string): Tag => ({ type, id });
/** A list of records of a kind. */
export const list = (...types: readonly Kind[]): Tag[] => types.map((type) => ({ type, id: LIST }));
/** Whatever is at a site; nothing while the site is not known. */
export const place = (siteId: string | undefined): Tag[] =>
  siteId === undefined ? [] : [{ type: 'place', id: siteId }];

const WORK = ['call', 'visit', 'route'] as const;
/** Lists that show something of a kind of record. */
const SHOWN_IN: Readonly<Record<string, readonly Kind[]>> = {
  customer: ['customer', 'agreement', 'site', 'unit', ...WORK],
  agreement: ['customer', 'agreement', 'site', 'unit', ...WORK],
  site: ['customer', 'site', 'unit', ...WORK],
  unit: ['customer', 'site', 'unit', ...WORK],
  call: ['site', 'unit', ...WORK],
  visit: ['site', 'unit', ...WORK],
  route: ['site', 'unit', ...WORK],
  roof: ['site'],
  point: [],
  link: ['unit'],
  photo: [],
};
/** Who works when. */
const OF_CREWS = new Set(['crew', 'absence', 'on call', 'holiday']);
const RECORDS = new Set<string>(KINDS);

/**
 * What has to be read again after a change: the record, the lists that show its kind, and whatever is at its
 * site. Settings, words and imports may change anything, and so may what is not known here.
 *
 * @param siteId leave it out where the site is not known: then every place is read again
 */
export function affected({
  entity,
  id,
  siteId,
}: Pick<News, 'entity' | 'id'> & Partial<News>): readonly (Kind | Tag)[] {
  if (entity === 'user' || entity === 'session') return ['session', ...list('crew')];
  if (OF_CREWS.has(entity)) return list('crew');
  if (entity === 'model note') return ['unit'];
  const lists = SHOWN_IN[entity];
  if (!lists || id === null) return KINDS.filter((kind) => kind !== 'session' || entity === 'setting');
  return [
    ...(RECORDS.has(entity) ? [one(entity as Kind, id)] : []),
    ...list(...lists),
    // A route is at many places.
    ...(siteId === undefined || entity === 'route' ? (['place'] as const) : place(siteId ?? undefined)),
  ];
}
