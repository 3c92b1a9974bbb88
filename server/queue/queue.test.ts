import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { packed, readPdf } from '../../exchange/pdf/read-pdf.fixture.ts';
import { type Firm, openFirm, type SignedIn } from '../firm.fixture.ts';

let firm: Firm;
let ben: SignedIn;
let job: string;
beforeAll(async () => {
  firm = await openFirm();
  ben = await firm.member('designer');
  job = (await ben.client.send('POST', '/api/jobs/import', JSON.stringify(thistleMill))).body.id;
});
afterAll(() => firm?.close());

const linkOf = (address: string) => ({ Authorization: `Link ${address.split('#')[1]}` });
async function made(paper: string): Promise<{ revision: number }> {
  for (let i = 0; i < 300; i++) {
    const list = (await ben.client.api('GET', `/jobs/${job}/papers`)).body as {
      paper: string;
      revision: number | null;
      waiting: boolean;
    }[];
    const found = list.find((each) => each.paper === paper);
    if (found?.revision && !found.waiting) return { revision: found.revision };
    await sleep(500);
  }
  throw new Error(`waited in vain for ${paper}`);
}

describe('papers made on the server', { timeout: 240_000 }, () => {
  it('come by and by, once each however often they are ordered', async () => {
    expect((await ben.client.api('GET', `/jobs/${job}/papers/owner`)).status).toBe(404);
    const orders = await Promise.all([1, 2, 3].map(() => ben.client.api('POST', `/jobs/${job}/papers`, { paper: 'owner' })));
    expect(orders.map(({ status }) => status)).toEqual([202, 202, 202]);
    expect(await made('owner')).toEqual({ revision: 1 });
    const file = await ben.client.api('GET', `/jobs/${job}/papers/owner`);
    expect(file.headers['content-type']).toBe('application/pdf');
    expect(file.headers['content-disposition']).toContain('attachment');
  });

  it('reach the guest they are for, and follow the job', async () => {
    const { address } = (await ben.client.api('POST', `/jobs/${job}/links`, { part: 'householder', name: 'The house', days: 3 }))
      .body;
    const guest = firm.client();
    await made('owner');
    const view = (await guest.api('GET', '/guest', undefined, linkOf(address))).body;
    expect(view).toMatchObject({
      part: 'householder',
      name: 'The house',
      papers: [{ paper: 'owner', jobName: 'Thistle Mill', revision: 1 }],
    });
    const bytes = await firm.owner
      .selectFrom('papers')
      .select('bytes')
      .where('job_id', '=', job)
      .where('paper', '=', 'owner')
      .executeTakeFirstOrThrow();
    const { pages } = await readPdf(new Uint8Array(bytes.bytes));
    expect(packed(pages.join(''))).toContain('ThistleMill');
    const links = (await ben.client.api('GET', `/jobs/${job}/links`)).body as { seenAt: string | null }[];
    expect(Date.now() - Date.parse(links[0]?.seenAt ?? '')).toBeLessThan(60_000);
    // Another's part, and other papers of the job, are not there for this one.
    expect((await guest.api('GET', '/guest/papers/electrician', undefined, linkOf(address))).status).toBe(404);
    await ben.client.api('POST', `/jobs/${job}/papers`, { paper: 'record' });
    expect((await guest.api('GET', '/guest/papers/record', undefined, linkOf(address))).status).toBe(404);
    // A save has them made anew after a while.
    await ben.client.api('PUT', `/jobs/${job}`, {
      revision: 1,
      summary: 'x',
      job: { ...thistleMill, name: 'Thistle Mill, yard' },
    });
    let waits: string[] = [];
    for (let i = 0; i < 50 && !waits.includes('owner'); i++) {
      waits = ((await ben.client.api('GET', `/jobs/${job}/papers`)).body as { paper: string; waiting: boolean }[])
        .filter(({ waiting }) => waiting)
        .map(({ paper }) => paper);
      await sleep(100);
    }
    expect(waits).toContain('owner');
  });

  it('a link that is forged, has run out or was taken back shows nothing, and guessing is counted', async () => {
    const made = (await ben.client.api('POST', `/jobs/${job}/links`, { part: 'builder', name: 'x', days: 1 })).body;
    const guest = firm.client();
    const ask = (headers: Record<string, string>) => guest.api('GET', '/guest', undefined, headers);
    expect((await ask(linkOf(made.address))).status).toBe(200);
    for (const forged of ['', 'Link', `Link ${'A'.repeat(43)}`, `Link ${made.id}`, `Bearer ${made.address.split('#')[1]}`])
      expect((await ask({ Authorization: forged })).status, forged).toBe(401);
    await firm.owner
      .updateTable('guest_links')
      .set({ ends_at: new Date(Date.now() - 1) })
      .where('id', '=', made.id)
      .execute();
    expect((await ask(linkOf(made.address))).body.detail).toContain('run out or was taken back');
    await firm.owner
      .updateTable('guest_links')
      .set({ ends_at: new Date(Date.now() + 60_000) })
      .where('id', '=', made.id)
      .execute();
    expect((await ask(linkOf(made.address))).status).toBe(200);
    expect((await ben.client.api('DELETE', `/jobs/${job}/links/${made.id}`)).status).toBe(204);
    expect((await ask(linkOf(made.address))).status).toBe(401);
    let status = 0;
    for (let i = 0; i < 70 && status !== 429; i++) ({ status } = await ask({ Authorization: `Link ${'B'.repeat(42)}${i % 10}` }));
    expect(status).toBe(429);
    await firm.owner.deleteFrom('guesses' as never).execute();
  });

  it('are limited for each person', async () => {
    const statuses: number[] = [];
    const papers = ['wall', 'merchant', 'floor', 'electrician', 'commissioner', 'record', 'owner', 'labels'];
    // Held back, so that none is done before the last is ordered.
    const other = (await ben.client.send('POST', '/api/jobs/import', JSON.stringify(thistleMill))).body.id;
    for (const at of [job, other])
      for (const paper of papers) statuses.push((await ben.client.api('POST', `/jobs/${at}/papers`, { paper })).status);
    expect(statuses).toContain(429);
    expect(statuses.filter((status) => status === 202).length).toBeLessThan(14);
    await firm.owner.executeQuery((await import('kysely')).CompiledQuery.raw("delete from queue.job where name = 'papers'"));
  });
});
