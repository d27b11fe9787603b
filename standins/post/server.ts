import { createServer, type Server } from 'node:http';
import { SMTPServer } from 'smtp-server';

/** A message that has arrived, as the page of the stand-in shows it. */
export interface Arrived {
  readonly way: 'e-mail' | 'text message';
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly at: string;
}

const MOST = 500;

/** Header and words of a mail as it came over the wire: quoted-printable is read, one part of plain text. */
export function readMail(raw: string): { subject: string; text: string } {
  const [head = '', ...rest] = raw.split(/\r?\n\r?\n/);
  const unfolded = head.replace(/\r?\n[ \t]+/g, ' ');
  const header = (name: string) => new RegExp(`^${name}:\\s*(.*)$`, 'im').exec(unfolded)?.[1] ?? '';
  const body = rest.join('\n\n').trim();
  const encoding = header('Content-Transfer-Encoding').toLowerCase();
  const text =
    encoding === 'base64'
      ? Buffer.from(body, 'base64').toString('utf8')
      : encoding === 'quoted-printable'
        ? Buffer.from(
            body
              .replace(/=\r?\n/g, '')
              .replace(/=([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16))),
            'latin1',
          ).toString('utf8')
        : body;
  const subject = header('Subject').replace(/=\?UTF-8\?Q\?(.*?)\?=/gi, (_, words: string) =>
    words
      .replace(/_/g, ' ')
      .replace(/=([0-9A-F]{2})/g, (_hex, hex: string) => String.fromCharCode(parseInt(hex, 16))),
  );
  return { subject, text };
}

const escaped = (text: string): string =>
  text.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign] as string);

/**
 * A mail server and a gateway for text messages that keep what arrives and send nothing on: the demo's own
 * way out of the house, which ends there. `GET /` is a page of what arrived, `GET /arrived` the same as JSON,
 * `POST /messages` takes a text message.
 */
export function postServers(): { smtp: SMTPServer; http: Server; arrived: Arrived[] } {
  const arrived: Arrived[] = [];
  const keep = (one: Omit<Arrived, 'at'>) => {
    arrived.unshift({ ...one, at: new Date().toISOString() });
    arrived.length = Math.min(arrived.length, MOST);
  };
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    disableReverseLookup: true,
    onData: (stream, session, done) => {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        const mail = readMail(Buffer.concat(parts).toString('utf8'));
        for (const { address } of session.envelope.rcptTo) keep({ way: 'e-mail', to: address, ...mail });
        done(null, `kept as number ${arrived.length}`);
      });
    },
  });
  const http = createServer((request, response) => {
    if (request.method === 'POST' && request.url === '/messages') {
      let body = '';
      request.on('data', (part: Buffer) => (body += part.toString()));
      request.on('end', () => {
        const { to, text } = JSON.parse(body) as { to: string; text: string };
        keep({ way: 'text message', to, subject: '', text });
        response.writeHead(202).end('kept');
      });
      return;
    }
    if (request.url === '/arrived') {
      response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(arrived));
      return;
    }
    const rows = arrived.map(
      ({ way, to, subject, text }) =>
        `<tr><td>${escaped(way)}</td><td>${escaped(to)}</td><td>${escaped(subject)}</td><td>${escaped(text)}</td></tr>`,
    );
    response
      .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
      .end(
        `<!doctype html><html lang="en"><title>What arrived</title><h1>What arrived: ${arrived.length}</h1>` +
          '<p>This mail server belongs to the demo and sends nothing on.</p>' +
          `<table><tr><th>Way<th>To<th>Subject<th>Words</tr>${rows.join('')}</table></html>`,
      );
  });
  return { smtp, http, arrived };
}
