import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import '../app/theme.css';
import { SessionContext } from '../state/session.ts';
import { store } from '../state/store.ts';
import { session } from '../testing/session.ts';
import { Gallery } from './Gallery.tsx';

createRoot(document.getElementById('root') as HTMLElement).render(
  <Provider store={store}>
    <SessionContext value={session('manager')}>
      <MemoryRouter>
        <Gallery />
      </MemoryRouter>
    </SessionContext>
  </Provider>,
);
