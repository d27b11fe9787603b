import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox','--disable-gpu'] });
const c2 = await b.newContext({ viewport: { width: 1280, height: 800 } }); const q = await c2.newPage(); q.on('pageerror', e => console.log('ERR', e.message));
await q.goto('http://127.0.0.1:4899/calls/new'); await q.getByLabel('Name').fill('desmond'); await q.getByLabel('Password').fill('ironleaf-roofs'); await q.getByRole('button',{name:'Sign in'}).click();
await q.getByLabel('Site', {exact:true}).first().fill('dome house'); await q.getByRole('option',{name:/Dome House/}).click(); await q.getByLabel(/Complaint/).fill('projection room is warm and smells burnt, we reset the breaker'); await q.waitForTimeout(1500); await q.screenshot({path:'/tmp/c1.png'});
await q.setViewportSize({width:390,height:844}); await q.waitForTimeout(700); await q.screenshot({path:'/tmp/c2.png'}); console.log(await q.evaluate(()=>document.documentElement.scrollWidth));
await q.goto('http://127.0.0.1:4899/'); await q.waitForTimeout(2500); console.log('today', await q.evaluate(()=>document.documentElement.scrollWidth)); await q.screenshot({path:'/tmp/c3.png'});
for (const path of ['/sites','/sites?show=units','/watch','/routes','/imports','/settings','/system','/bench','/people','/watch/left-open']) { await q.goto('http://127.0.0.1:4899'+path); await q.waitForTimeout(1300); console.log(path, await q.evaluate(()=>document.documentElement.scrollWidth)); }
await b.close();
