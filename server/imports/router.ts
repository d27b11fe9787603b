import { applyImport, newImport, newRecipe, type ImportKind, type ImportProgress } from '#contracts/imports';
import { id as uuid } from '#contracts/common';
import { failureOf, notFound, parse, Problem } from '../http/problem.ts';
import { Reply, type Context, type Endpoint } from '../http/endpoints.ts';
import { firstTime } from '../http/once.ts';
import { callsCsv, sitesCsv, unitsCsv } from './exports.ts';
import { importRows, takeBack } from './back.ts';
import { keepRecipe, namesOnRecord, recipes } from './recipes.ts';
import { importFile } from './service.ts';

interface StoredFile {
  id: string;
  kind: ImportKind;
  fileName: string;
  content: string;
}

/** Streams progress as lines of JSON; when the reader goes away before the end, the import is rolled back. */
async function streamed(
  context: Context,
  name: string,
  work: (progress: (line: ImportProgress) => void, gone: () => boolean) => Promise<ImportProgress>,
): Promise<void> {
  const { response } = context;
  let gone = false;
  response.on('close', () => {
    gone = !response.writableFinished;
  });
  response.status(200).type('application/x-ndjson');
  const write = (line: ImportProgress) => void response.write(`${JSON.stringify(line)}\n`);
  try {
    const { jobs, user } = context;
    const done = await jobs.run({ name, by: user.displayName }, (report) =>
      work(
        (line) => {
          if (line.kind === 'progress') report(line.done / Math.max(1, line.of), line.step);
          write(line);
        },
        () => gone,
      ),
    );
    write(done);
  } catch (error) {
    if (!(error instanceof Problem)) context.logger.error(failureOf(error), 'import failed');
    const detail =
      error instanceof Problem
        ? error.details.title
        : 'Something went wrong on the server. Nothing was imported; try again.';
    write({ kind: 'refused', detail });
  }
  response.end();
}

export const importEndpoints: readonly Endpoint[] = [
  {
    method: 'post',
    path: '/api/imports',
    action: 'import',
    body: 'file',
    handle: async (context) => {
      const body = parse(newImport, context.body);
      const { db, user } = context;
      await db.transaction(async (transaction) => {
        if (!(await firstTime(db, transaction, { id: body.id, body, actor: user.id }))) return;
        await db.models.Import.create({ ...body, createdBy: user.id }, { transaction, returning: false });
      });
      return new Reply(201, { id: body.id });
    },
  },
  {
    method: 'post',
    path: '/api/imports/:id/preview',
    action: 'import',
    handle: async (context) => {
      const file = await storedFile(context);
      await streamed(context, `looking at ${file.fileName}`, async (progress, gone) => ({
        kind: 'done',
        preview: await importFile(context, file, { actor: context.user.id, progress, gone }),
      }));
      return undefined;
    },
  },
  {
    method: 'post',
    path: '/api/imports/:id/apply',
    action: 'import',
    handle: async (context) => {
      const { mode } = parse(applyImport, context.body);
      const file = await storedFile(context);
      await streamed(context, `importing ${file.fileName}`, async (progress, gone) => ({
        kind: 'done',
        preview: await importFile(context, file, { mode, actor: context.user.id, progress, gone }),
      }));
      return undefined;
    },
  },
  { method: 'get', path: '/api/imports', action: 'import', handle: ({ db }) => importRows(db) },
  {
    method: 'post',
    path: '/api/imports/:id/back',
    action: 'import',
    handle: async (context) => {
      await takeBack(context, parse(uuid, context.params.id), context.user.id);
      return importRows(context.db);
    },
  },
  { method: 'get', path: '/api/import-names', action: 'import', handle: ({ db }) => namesOnRecord(db) },
  { method: 'get', path: '/api/import-recipes', action: 'import', handle: ({ db }) => recipes(db) },
  {
    method: 'post',
    path: '/api/import-recipes',
    action: 'import',
    body: 'drawing',
    handle: async ({ db, body, user, clock }) =>
      new Reply(201, await keepRecipe({ db, clock }, parse(newRecipe, body), user.id)),
  },
  ...(
    [
      ['units', unitsCsv],
      ['calls', callsCsv],
      ['sites', sitesCsv],
    ] as const
  ).map(([name, csv]): Endpoint => ({
    method: 'get',
    path: `/api/exports/${name}.csv`,
    action: 'export',
    handle: async ({ db, response }) =>
      void response
        .attachment(`${name}.csv`)
        .type('text/csv')
        .send(await csv(db)),
  })),
];

async function storedFile({ db, params }: Context): Promise<StoredFile> {
  const file = await db.models.Import.findByPk(parse(uuid, params.id));
  if (!file) throw notFound('Import');
  const { id, kind, fileName, content } = file;
  return { id, kind: kind as ImportKind, fileName, content };
}
