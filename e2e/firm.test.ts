import { type Browser, type BrowserContext, expect, type Page, test } from '@playwright/test';
import { Secret, TOTP } from 'otpauth';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, saved } from './helpers.ts';

const { FIRM_URL: firm = '', FIRM_LINK: link = '' } = process.env;
test.skip(firm === '', 'needs the server of a firm, as npm test starts it');
// One firm, which grows from test to test.
test.describe.configure({ mode: 'serial' });

const PASSWORD = 'copper otter lantern';
/** Whoever signed in stays so: a browser each. */
const people: Record<string, { context: BrowserContext; page: Page }> = {};
let timeCodes = '';
let job = '';

const newContext = (browser: Browser, phone = false) =>
  browser.newContext({
    baseURL: firm,
    viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    permissions: ['clipboard-read', 'clipboard-write'],
    acceptDownloads: true,
  });
const codeNow = (): string => new TOTP({ secret: Secret.fromBase32(timeCodes) }).generate();
/** A code is good once: waits for the next step where this one was used. */
async function freshCode(page: Page): Promise<string> {
  await page.waitForTimeout(30_000 - (Date.now() % 30_000) + 300);
  return codeNow();
}

async function become(browser: Browser, name: string, address: string): Promise<Page> {
  const context = await newContext(browser);
  const page = await context.newPage();
  people[name] = { context, page };
  await page.goto(address);
  await page.getByLabel('Your name, as others see it').fill(name);
  await page.getByLabel(/^Login/).fill(name.toLowerCase());
  await page.getByLabel(/^Password/).fill(PASSWORD);
  await page.getByLabel('The same once more').fill(PASSWORD);
  await page.getByRole('button', { name: 'Join' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  return page;
}
const pageOf = (name: string): Page => people[name]?.page as Page;

async function invite(name: string, role: string): Promise<string> {
  const page = pageOf('Nora');
  await page.goto('/firm');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('combobox', { name: 'Role', exact: true }).press('Enter');
  await page.getByRole('option', { name: role, exact: true }).click();
  await page.getByRole('button', { name: 'Make the link' }).click();
  await page.getByRole('button', { name: 'Copy' }).click();
  return page.evaluate(() => navigator.clipboard.readText());
}

test.afterAll(async () => {
  for (const { context } of Object.values(people)) await context.close();
});

test('the first owner comes by the link that the server printed, and needs a second factor', async ({ browser }) => {
  const page = await become(browser, 'Nora', link);
  await expect(page.getByText('Owners sign in with a second factor.')).toBeVisible();
  await expectAccessible(page);
  await page.goto('/firm');
  await page.getByLabel('Name', { exact: true }).fill('Ben');
  await page.getByRole('button', { name: 'Make the link' }).click();
  await expect(page.getByText('needs more than a password').first()).toBeVisible();
  await page.goto('/me');
  await page.getByRole('button', { name: 'Set up time codes' }).click();
  timeCodes = (await page.getByText(/^([A-Z2-7]{4} ?){8}$/).textContent())?.replace(/ /g, '') ?? '';
  await page.getByLabel(/Time code/).fill(codeNow());
  await page.getByRole('button', { name: 'Take them into use' }).click();
  await expect(page.getByText('Set up.')).toBeVisible();
  await expect(page.getByText('Owners sign in with a second factor.')).toHaveCount(0);
  // The link is used up.
  const other = await (await newContext(browser)).newPage();
  await other.goto(link);
  await expect(other.getByText('This link was used already')).toBeVisible();
  await other.context().close();
});

test('signing out and in again, with a code', async () => {
  const page = pageOf('Nora');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/firm');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Login').fill('nora');
  await page.getByLabel('Password').fill('not this one at all');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('do not go together');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.keyboard.press('Enter');
  await page.getByLabel(/Time code/).fill(await freshCode(page));
  await page.keyboard.press('Enter');
  // Back to where it was wanted.
  await expect(page.getByRole('heading', { name: 'Members' })).toBeVisible();
});

test('a passkey signs in without typing anything', async () => {
  const { context, page } = people.Nora as { context: BrowserContext; page: Page };
  const devTools = await context.newCDPSession(page);
  await devTools.send('WebAuthn.enable');
  await devTools.send('WebAuthn.addVirtualAuthenticator', {
    options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true },
  });
  await page.goto('/me');
  await page.getByRole('button', { name: 'Add a passkey' }).click();
  await expect(page.getByText('Passkey 1', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: 'Use a passkey' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
  await page.goto('/me');
  await expect(page.getByText(/^last used/)).toBeVisible();
});

test('members are invited by a link, and see what their role lets them do', async ({ browser }) => {
  await become(browser, 'Ben', await invite('Ben', 'Designer'));
  await become(browser, 'Ruth', await invite('Ruth', 'Reader'));
  const nora = pageOf('Nora');
  await nora.goto('/firm');
  await expect(nora.getByRole('combobox', { name: 'Role of Ben' })).toHaveText('Designer');
  await expect(nora.getByRole('list', { name: 'Lines of the record' })).toContainText('became a member');
  await expectAccessible(nora);
  await pageOf('Ben').goto('/');
  await expect(pageOf('Ben').getByRole('button', { name: 'New job' })).toBeVisible();
  const ruth = pageOf('Ruth');
  await ruth.goto('/');
  await expect(ruth.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
  await expect(ruth.getByRole('button', { name: 'New job' })).toHaveCount(0);
  await ruth.goto('/firm');
  await expect(ruth.getByText('Owners change it.')).toBeVisible();
  await expect(ruth.getByRole('heading', { name: 'Record' })).toHaveCount(0);
});

test('two in one job see each other, and what the other saves', async () => {
  const [nora, ben] = [pageOf('Nora'), pageOf('Ben')];
  await ben.goto('/');
  await ben.getByLabel('Job file').setInputFiles({
    name: 'mill.warm.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(thistleMill)),
  });
  await expect(ben).toHaveURL(/\/plant/);
  job = /jobs\/([^/]+)/.exec(ben.url())?.[1] ?? '';
  await ben.goto(`/jobs/${job}/site`);
  await nora.goto(`/jobs/${job}/site`);
  await expect(nora.getByRole('list', { name: 'Also in this job' })).toContainText('B');
  await expect(ben.getByRole('listitem', { name: 'Nora, on Site' })).toBeVisible();
  await ben.getByRole('textbox', { name: 'Name of the job' }).fill('Thistle Mill, upper floor');
  await saved(ben);
  await expect(nora.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, upper floor');
  // Both change something else at once: both stay.
  await Promise.all([
    nora.getByRole('textbox', { name: 'Place', exact: true }).fill('Lower Ambersett, yard'),
    ben.getByRole('textbox', { name: 'Name of the job' }).fill('Thistle Mill, both floors'),
  ]);
  for (const page of [nora, ben]) {
    await expect(page.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, both floors');
    await expect(page.getByRole('textbox', { name: 'Place', exact: true })).toHaveValue('Lower Ambersett, yard');
  }
  await saved(nora);
  await ben.goto('/');
  // At once by the last word of his window; a browser may lose it while the window closes, then when he was not heard of for a while.
  await expect(nora.getByRole('list', { name: 'Also in this job' })).toHaveCount(0, { timeout: 60_000 });
  await nora.goto(`/jobs/${job}/papers?part=history`);
  await expect(nora.getByRole('listitem').filter({ hasText: 'Read from a job file' })).toContainText('Ben');
});

test('a comment on a thing reaches the others, and ends', async () => {
  const [nora, ben] = [pageOf('Nora'), pageOf('Ben')];
  await Promise.all([nora.goto(`/jobs/${job}/plant`), ben.goto(`/jobs/${job}/plant`)]);
  await ben.getByRole('button', { name: 'Comments' }).click();
  await ben.getByRole('combobox', { name: 'About' }).fill('Kitchen');
  await ben.getByRole('option', { name: 'Room Kitchen' }).click();
  const text = ben.getByRole('textbox', { name: 'Comment' });
  await text.fill('Half written');
  // A window that is closed loses nothing of it.
  await ben.reload();
  await ben.getByRole('button', { name: 'Comments' }).click();
  await expect(ben.getByRole('textbox', { name: 'Comment' })).toHaveValue('Half written');
  await ben.getByRole('combobox', { name: 'About' }).fill('Kitchen');
  await ben.getByRole('option', { name: 'Room Kitchen' }).click();
  await ben.getByRole('textbox', { name: 'Comment' }).fill('The cooker stands where the radiator was.');
  await ben.getByRole('button', { name: 'Write it' }).click();
  await expect(nora.getByRole('button', { name: 'Comments (1)' })).toBeVisible();
  await nora.getByRole('button', { name: 'Comments (1)' }).click();
  const entry = nora.getByRole('list', { name: 'Open comments' }).getByRole('listitem');
  await expect(entry).toContainText('The cooker stands where the radiator was.');
  await expect(entry).toContainText('Ben');
  await expectAccessible(nora);
  await entry.getByRole('button', { name: /^Done/ }).click();
  await expect(ben.getByText('Nothing stands open.')).toBeVisible();
  await ben.getByRole('button', { name: 'Done (1)' }).click();
  await expect(ben.getByRole('list', { name: 'Comments that are done' })).toContainText('done by Nora');
});

test('who only reads may try things, and leaves nothing behind', async () => {
  const ruth = pageOf('Ruth');
  await ruth.goto(`/jobs/${job}/site`);
  await ruth.getByRole('textbox', { name: 'Name of the job' }).fill('Mine now');
  await expect(ruth.getByText('nobody else sees it')).toBeVisible();
  await ruth.getByRole('button', { name: 'Put it back' }).click();
  await expect(ruth.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, both floors');
  await ruth.getByRole('textbox', { name: 'Name of the job' }).fill('Mine now');
  await ruth.reload();
  await expect(ruth.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, both floors');
  await ruth.getByRole('button', { name: /^Comments/ }).click();
  await expect(ruth.getByRole('textbox', { name: 'Comment' })).toHaveCount(0);
});

test('a guest sees the papers of one part, until the link is taken back', async ({ browser }) => {
  const ben = pageOf('Ben');
  await ben.goto(`/jobs/${job}/papers?part=guests`);
  await ben.getByLabel('Who gets it').fill('Spark and Daughter');
  await ben.getByRole('button', { name: 'Make the link' }).click();
  await expectAccessible(ben);
  await ben.getByRole('button', { name: 'Copy' }).click();
  const address = await ben.evaluate(() => navigator.clipboard.readText());
  const context = await newContext(browser, true);
  const guest = await context.newPage();
  const asked: string[] = [];
  guest.on('request', (request) => asked.push(request.url()));
  await guest.goto(address);
  await expect(guest.getByRole('heading', { name: 'Electrician: Spark and Daughter' })).toBeVisible();
  await expect(guest.getByRole('img', { name: /^Page 1: / })).toBeVisible({ timeout: 90_000 });
  await expect(guest.getByRole('img', { name: /^Page 1: .*Thistle Mill, both floors/ })).toBeVisible();
  await expectAccessible(guest);
  const secret = address.split('#')[1] ?? '';
  expect(secret.length).toBe(43);
  expect(asked.filter((url) => url.includes(secret))).toEqual([]);
  // Nothing else is there, whatever is typed into the address.
  for (const path of [`/api/jobs/${job}`, '/api/jobs', `/api/jobs/${job}/papers/record`, '/api/guest/papers/record'])
    expect(
      await guest.evaluate(
        async ([at, key]) => (await fetch(at as string, { headers: { Authorization: `Link ${key}` } })).status,
        [path, secret],
      ),
    ).toBeGreaterThanOrEqual(401);
  await ben.getByRole('button', { name: 'Withdraw the link for Spark and Daughter' }).click();
  await expect(ben.getByText(/^withdrawn/)).toBeVisible();
  await guest.reload();
  await expect(guest.getByText('it has run out or was taken back')).toBeVisible();
  await context.close();
});

test('a phone joins by the code on a signed-in screen', async ({ browser }) => {
  const ben = pageOf('Ben');
  await ben.goto('/me');
  const codeShown = ben.waitForResponse('**/api/me/devices/code');
  await ben.getByRole('button', { name: 'Add a phone or another device' }).click();
  const { address } = (await (await codeShown).json()) as { address: string };
  await expect(ben.getByRole('img', { name: 'Code for the camera of the other device' })).toBeVisible();
  const context = await newContext(browser, true);
  const phone = await context.newPage();
  await phone.goto(address);
  const digits = (await phone.getByRole('status').textContent()) ?? '';
  await expect(phone.getByRole('status')).toHaveText(/^\d{4}$/);
  await expectAccessible(phone);
  await expect(ben.getByText((await phone.getByRole('status').textContent()) ?? digits, { exact: true })).toBeVisible();
  await ben.getByRole('button', { name: 'Yes, let it in' }).click();
  await expect(phone.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
  people.Phone = { context, page: phone };
});

test('a device that is revoked with work still on it keeps it, says so, and nobody is in', async () => {
  const [ben, phone] = [pageOf('Ben'), pageOf('Phone')];
  await phone.goto(`/jobs/${job}/site`);
  await expect(phone.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, both floors');
  await ben.goto('/me');
  await ben.getByRole('button', { name: /^Revoke / }).click();
  await expect(ben.getByText(/ is out\.$/)).toBeVisible();
  await phone.getByRole('textbox', { name: 'Name of the job' }).fill('Typed in the cellar');
  await expect(phone.getByText('You are signed out here.')).toBeVisible();
  const download = phone.waitForEvent('download');
  await phone.getByRole('alert').getByRole('button', { name: 'Save the job file' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('typed-in-the-cellar.warm.json');
  await ben.goto(`/jobs/${job}/site`);
  await expect(ben.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Thistle Mill, both floors');
  // Signed in anew, it goes out.
  await phone.getByRole('link', { name: 'Sign in' }).click();
  await phone.getByLabel('Login').fill('ben');
  await phone.getByLabel('Password').fill(PASSWORD);
  await phone.keyboard.press('Enter');
  await expect(phone.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Typed in the cellar');
  await expect(ben.getByRole('textbox', { name: 'Name of the job' })).toHaveValue('Typed in the cellar');
});

test('whose membership ends is out, on every device', async () => {
  const nora = pageOf('Nora');
  await nora.goto('/firm');
  await nora.getByRole('button', { name: 'End the membership of Ruth' }).click();
  // The last proof may be a while ago by now.
  await expect(nora.getByText('Ruth is out, on every device.').or(nora.getByText('Is it still you?'))).toBeVisible();
  if (await nora.getByText('Is it still you?').isVisible()) await nora.getByRole('button', { name: 'Use a passkey' }).click();
  await expect(nora.getByText('Ruth is out, on every device.')).toBeVisible();
  const ruth = pageOf('Ruth');
  await ruth.goto('/');
  await expect(ruth.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});
