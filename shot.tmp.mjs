import { chromium } from '@playwright/test';
const [,, who, sizes, out, ...paths] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox','--disable-gpu'] });
for (const size of sizes.split(',')) {
  const [w,h] = size.split('x').map(Number);
  const c = await b.newContext({ viewport: { width: w, height: h } });
  const p = await c.newPage();
  p.on('pageerror', e => console.log('ERR', e.message));
  await p.goto('http://127.0.0.1:4899/');
  await p.getByLabel(/name/i).first().fill(who);
  await p.getByLabel(/password/i).first().fill('ironleaf-roofs');
  await p.keyboard.press('Enter');
  await p.waitForTimeout(1200);
  let i = 0;
  for (const path of paths) {
    const [url, ...clicks] = path.split('|');
    await p.goto('http://127.0.0.1:4899' + url);
    await p.waitForTimeout(1200);
    for (const cl of clicks) {
      if (cl.startsWith('full')) continue;
      const [role, name] = cl.split('=');
      if (role === 'text') await p.getByText(name).first().click();
      else await p.getByRole(role, { name }).first().click();
      await p.waitForTimeout(500);
    }
    await p.screenshot({ path: `${out}-${w}-${i++}.png`, fullPage: clicks.includes('full') });
  }
  await c.close();
}
await b.close();
