import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { z } from 'zod';
import { invalid, notFound, parse, Problem, problemHandler, Stale } from './problem.ts';
import { unkeepableTexts } from './texts.ts';

/** An application whose one address fails with what it is given. */
const failing = (error: unknown) => {
  const logged: unknown[] = [];
  const logger = pino({ level: 'error' }, { write: (line: string) => void logged.push(JSON.parse(line)) });
  const app = express();
  app.get('/', (_request, _response, next) => next(error));
  app.use(problemHandler(logger, { failed: () => undefined }));
  return { ask: () => request(app).get('/'), logged };
};
const database = (code: string, detail?: string) =>
  Object.assign(new Error('database says no'), { original: { code, detail } });

describe('what leaves the server when something is wrong', () => {
  it.each([
    ['a problem as it is', new Problem(418, 'Short and stout'), 418, /Short and stout/],
    ['something that is not there', notFound('Unit'), 404, /Unit not found/],
    ['a field', invalid([{ path: 'tag', message: 'is missing' }]), 422, /not right/],
    ['a value that cannot be', new RangeError('below absolute zero'), 422, /below absolute zero/],
    ['a double', database('23505', 'Key (tag) exists'), 409, /like it already/],
    ['a reference to nothing', database('23503'), 422, /does not exist/],
    ['a rule of the database', database('23514'), 422, /does not allow/],
    ['an overlap in time', database('23P01'), 422, /does not allow/],
    ['no JSON', Object.assign(new Error(), { type: 'entity.parse.failed', status: 400 }), 400, /not JSON/],
    ['too much', Object.assign(new Error(), { type: 'entity.too.large', status: 413 }), 413, /too large/],
  ])('%s: problem details with a title for people', async (_what, error, status, title) => {
    const { ask, logged } = failing(error);
    const answer = await ask()
      .expect(status)
      .expect('content-type', /application\/problem\+json/);
    expect(JSON.parse(answer.text)).toMatchObject({
      type: 'about:blank',
      status,
      title: expect.stringMatching(title),
    });
    expect(logged).toEqual([]);
  });

  it('what nobody foresaw is logged in full and told without its inside', async () => {
    const { ask, logged } = failing(new Error('password is hunter2 at line 7'));
    const answer = await ask().expect(500);
    expect(answer.text).not.toContain('hunter2');
    expect(JSON.parse(answer.text).title).toMatch(/Nothing was changed; try again/);
    expect(JSON.stringify(logged)).toContain('hunter2');
  });

  it('a stale write carries what is stored now', async () => {
    const stale = new Stale('unit', async () => ({ tag: 'RTU-1', version: 3 }));
    const { ask } = failing(await stale.problem());
    expect(JSON.parse((await ask().expect(409)).text)).toMatchObject({
      current: { tag: 'RTU-1', version: 3 },
      detail: expect.stringMatching(/Compare both/),
    });
  });
});

describe('reading what was sent', () => {
  const shape = z.object({
    name: z.string().min(1, 'must not be empty'),
    parts: z.array(z.object({ size: z.number() })).optional(),
  });

  it('names every wrong field by its path, in words', () => {
    const errors = (value: unknown) => {
      try {
        parse(shape, value);
        return [];
      } catch (error) {
        return (error as Problem).details.errors;
      }
    };
    expect(errors({ name: 'x', parts: [{ size: 1 }] })).toEqual([]);
    expect(errors(undefined)).toEqual([{ path: 'name', message: 'is missing' }]);
    expect(errors({ name: '', parts: [{ size: 'big' }] })).toEqual([
      { path: 'name', message: 'must not be empty' },
      { path: 'parts.0.size', message: 'must be a number' },
    ]);
    expect(errors({ name: 'a\u0000b' })).toEqual([
      { path: 'name', message: 'holds a character that cannot be kept' },
    ]);
  });

  it('finds every text that cannot be kept, however deep, and leaves whole characters alone', () => {
    const emoji = '🔥';
    expect(unkeepableTexts({ a: ['ok', { b: emoji }], c: 'Größe 20×25 ½ µF' })).toEqual([]);
    expect(unkeepableTexts({ a: ['ok', { b: emoji.slice(0, 1) }], c: 'x\u0000' }).map((e) => e.path)).toEqual(
      ['a.1.b', 'c'],
    );
    expect(unkeepableTexts({ inputs: { 'na\u0000me': 1 } })).toEqual([
      { path: 'inputs', message: 'holds a name that cannot be kept' },
    ]);
    expect([7, null, undefined, true].flatMap((value) => unkeepableTexts(value))).toEqual([]);
  });
});
