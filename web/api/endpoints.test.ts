import { readdirSync, readFileSync } from 'node:fs';

it('each request has a name of its own: a second one would be left out without a word', () => {
  const folder = new URL('.', import.meta.url);
  const names = readdirSync(folder)
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap((file) =>
      [...readFileSync(new URL(file, folder), 'utf8').matchAll(/^ {4}(\w+): build\./gm)].map(
        ([, name]) => name,
      ),
    );
  expect(names.length).toBeGreaterThan(100);
  expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
});
