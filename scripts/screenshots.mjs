// Refreshes docs/screenshots from a fresh copy of the demo job on a running server, and those of a firm from a fresh server of one:
//   node scripts/screenshots.mjs http://127.0.0.1:4310 [https://localhost:4400/welcome#the-owner's-link]
import { writeFile } from 'node:fs/promises';
import { chromium } from '@playwright/test';
import { Secret, TOTP } from 'otpauth';
import { tsImport } from 'tsx/esm/api';
import { chromiumLaunch } from './chromium.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4310';
const browser = await chromium.launch(chromiumLaunch);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
// A dash takes those of a firm alone.
if (base !== '-') {
  const { jobs } = await (await fetch(`${base}/api/jobs`)).json();
  const demo = jobs.find((job) => job.name === 'Thistle Mill');
  if (!demo) throw new Error('The demo job is not on this server; start with a fresh DATA_DIR.');

  const shot = async (name, path, prepare = async () => {}) => {
    await page.goto(`${base}${path.replace(':id', demo.id)}`);
    await page.waitForTimeout(900);
    await prepare();
    await page.waitForTimeout(700);
    // A page that complains is no picture of itself.
    const alert = page.getByRole('alert');
    if ((await alert.count()) > 0) throw new Error(`${name}: ${await alert.first().textContent()}`);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
  };

  await shot('jobs', '/', async () => {
    await page
      .getByRole('img', { name: /in small$/ })
      .first()
      .waitFor();
  });
  await shot('start', '/new', async () => {
    await page.getByLabel('Name of the job').fill('Larch Court');
    await page.getByRole('button', { name: 'Heat pump, outdoor air' }).click();
    await page.getByRole('button', { name: 'Floor heating' }).click();
    await page.waitForTimeout(1500);
  });
  await shot('site', '/jobs/:id/site', async () => {
    await page.getByText('Working out the alternatives').first().waitFor({ state: 'hidden' });
  });
  await shot('rooms', '/jobs/:id/rooms');
  await shot('emitters', '/jobs/:id/emitters', async () => {
    await page.getByRole('button', { name: /^Study: needs/ }).click();
    await page.mouse.move(600, 760);
  });
  await shot('circuits', '/jobs/:id/circuits');
  await shot('pipes', '/jobs/:id/pipes', async () => {
    await page.mouse.move(600, 760);
  });
  await shot('plant', '/jobs/:id/plant');
  await shot('sum', '/jobs/:id/plant', async () => {
    await page.getByRole('button', { name: /^Ground floor: flow at the duty point/ }).click();
    await page.mouse.move(600, 760);
  });
  await shot('duty', '/jobs/:id/duty', async () => {
    await page.getByText(/run in/).waitFor();
  });
  await shot('controls', '/jobs/:id/controls', async () => {
    await page.getByText(/^Set the controller to slope/).waitFor();
    await page.waitForTimeout(800);
  });
  await shot('run', '/jobs/:id/run', async () => {
    await page.getByRole('row', { name: /^Set back/ }).waitFor();
    await page.waitForTimeout(800);
  });
  await shot('papers', '/jobs/:id/papers');
  // Pages as they are painted from the PDF.
  for (const [name, set, number] of [['paper-wall', 'For the plant-room wall', 1]]) {
    await page.goto(`${base}/jobs/${demo.id}/papers`);
    await page.getByRole('button', { name: `Look at it: ${set}` }).click();
    const sheet = page
      .getByRole('region', { name: `Pages: ${set}` })
      .getByRole('img')
      .nth(number - 1);
    await sheet.scrollIntoViewIfNeeded();
    await page.waitForTimeout(2500);
    const painted = await sheet.evaluate((canvas) => canvas.toDataURL('image/png').split(',')[1]);
    await writeFile(`docs/screenshots/${name}.png`, Buffer.from(painted, 'base64'));
  }
  // The site book, as three phones beside each other.
  const phone = await browser.newPage({ viewport: { width: 390, height: 780 } });
  const phones = [];
  for (const [part, prepare] of [
    ['book', async () => {}],
    [
      'book?part=rounds',
      async () => {
        await phone.getByLabel('Outdoors').fill('3');
        await phone.getByLabel('Flow temperature of the source').fill('46.5');
        await phone.getByRole('button', { name: 'So it stands' }).click();
        await phone.getByText('All places').click();
        await phone.getByRole('button', { name: /^Guest room/ }).click();
        await phone.getByLabel('Return temperature').fill('27.9');
        await phone.evaluate(() => scrollTo(0, 0));
      },
    ],
    [
      'book',
      async () => {
        await phone.getByRole('button', { name: 'Which fault explains them?' }).click();
        const told = phone.getByRole('status').filter({ hasText: 'faults compared' });
        await told.waitFor({ timeout: 60_000 });
        await phone.waitForTimeout(1500);
        await told.evaluate((node) => scrollTo(0, node.getBoundingClientRect().top + scrollY - 70));
      },
    ],
  ]) {
    await phone.goto(`${base}/jobs/${demo.id}/${part}`);
    await phone.waitForTimeout(2500);
    await prepare();
    await phone.waitForTimeout(1500);
    phones.push((await phone.screenshot()).toString('base64'));
  }
  await phone.setViewportSize({ width: 1218, height: 780 });
  await phone.goto('about:blank');
  await phone.setContent(
    `<body style="margin:0;display:flex;gap:24px;background:#8f7f6c">${phones.map((each) => `<img src="data:image/png;base64,${each}">`).join('')}`,
  );
  await phone.screenshot({ path: 'docs/screenshots/book.png' });
  await phone.close();
  // Runs are kept with the job: these come after what shows it without.
  await shot('season', '/jobs/:id/run?view=season', async () => {
    await page.getByRole('button', { name: 'Run the season' }).click();
    await page.getByText(/^Run in/).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(1200);
  });
  const imported = async (job) => {
    const answer = await page.request.post(`${base}/api/jobs/import`, {
      data: JSON.stringify(job),
      headers: { origin: base, 'Content-Type': 'text/plain' },
    });
    return (await answer.json()).id;
  };
  const { summerMill } = await tsImport('../demo/summer-mill.ts', import.meta.url);
  await shot('summer', `/jobs/${await imported(summerMill)}/plant?mode=cooling`, async () => {
    await page.getByRole('button', { name: 'Entries', exact: true }).click();
    await page.getByRole('region', { name: 'Cooling', exact: true }).getByRole('button').first().click();
    await page.getByText('What each mode gets').scrollIntoViewIfNeeded();
    await page.mouse.move(600, 760);
  });
  // A plant of several stations, with its entries beside it.
  const { woodAndRing } = await tsImport('../demo/wood-and-ring.ts', import.meta.url);
  const id = await imported(woodAndRing());
  await shot('plant-dark', `/jobs/${id}/plant`, async () => {
    await page.getByRole('button', { name: 'Dark', exact: true }).click();
    await page.getByRole('button', { name: 'Entries', exact: true }).click();
    await page.getByRole('region', { name: 'Separation', exact: true }).getByRole('button').first().click();
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await page.getByText('Gives').first().scrollIntoViewIfNeeded();
    await page.mouse.move(600, 760);
  });
}

/** Becomes a member by a link, in a browser of their own. */
async function join(link, name) {
  const context = await browser.newContext({ ignoreHTTPSErrors: true, viewport: { width: 1280, height: 800 } });
  const own = await context.newPage();
  await own.goto(link);
  const field = own.getByLabel('Your name, as others see it');
  await field.fill(name);
  await own.getByLabel(/^Login/).fill(name.split(' ')[0].toLowerCase());
  await own.getByLabel(/^Password/).fill('copper otter lantern');
  await own.getByLabel('The same once more').fill('copper otter lantern');
  await own.getByRole('button', { name: 'Join' }).click();
  await own.getByRole('heading', { level: 1, name }).waitFor();
  return own;
}
const ownerLink = process.argv[3];
if (ownerLink) {
  const firm = new URL(ownerLink).origin;
  const nora = await join(ownerLink, 'Nora Quill');
  await nora.getByRole('button', { name: 'Set up time codes' }).click();
  const secret = (await nora.getByText(/^([A-Z2-7]{4} ?){8}$/).textContent()).replace(/ /g, '');
  await nora.getByLabel(/Time code/).fill(new TOTP({ secret: Secret.fromBase32(secret) }).generate());
  await nora.getByRole('button', { name: 'Take them into use' }).click();
  await nora.getByText('Set up.').waitFor();
  await nora.goto(`${firm}/firm`);
  await nora.getByRole('button', { name: 'Rename the firm' }).click();
  await nora.getByLabel('Name of the firm').fill('Quill & Tallow');
  await nora.getByRole('button', { name: 'Keep' }).click();
  await nora.getByRole('heading', { name: 'Quill & Tallow' }).waitFor();
  for (const [name, role] of [
    ['Ben Tallow', 'Designer'],
    ['Ruth Ember', 'On site'],
  ]) {
    await nora.getByLabel('Name', { exact: true }).fill(name);
    await nora.getByRole('combobox', { name: 'Role', exact: true }).press('Enter');
    await nora.getByRole('option', { name: role, exact: true }).click();
    await nora.getByRole('button', { name: 'Make the link' }).click();
    await join(await nora.getByLabel('Link', { exact: true }).inputValue(), name);
    await nora.getByRole('button', { name: 'Done' }).click();
  }
  await nora.reload();
  await nora.getByText('Ruth Ember').first().waitFor();
  await nora.waitForTimeout(600);
  await nora.screenshot({ path: 'docs/screenshots/firm.png' });
}
await browser.close();
