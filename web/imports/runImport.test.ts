import { runImport } from './runImport.ts';

const FILE = {
  id: '0198a1b2-0000-7000-8000-000000000001',
  kind: 'units' as const,
  fileName: 'units.csv',
  content: 'customer,site\n',
};
const PREVIEW = {
  id: FILE.id,
  kind: 'units',
  fileName: 'units.csv',
  counts: { rows: 1, created: 1, changed: 0, unchanged: 0, newCustomers: 1, newSites: 1 },
  problems: [],
};

let asked: { path: string; body: unknown }[] = [];

/**
 * A server that stores the file and then answers with these pieces of text, cut wherever the network cuts
 * them.
 */
function answering(pieces: string[], status = 200): void {
  asked = [];
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    asked.push({ path, body: JSON.parse(String(init.body)) });
    if (path === '/api/imports') return new Response('{"id":"x"}', { status: 201 });
    if (status !== 200)
      return new Response(JSON.stringify({ title: 'A technician may not do this' }), { status });
    const encoder = new TextEncoder();
    return new Response(
      new ReadableStream({
        start(controller) {
          for (const piece of pieces) controller.enqueue(encoder.encode(piece));
          controller.close();
        },
      }),
    );
  }) as typeof fetch;
}

const run = (mode?: 'all or nothing') => {
  const steps: [number, string][] = [];
  const result = runImport(FILE, mode, {
    signal: new AbortController().signal,
    onProgress: (share, step) => steps.push([share, step]),
  });
  return { steps, result };
};

describe('following an import', () => {
  it('reports every step and gives the preview at the end', async () => {
    answering([
      '{"kind":"progress","done":1,"of":4,"step":"reading ' +
        'rows"}\n{"kind":"progress","done":4,"of":4,"step":"writing"}\n',
      `${JSON.stringify({ kind: 'done', preview: PREVIEW })}\n`,
    ]);
    const { steps, result } = run();
    expect(await result).toEqual(PREVIEW);
    expect(steps).toEqual([
      [0.25, 'reading rows'],
      [1, 'writing'],
    ]);
    expect(asked.map((a) => a.path)).toEqual(['/api/imports', `/api/imports/${FILE.id}/preview`]);
  });

  it('puts lines together that the network cut in two', async () => {
    const line = `${JSON.stringify({ kind: 'done', preview: PREVIEW })}\n`;
    answering([line.slice(0, 10), line.slice(10, 40), line.slice(40)]);
    expect(await run().result).toEqual(PREVIEW);
  });

  it('applies with the mode that was chosen', async () => {
    answering([`${JSON.stringify({ kind: 'done', preview: PREVIEW })}\n`]);
    await run('all or nothing').result;
    expect(asked[1]).toEqual({ path: `/api/imports/${FILE.id}/apply`, body: { mode: 'all or nothing' } });
  });

  it('fails with the server’s words, when refused on the way or at the door', async () => {
    answering(['{"kind":"refused","detail":"3 rows are not right, so nothing was imported"}\n']);
    await expect(run('all or nothing').result).rejects.toThrow('3 rows are not right');
    answering([], 403);
    await expect(run().result).rejects.toThrow('A technician may not do this');
  });

  it('does not take a broken connection for success', async () => {
    answering(['{"kind":"progress","done":1,"of":4,"step":"reading rows"}\n']);
    await expect(run('all or nothing').result).rejects.toThrow('nothing was imported');
  });
});
