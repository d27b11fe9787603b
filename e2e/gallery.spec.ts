import path from 'node:path';
import { expect, test } from '@playwright/test';
import { build, preview, type PreviewServer } from 'vite';
import { expectAccessible } from './help.ts';
import { broken } from './measures.ts';

const ROOT = path.resolve(import.meta.dirname, '..');
const config = { configFile: path.join(ROOT, 'vite.gallery.config.ts'), logLevel: 'silent' } as const;

let server: PreviewServer;
let address = '';
test.beforeAll(async () => {
  await build(config);
  server = await preview({ ...config, preview: { host: '127.0.0.1', port: 0 } });
  address = server.resolvedUrls?.local[0] as string;
});
test.afterAll(() => server.close());

for (const [name, width] of [
  ['at a desk', 1280],
  ['on a phone', 390],
] as const)
  test(`every part in every state and theme keeps the measures ${name}`, async ({ page }) => {
    await page.setViewportSize({ width, height: 900 });
    await page.goto(address);
    await expect(page.getByRole('heading', { name: 'sun' })).toBeVisible();
    expect(await broken(page, { phone: width < 768 })).toEqual([]);
    await expectAccessible(page);
  });

/**
 * What stands for one thing must not be taken for another: by 3:1 between a hazard and what can be pressed
 * or is settled.
 */
test('a hazard differs from copper and verdigris by 3:1 in every theme', async ({ page }) => {
  await page.goto(address);
  const ratios = await page.evaluate(() => {
    const luminance = (name: string, inside: Element) => {
      const probe = inside.appendChild(document.createElement('i'));
      probe.style.color = `var(${name})`;
      const parts =
        getComputedStyle(probe)
          .color.match(/[\d.]+/g)
          ?.map(Number) ?? [];
      probe.remove();
      const [r, g, b] = parts.map((v) => {
        const share = v / 255;
        return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * (r ?? 0) + 0.7152 * (g ?? 0) + 0.0722 * (b ?? 0);
    };
    return [...document.querySelectorAll('[data-theme]')].map((theme) => {
      const ratio = (a: string, b: string) => {
        const [x, y] = [luminance(a, theme), luminance(b, theme)].sort((p, q) => q - p);
        return ((x ?? 0) + 0.05) / ((y ?? 0) + 0.05);
      };
      return {
        theme: theme.getAttribute('data-theme'),
        copper: ratio('--hazard', '--copper'),
        words: ratio('--hazard', '--on-hazard'),
      };
    });
  });
  expect(ratios).toHaveLength(3);
  for (const { theme, copper, words } of ratios) {
    expect(copper, `hazard and copper, ${theme}`).toBeGreaterThanOrEqual(3);
    expect(words, `words on a hazard, ${theme}`).toBeGreaterThanOrEqual(4.5);
  }
});
