import { randomUUID } from 'node:crypto';
import { SITE_COLUMNS } from '#contracts/imports';
import { sendFile, type Agent } from '../testing/imports.ts';
import { testServer, type TestServer } from '../testing/server.ts';

/* Sites with their hours and contacts by file: what comes in, what does not, and that it can go again. */

let server: TestServer;
let manager: Agent;
beforeEach(async () => {
  server = await testServer();
  manager = await server.as('manager');
});
afterEach(() => server.stop());

const file = (...rows: Record<string, string>[]) =>
  [
    SITE_COLUMNS.join(','),
    ...rows.map((row) => SITE_COLUMNS.map((name) => `"${row[name] ?? ''}"`).join(',')),
  ].join('\n');
const send = (content: string, mode?: string) => sendFile(manager, 'sites', content, mode);
const out = async () => (await manager.get('/api/exports/sites.csv').expect(200)).text;
const contactsAt = async (name: string) => {
  const { rows } = (await manager.get('/api/sites').query({ q: name }).expect(200)).body;
  return (await manager.get(`/api/sites/${rows[0].id}/contacts`).expect(200)).body;
};

const STUDIO = { customer: 'Kiln', site: 'Studio' };
const ADA = { ...STUDIO, contact: 'Ada Quill', phone: '555-0137', role: 'approves', told_by: 'telephone' };

it('a site comes in with its hours, how to get in, whom to ask, and where the bills go', async () => {
  const content = file(
    { ...ADA, hours: 'M-F 8-5; Sat 9-12', key: 'with the porter', billing_address: 'Box 12, Wrenfall' },
    { ...STUDIO, contact: 'Odd Fenn', email: 'fenn@kiln.example', told_by: 'e-mail' },
    { customer: 'Rink', site: 'Hall', hours: 'closed all week' },
  );
  const { preview } = await send(content);
  expect(preview.counts).toMatchObject({ created: 2, changed: 0, newCustomers: 2, newSites: 2 });
  expect(preview.problems).toEqual([]);
  await send(content, 'all or nothing');
  expect(await contactsAt('Studio')).toMatchObject([
    { name: 'Ada Quill', role: 'approves', phone: '555-0137', toldBy: 'telephone' },
    { name: 'Odd Fenn', role: 'at the site', email: 'fenn@kiln.example', toldBy: 'e-mail' },
  ]);
  const { rows } = (await manager.get('/api/sites').query({ q: 'Studio' }).expect(200)).body;
  const site = (await manager.get(`/api/sites/${rows[0].id}`).expect(200)).body;
  expect(site).toMatchObject({ keyAt: 'with the porter', openingHours: { 1: [['08:00', '17:00']] } });
  expect(site.openingHours[6]).toEqual([['09:00', '12:00']]);
  const customer = (await manager.get(`/api/customers/${site.customerId}`).expect(200)).body;
  expect(customer.billingAddress).toBe('Box 12, Wrenfall');
  // Once more it changes nothing, and the export of it is the same file.
  expect((await send(content)).preview.counts).toMatchObject({ created: 0, changed: 0, unchanged: 3 });
  expect((await send(await out())).preview.counts).toMatchObject({ created: 0, changed: 0, changedSites: 0 });
});

it('what our export says comes back to the byte in another company', async () => {
  await send(
    file(
      { ...ADA, hours: 'Mon-Fri 08:00-12:00, 13:00-17:00', lat: '41.5', lon: '-70.25', permit: 'hot work' },
      { ...STUDIO, contact: '=Fenn, the porter' },
      { customer: 'Rink', site: 'Hall' },
    ),
    'all or nothing',
  );
  const first = await out();
  await server.stop();
  server = await testServer();
  manager = await server.as('manager');
  await send(first, 'all or nothing');
  expect(await out()).toBe(first);
});

it('what cannot be so is said with its line, and nothing of that row comes in', async () => {
  const { preview } = await send(
    file(
      { ...STUDIO, contact: 'Ada', told_by: 'e-mail' },
      { ...STUDIO, contact: 'Bo', told_by: 'telephone' },
      { ...STUDIO, contact: 'Cy', told_by: 'text message', phone: '1' },
      { ...STUDIO, phone: '555-0111' },
      { ...STUDIO, contact: 'cy' },
      { ...STUDIO, contact: 'Di', hours: 'by appointment' },
      { customer: 'Rink', site: 'Hall', contact: 'Ed', hours: 'Mon 8-12' },
      { customer: 'Rink', site: 'Hall', contact: 'Flo', hours: 'Mon 8-13' },
      { customer: 'Rink', site: 'Hall', contact: 'Gus', billing_address: 'A' },
      { customer: 'Rink', site: 'Rear', contact: 'Hal', billing_address: 'B' },
      { customer: 'Rink', site: 'Rear', contact: 'Ira', email: 'nowhere' },
      { customer: 'Rink', site: 'Gone', contact: 'Jo', told_by: 'e-mail' },
    ),
  );
  expect(preview.problems.map(({ line, column }) => [line, column])).toEqual([
    [2, 'told_by'],
    [3, 'told_by'],
    [5, 'phone'],
    [6, 'contact'],
    [7, 'hours'],
    [9, 'hours'],
    [11, 'billing_address'],
    [12, 'email'],
    [13, 'told_by'],
  ]);
  // The site of a row that does not come in does not come in by it.
  expect(preview.counts).toMatchObject({ created: 3, newCustomers: 2, newSites: 2 });
});

it('a contact on record is filled in by its name, whatever its case, and an empty cell changes nothing', async () => {
  await send(file(ADA), 'all or nothing');
  const more = file({ ...STUDIO, contact: 'ADA QUILL', email: 'ada@kiln.example', address: '1 Quay' });
  const { preview } = await send(more);
  expect(preview.counts).toMatchObject({ created: 0, changed: 1, changedSites: 1 });
  expect(preview.changes).toEqual([
    { line: 2, what: 'Studio', column: 'address', before: null, after: '1 Quay' },
    { line: 2, what: 'Ada Quill at Studio', column: 'email', before: null, after: 'ada@kiln.example' },
  ]);
  await send(more, 'all or nothing');
  expect(await contactsAt('Studio')).toMatchObject([
    { name: 'Ada Quill', role: 'approves', phone: '555-0137', email: 'ada@kiln.example' },
  ]);
});

describe('taking it back', () => {
  const MORE = file(
    { ...ADA, phone: '555-0199', hours: 'daily 9-17', billing_address: 'Box 9' },
    { ...STUDIO, contact: 'Odd Fenn' },
    { customer: 'Rink', site: 'Hall', contact: 'Ed' },
  );
  it('all is as it was, to the byte', async () => {
    // The customer has more than the file speaks of.
    await send(file(ADA, { customer: 'Kiln', site: 'Annex' }), 'all or nothing');
    const before = await out();
    const { id } = await send(MORE, 'all or nothing');
    expect(await out()).not.toBe(before);
    await manager.post(`/api/imports/${id}/back`).expect(200);
    expect(await out()).toBe(before);
  });

  it('not once a contact was changed, or added where the file made the site', async () => {
    const { id } = await send(MORE, 'all or nothing');
    const [fenn] = (await contactsAt('Studio')).filter(({ name }: { name: string }) => name === 'Odd Fenn');
    await manager
      .patch(`/api/contacts/${fenn.id}`)
      .send({ version: fenn.version, phone: '555-0100' })
      .expect(200);
    const refused = (await manager.post(`/api/imports/${id}/back`).expect(409)).body;
    expect(refused.detail).toContain('1 changed since, such as Odd Fenn');
    const hall = (await manager.get('/api/sites').query({ q: 'Hall' }).expect(200)).body.rows[0];
    const more = await send(file({ customer: 'Loft', site: 'Loft', contact: 'Kay' }), 'all or nothing');
    const loft = (await manager.get('/api/sites').query({ q: 'Loft' }).expect(200)).body.rows[0];
    expect(loft.id).not.toBe(hall.id);
    await manager
      .post('/api/contacts')
      .send({
        ...{ id: randomUUID(), siteId: loft.id, name: 'By hand', role: 'tenant', phone: null, email: null },
        toldBy: 'nobody',
      })
      .expect(201);
    const again = (await manager.post(`/api/imports/${more.id}/back`).expect(409)).body;
    expect(again.detail).toContain('1 with more than this import brought, such as Loft');
  });
});
