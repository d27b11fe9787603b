import { configureStore } from '@reduxjs/toolkit';
import { api } from './base.ts';
import './calls.ts';
import './customers.ts';
import './routes.ts';
import './settings.ts';
import './sites.ts';
import './units.ts';
import './visits.ts';
import './words.ts';
import { affected, KINDS } from './tags.ts';

/* What is on screen is read again when, and only when, something it shows has changed. */

let asked: string[] = [];
const answer = (path: string): unknown => {
  const [, kind, id] = /^\/api\/(units|visits|calls)\/([ab])\d/.exec(path) ?? [];
  return kind ? { id: path.split('/').at(-1), siteId: `site-${id}` } : { rows: [], total: 0 };
};

function screen() {
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  const { endpoints } = api as unknown as {
    endpoints: Record<string, { initiate(arg: unknown): Parameters<typeof store.dispatch>[0] }>;
  };
  const open = (name: string, arg: unknown) =>
    store.dispatch((endpoints[name] as { initiate(arg: unknown): never }).initiate(arg));
  return { store, open };
}
/** Once nothing is being read, and nothing has begun to be in a turn since. */
async function settled({ dispatch }: ReturnType<typeof screen>['store']): Promise<void> {
  for (let quiet = 0; quiet < 3; quiet++) {
    await new Promise((turn) => setTimeout(turn));
    const reading = dispatch(api.util.getRunningQueriesThunk());
    if (reading.length > 0) quiet = 0;
    await Promise.all(reading);
  }
}

beforeEach(() => {
  asked = [];
  Object.assign(globalThis, {
    location: { origin: 'http://here' },
    fetch: async (request: Request | string) => {
      const { pathname } = new URL(typeof request === 'string' ? request : request.url, 'http://here');
      asked.push(pathname);
      return new Response(JSON.stringify(answer(pathname)), {
        headers: { 'content-type': 'application/json', 'x-gradum': '1' },
      });
    },
    Request: class extends Request {
      constructor(to: string, init?: RequestInit) {
        super(new URL(to, 'http://here'), init);
      }
    },
  });
});

async function readAgain(news: Parameters<typeof affected>[0]): Promise<string[]> {
  const { store, open } = screen();
  open('unit', 'a1');
  open('unit', 'b1');
  open('visit', 'a7');
  open('units', { q: '', sort: 'tag', dir: 'asc', offset: 0 });
  open('customers', { q: '', sort: 'name', dir: 'asc', offset: 0 });
  open('words', undefined);
  await settled(store);
  expect(asked).toHaveLength(6);
  asked = [];
  store.dispatch(api.util.invalidateTags([...affected(news)]));
  await settled(store);
  store.dispatch(api.util.resetApiState());
  return asked.sort();
}

describe('news of a change', () => {
  it('at one site leaves pages of other sites alone', async () => {
    expect(await readAgain({ entity: 'visit', id: 'a9', siteId: 'site-a' })).toEqual([
      '/api/units',
      '/api/units/a1',
      '/api/visits/a7',
    ]);
  });

  it('of a customer reads lists with its name again, and no unit', async () => {
    expect(await readAgain({ entity: 'customer', id: 'x', siteId: null })).toEqual([
      '/api/customers',
      '/api/units',
    ]);
  });

  it('of a photograph reads what is at its site', async () => {
    expect(await readAgain({ entity: 'photo', id: 'p', siteId: 'site-b' })).toEqual(['/api/units/b1']);
  });

  it('whose site is not known reads every place', async () => {
    expect(await readAgain({ entity: 'roof', id: 'r' })).toEqual([
      '/api/units/a1',
      '/api/units/b1',
      '/api/visits/a7',
    ]);
  });

  it.each(['import', 'setting', 'word', 'something new'])('of %s reads everything', async (entity) => {
    expect(await readAgain({ entity, id: 'x', siteId: null })).toHaveLength(6);
  });

  it('of people asks who one is, and nothing else', async () => {
    expect(await readAgain({ entity: 'user', id: 'u', siteId: null })).toEqual([]);
    expect(affected({ entity: 'session', id: 's' })).toContain('session');
  });

  it('names only kinds there are', () => {
    for (const entity of [
      'customer',
      'site',
      'unit',
      'call',
      'visit',
      'route',
      'roof',
      'point',
      'link',
      'photo',
    ])
      for (const tag of affected({ entity, id: 'x', siteId: 's' }))
        expect(KINDS).toContain(typeof tag === 'string' ? tag : tag.type);
  });
});
