import { chromium } from 'playwright-core';

const [path, out, w = '1280', h = '800', scheme = 'light', wait = '1500', code = ''] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: +w, height: +h }, colorScheme: scheme });
page.on('console', (m) => {
  if (m.type() === 'error') console.log('console:', m.text());
});
page.on('pageerror', (e) => console.log('pageerror:', e.message));
let url = path;
if (!path.startsWith('http')) {
  const jobs = await (await fetch('http://127.0.0.1:4310/api/jobs')).json();
  const id = jobs.find((j) => j.name === 'Thistle Mill')?.id ?? jobs[0].id;
  url = `http://127.0.0.1:4310/jobs/${id}/${path}`;
}
await page.goto(url);
await page.waitForTimeout(+wait);
if (code) await new (Object.getPrototypeOf(async () => {}).constructor)('page', code)(page);
await page.screenshot({ path: out });
await browser.close();
