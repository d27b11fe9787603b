import type { ApplyMode, ImportKind, ImportPreview, ImportProgress } from '#contracts/imports';

/** Sends a file and follows the answer line by line. Aborting rolls the import back on the server. */
export async function runImport(
  file: { id: string; kind: ImportKind; fileName: string; content: string },
  mode: ApplyMode | undefined,
  { signal, onProgress }: { signal: AbortSignal; onProgress: (share: number, step: string) => void },
): Promise<ImportPreview> {
  const post = (path: string, body: unknown) =>
    fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal,
    });
  const stored = await post('/api/imports', file);
  if (!stored.ok) throw new Error(((await stored.json()) as { title: string }).title);
  const answer = await post(`/api/imports/${file.id}/${mode ? 'apply' : 'preview'}`, mode ? { mode } : {});
  if (!answer.ok || !answer.body) throw new Error(((await answer.json()) as { title: string }).title);
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += value ?? '';
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      const news = JSON.parse(line) as ImportProgress;
      if (news.kind === 'progress') onProgress(news.of === 0 ? 1 : news.done / news.of, news.step);
      else if (news.kind === 'done') return news.preview;
      else throw new Error(news.detail);
    }
    if (done) throw new Error('The connection broke before the end, so nothing was imported. Try again.');
  }
}
