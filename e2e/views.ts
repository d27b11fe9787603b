import type { Page } from '@playwright/test';

/** The id of the first of a kind that is found by words. */
export const found = (page: Page, words: string, kind: string) =>
  page.evaluate(
    async ([q, wanted]) => {
      const all = (await (await fetch(`/api/search?q=${encodeURIComponent(q as string)}`)).json()) as {
        kind: string;
        id: string;
      }[];
      return all.find((one) => one.kind === wanted)?.id as string;
    },
    [words, kind],
  );

/** A main view: where it is, and what is done there before it is looked at. */
export interface View {
  readonly name: string;
  readonly at: (page: Page) => Promise<string> | string;
  readonly then?: (page: Page) => Promise<unknown>;
}

export const site = (words: string) => async (page: Page) => `/sites/${await found(page, words, 'site')}`;
export const roof = async (page: Page) => {
  const id = await found(page, 'six-screen', 'site');
  return page.evaluate(async (of) => {
    const record = (await (await fetch(`/api/sites/${of}`)).json()) as { roofs: { id: string }[] };
    return `/roofs/${record.roofs[0]?.id}`;
  }, id);
};

/** Every main view, on the demo's usual data. */
export const VIEWS: readonly View[] = [
  { name: 'today', at: () => '/' },
  {
    name: 'take a call',
    at: () => '/calls/new',
    then: async (page) => {
      // The draft is kept: opened again it has its site.
      if (await page.getByText('Units here, worst first').isVisible()) return;
      await page.getByLabel('Site', { exact: true }).first().fill('main depot');
      await page.getByRole('option').first().waitFor();
      await page.waitForTimeout(300);
      await page.keyboard.press('Enter');
      await page.getByText('Units here, worst first').waitFor();
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
  { name: 'import', at: () => '/imports' },
  { name: 'people', at: () => '/people' },
  { name: 'settings', at: () => '/settings' },
  { name: 'system', at: () => '/system' },
];
