/** @jest-environment node */
import { onSaid, putAway, saidNow, say, sayTrouble, undoSaid, type Said } from './say.ts';

const texts = () => saidNow().map((one) => one.text);
const newest = () => saidNow().at(-1) as Said;
afterEach(() => saidNow().forEach((one) => putAway(one.id)));

describe('what is said', () => {
  it('is heard, at most three at once, and put away', () => {
    let heard = 0;
    const end = onSaid(() => heard++);
    for (const text of ['one', 'two', 'three', 'four']) say(text);
    expect(texts()).toEqual(['two', 'three', 'four']);
    putAway(newest().id);
    expect(texts()).toEqual(['two', 'three']);
    end();
    sayTrouble('five');
    expect(heard).toBe(5);
    expect(newest().trouble).toBe(true);
  });

  it('undone says so; refused says why, by a thrown error or an answer that carries one', async () => {
    say('Let go', { undo: () => Promise.resolve({ data: {} }) });
    await undoSaid(newest());
    expect(newest()).toMatchObject({ text: 'Undone', trouble: false });
    const refused = { status: 409, data: { title: 'Somebody else changed it', status: 409 } };
    say('Let go', { undo: () => Promise.resolve({ error: refused }) });
    await undoSaid(newest());
    expect(newest()).toMatchObject({ text: 'Not undone: Somebody else changed it', trouble: true });
    say('Let go', { undo: () => Promise.reject(refused as never) });
    await undoSaid(newest());
    expect(newest().text).toBe('Not undone: Somebody else changed it');
  });
});
