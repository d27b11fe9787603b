import nodemailer from 'nodemailer';
import type { AddressInfo } from 'node:net';
import { postServers, readMail } from './server.ts';

it('keeps what a real mail library sends it, and shows it as it was written', async () => {
  const { smtp, http, arrived } = postServers();
  await new Promise<void>((go) => smtp.listen(0, '127.0.0.1', go));
  await new Promise<void>((go) => http.listen(0, '127.0.0.1', go));
  const port = (of: { address(): unknown }) => (of.address() as AddressInfo).port;
  const text = `Über den Dächern: between 09:00 and 11:00, ${'for RTU-1 and all that stands beside it '.repeat(4)}<b>`;
  const sent = await nodemailer
    .createTransport(`smtp://127.0.0.1:${port(smtp.server)}`)
    .sendMail({ from: 'a@x.example', to: 'b@y.example', subject: 'Our visit: Dome House', text });
  expect(sent.response).toContain('kept as number 1');
  expect(arrived[0]).toMatchObject({
    to: 'b@y.example',
    subject: 'Our visit: Dome House',
    text: text.trim(),
  });
  const base = `http://127.0.0.1:${port(http)}`;
  const posted = await fetch(`${base}/messages`, {
    method: 'POST',
    body: JSON.stringify({ to: '555-0100', text: 'we come' }),
  });
  expect(posted.status).toBe(202);
  const page = await (await fetch(base)).text();
  expect(page).toContain('What arrived: 2');
  expect(page).toContain('&lt;b&gt;');
  expect(await (await fetch(`${base}/arrived`)).json()).toHaveLength(2);
  await new Promise((go) => http.close(go));
  await new Promise<void>((go) => smtp.close(() => go()));
});

it('reads a mail without any encoding', () =>
  expect(readMail('Subject: one\r\n two\r\n\r\nwords')).toEqual({ subject: 'one two', text: 'words' }));
