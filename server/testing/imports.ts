import { randomUUID } from 'node:crypto';
import type { ImportPreview } from '#contracts/imports';
import type { TestServer } from './server.ts';

export type Agent = Awaited<ReturnType<TestServer['as']>>;

/** Sends a file and looks at what it would do, or, with a mode, carries it out. */
export async function sendFile(
  agent: Agent,
  kind: string,
  content: string,
  mode?: string,
): Promise<{ id: string; lines: { kind: string }[]; preview: ImportPreview; refused?: string }> {
  const id = randomUUID();
  await agent.post('/api/imports').send({ id, kind, fileName: 'x.csv', content }).expect(201);
  const answer = await agent
    .post(`/api/imports/${id}/${mode ? 'apply' : 'preview'}`)
    .send(mode ? { mode } : {})
    .buffer(true)
    .parse((response, done) => {
      let text = '';
      response.on('data', (chunk: Buffer) => (text += chunk.toString()));
      response.on('end', () => done(null, text));
    })
    .expect(200);
  const lines = (answer.body as string)
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  const last = lines.at(-1);
  return { id, lines, preview: last.preview, refused: last.detail };
}
