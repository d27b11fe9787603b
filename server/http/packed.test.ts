import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import express from 'express';
import { packed } from './packed.ts';

const SCRIPT = 'export const answer = 42;\n'.repeat(200);
let folder = '';
let server: Server;
let address = '';

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'packed-'));
  writeFileSync(path.join(folder, 'index-1.js'), SCRIPT);
  writeFileSync(path.join(folder, 'index-1.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(path.join(folder, 'small-2.js'), 'export {};');
  const app = express();
  app.use('/assets', packed(folder), express.static(folder));
  server = createServer(app);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/assets`;
});
afterAll(async () => {
  await new Promise((done) => server.close(done));
  rmSync(folder, { recursive: true });
});

const ask = async (name: string, encoding: string) => {
  const response = await fetch(`${address}/${name}`, { headers: { 'Accept-Encoding': encoding } });
  const { headers, status } = response;
  return { status, text: await response.text(), of: (header: string) => headers.get(header) };
};

describe('files packed by the build', () => {
  it('go packed to who reads them, as what they are, and say that others get them otherwise', async () => {
    const got = await ask('index-1.js', 'gzip, br');
    expect([got.status, got.of('content-encoding'), got.of('vary')]).toEqual([200, 'br', 'Accept-Encoding']);
    expect(got.of('content-type')).toBe('text/javascript; charset=utf-8');
    expect(got.text).toBe(SCRIPT);
    expect(Number(got.of('content-length'))).toBeLessThan(SCRIPT.length / 10);
  });

  it('go as they are to who does not, and where nothing is packed', async () => {
    const plain = await ask('index-1.js', 'identity');
    expect([plain.of('content-encoding'), plain.text]).toEqual([null, SCRIPT]);
    expect((await ask('small-2.js', 'br')).text).toBe('export {};');
    expect((await ask('none.js', 'br')).status).toBe(404);
    expect((await ask('../packed.ts', 'br')).status).toBe(404);
  });
});
