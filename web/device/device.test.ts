import { jest } from '@jest/globals';

const kept = new Map<string, string>();
const storage = {
  getItem: (name: string) => kept.get(name) ?? null,
  setItem: (name: string, value: string) => void kept.set(name, value),
};
beforeEach(() => {
  kept.clear();
  jest.resetModules();
  Object.assign(globalThis, { localStorage: storage });
});

async function opened() {
  const { store } = await import('../state/store.ts');
  const { themeChosen, unitsChosen } = await import('./device.ts');
  return { store, themeChosen, unitsChosen, device: () => store.getState().device };
}

describe('what belongs to this device', () => {
  it('keeps colours and units for the next time', async () => {
    const { store, device, themeChosen, unitsChosen } = await opened();
    expect([device().theme, device().units]).toEqual(['chalk', 'US']);
    store.dispatch(themeChosen('sun'));
    store.dispatch(unitsChosen('metric'));
    jest.resetModules();
    const again = await opened();
    expect([again.device().theme, again.device().units]).toEqual(['sun', 'metric']);
  });

  it('measures as the company does until somebody chooses otherwise here', async () => {
    const { store, device, unitsChosen } = await opened();
    const { companyMeasures } = await import('./device.ts');
    store.dispatch(companyMeasures('metric'));
    expect(device().units).toBe('metric');
    expect(kept.has('gradum-units')).toBe(false);
    store.dispatch(unitsChosen('US'));
    store.dispatch(companyMeasures('metric'));
    expect(device().units).toBe('US');
  });

  it('knows only its own colours, whatever is kept under that name', async () => {
    kept.set('gradum-theme', 'toString');
    expect((await opened()).device().theme).toBe('chalk');
  });

  it('works where a browser keeps nothing', async () => {
    const fails = (): never => {
      throw new Error('forbidden');
    };
    Object.assign(globalThis, { localStorage: { getItem: fails, setItem: fails } });
    const { store, device, unitsChosen } = await opened();
    store.dispatch(unitsChosen('metric'));
    expect(device().units).toBe('metric');
  });

  it('moves its clock to the company’s, and knows whose words it writes', async () => {
    const { moveClock, now } = await import('../state/clock.ts');
    const { draftKey, setWriter, writer } = await import('../state/writer.ts');
    moveClock(3600_000);
    expect(Math.round((now().getTime() - Date.now()) / 60_000)).toBe(60);
    setWriter({ id: 'ada', name: 'Ada' });
    const same = writer();
    setWriter({ id: 'ada', name: 'Ada' });
    expect(writer()).toBe(same);
    expect([draftKey('note'), draftKey('note', { id: 'bram', name: '' })]).toEqual(['ada note', 'bram note']);
  });
});
