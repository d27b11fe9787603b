import { renderToStaticMarkup } from 'react-dom/server';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import type { Role } from '#contracts/roles';
import { SessionContext } from '../state/session.ts';
import { store } from '../state/store.ts';
import { session } from './session.ts';

/** What the parts of a screen keep on a device, for as long as a test runs. */
const kept = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  },
});

/**
 * A part of a screen as it first appears to somebody, as markup; what happens on it is tested in the browser.
 */
export const paint = (what: ReactNode, role: Role = 'manager'): string =>
  renderToStaticMarkup(
    <Provider store={store}>
      <SessionContext value={session(role)}>
        <MemoryRouter>{what}</MemoryRouter>
      </SessionContext>
    </Provider>,
  );

const ENTITIES: Record<string, string> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
  '&#x27;': "'",
};

/** The words of markup in reading order, one space between. */
export const words = (markup: string): string =>
  markup
    .replace(/<[^>]*>/g, ' ')
    .replace(/&(?:amp|lt|gt|quot|#x27);/g, (entity) => ENTITIES[entity] as string)
    .replace(/\s+/g, ' ')
    .replace(/ ([.,;:])/g, '$1')
    .trim();

/** The values of an attribute, in order. */
export const attributes = (markup: string, name: string): string[] =>
  [...markup.matchAll(new RegExp(` ${name}="([^"]*)"`, 'g'))].map(([, value]) =>
    (value as string).replace(/&(?:amp|lt|gt|quot|#x27);/g, (entity) => ENTITIES[entity] as string),
  );
