import { postServers } from './server.ts';

/* Started as a process of its own: main.ts SMTP-PORT HTTP-PORT. */
const [mail, page] = process.argv.slice(2).map(Number);
if (!mail || !page) {
  console.error('usage: main.ts SMTP-PORT HTTP-PORT');
  process.exit(1);
}
const { smtp, http } = postServers();
smtp.listen(mail, '127.0.0.1');
http.listen(page, '127.0.0.1');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => http.close(() => smtp.close(() => process.exit(0))));
