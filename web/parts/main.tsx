import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { DEFAULT_LIMITS } from '#core/measurement';
import { DEFAULT_RIGHTS } from '#contracts/roles';
import '../app/theme.css';
import { SessionContext } from '../state/session.ts';
import { store } from '../state/store.ts';
import { Parts } from './Parts.tsx';
import { TODAY } from './samples.ts';

createRoot(document.getElementById('root') as HTMLElement).render(
  <Provider store={store}>
    <SessionContext
      value={{
        user: {
          id: '0198a1b2-0000-7000-8000-000000000001',
          login: 'parts',
          displayName: 'Parts',
          role: 'manager',
          crewId: null,
          mustChoose: false,
        },
        empty: false,
        units: 'US',
        company: 'Ironleaf Air Service',
        today: TODAY,
        timeZone: 'EST5EDT',
        clockShiftMs: 0,
        demoAgeDays: null,
        measuring: DEFAULT_LIMITS,
        rights: DEFAULT_RIGHTS,
        serverMs: Date.now(),
      }}
    >
      <MemoryRouter>
        <Parts />
      </MemoryRouter>
    </SessionContext>
  </Provider>,
);
