import { createMemoryRouter, RouterProvider } from 'react-router';
import { renderToStaticMarkup } from 'react-dom/server';
import { words } from '../testing/paint.tsx';
import { Lost } from './Lost.tsx';

/** What is shown at an address of an application that knows one page, which may break. */
const at = async (address: string, broken = false): Promise<string> => {
  const router = createMemoryRouter(
    [
      {
        errorElement: <Lost />,
        children: [
          {
            path: '/',
            loader: () => {
              if (broken) throw new Error('no such part');
              return null;
            },
            element: <p>Today</p>,
          },
          { path: '*', element: <Lost /> },
        ],
      },
    ],
    { initialEntries: [address] },
  );
  while (!router.state.initialized || router.state.navigation.state !== 'idle')
    await new Promise((go) => setTimeout(go));
  return words(renderToStaticMarkup(<RouterProvider router={router} />));
};

describe('an address that leads nowhere, and a screen that broke', () => {
  it('nothing there is said to be nothing there, not to be broken', async () => {
    expect(await at('/left-open')).toMatch(/There is nothing at this address\..*Go to today/);
  });

  it('what broke says so, why, and that nothing typed is lost', async () => {
    expect(await at('/', true)).toMatch(/This screen broke\. What you typed is kept\. no such part/);
    expect(await at('/')).toBe('Today');
  });
});
