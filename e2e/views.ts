import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { base } from './help.ts';

const read = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(`${base()}/api/${path}`)).json()) as T;

/** The id of the first of a kind that is found by words. */
export async function found(page: Page, words: string, kind: string): Promise<string> {
  const all = await read<{ kind: string; id: string }[]>(page, `search?q=${encodeURIComponent(words)}`);
  return all.find((one) => one.kind === kind)?.id as string;
}

/** A main view: where it is, and what is done there before it is looked at. */
export interface View {
  readonly name: string;
  readonly at: (page: Page) => Promise<string> | string;
  readonly then?: (page: Page) => Promise<unknown>;
}

export const site = (words: string) => async (page: Page) => `/sites/${await found(page, words, 'site')}`;
export async function roof(page: Page): Promise<string> {
  const id = await found(page, 'six-screen', 'site');
  const { roofs } = await read<{ roofs: { id: string }[] }>(page, `sites/${id}`);
  return `/roofs/${roofs[0]?.id}`;
}

/** Where the fault of a unit is looked for that somebody is called to today. */
export async function fault(page: Page): Promise<string> {
  const { rows } = await read<{ rows: { visitId: string | null; unitId: string | null }[] }>(
    page,
    'calls?limit=200',
  );
  const call = rows.find(({ visitId, unitId }) => visitId && unitId);
  return `/visits/${call?.visitId}/fault?unit=${call?.unitId}`;
}

/** The imports of a company that has imported before: its own sites, again and again, which changes nothing. */
async function imported(page: Page): Promise<string> {
  const content = await (await page.request.get(`${base()}/api/exports/sites.csv`)).text();
  for (const fileName of ['spring.csv', 'summer.csv', 'autumn.csv', 'winter.csv']) {
    const data = { id: randomUUID(), kind: 'sites', fileName, content };
    await page.request.post(`${base()}/api/imports`, { data });
    const apply = `${base()}/api/imports/${data.id}/apply`;
    await page.request.post(apply, { data: { mode: 'all or nothing' } });
  }
  if ((await read<unknown[]>(page, 'imports')).length < 4) throw new Error('nothing was imported');
  return '/imports';
}

/** Every main view, on the demo's usual data. */
export const VIEWS: readonly View[] = [
  { name: 'today', at: () => '/' },
  {
    name: 'take a call',
    at: () => '/calls/new',
    then: async (page) => {
      const units = page.getByText('Units here, worst first');
      const field = page.getByLabel('Site', { exact: true }).first();
      // The draft is kept: opened again it has its site.
      await units.or(field).first().waitFor();
      if (await units.isVisible()) return;
      await field.fill('main depot');
      // The rows of nothing typed stand there until those of the words come: Enter takes none of them.
      await page.getByRole('option', { name: /main depot/i, selected: true }).waitFor();
      await page.keyboard.press('Enter');
      await units.waitFor();
    },
  },
  { name: 'a call', at: async (page) => `/calls/${await found(page, 'archive upstairs', 'call')}` },
  { name: 'sites', at: () => '/sites' },
  { name: 'units', at: () => '/sites?show=units' },
  { name: 'a site', at: site('lantern hill school') },
  {
    name: 'a customer',
    at: async (page) => `/customers/${await found(page, 'wrenfall schools', 'customer')}`,
  },
  { name: 'a unit', at: async (page) => `/units/${await found(page, 'hp-2 throwing', 'unit')}` },
  { name: 'a roof', at: roof },
  { name: 'drawing a roof', at: async (page) => `${await roof(page)}?draw=1` },
  { name: 'feeds', at: async (page) => `${await site('six-screen')(page)}/feeds` },
  { name: 'labels', at: async (page) => `${await site('six-screen')(page)}/labels` },
  { name: 'agreements', at: () => '/agreements' },
  { name: 'watch list', at: () => '/watch' },
  { name: 'left open', at: () => '/watch/left-open' },
  { name: 'the board', at: () => '/routes' },
  { name: 'plan ahead', at: () => '/routes/plan' },
  { name: 'load ahead', at: () => '/routes/load' },
  { name: 'bench', at: () => '/bench/charge' },
  { name: 'play', at: () => '/bench/play' },
  { name: 'circuit', at: () => '/bench/circuit' },
  { name: 'find the fault', at: fault, then: (page) => page.getByText('What to test next').waitFor() },
  { name: 'import', at: imported },
  { name: 'people', at: () => '/people' },
  { name: 'settings', at: () => '/settings' },
  { name: 'system', at: () => '/system' },
];
