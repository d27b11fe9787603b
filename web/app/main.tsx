import { lazy, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, RouterProvider } from 'react-router';
import './theme.css';
import { Lost } from './Lost.tsx';
import { Shell } from './Shell.tsx';
import { store } from './store.ts';

const Today = lazy(() => import('../today/Today.tsx'));
const TakeCall = lazy(() => import('../calls/TakeCall.tsx'));
const CallScreen = lazy(() => import('../calls/CallScreen.tsx'));
const Sites = lazy(() => import('../sites/Sites.tsx'));
const SiteScreen = lazy(() => import('../sites/SiteScreen.tsx'));
const CustomerScreen = lazy(() => import('../sites/CustomerScreen.tsx'));
const UnitScreen = lazy(() => import('../units/UnitScreen.tsx'));
const Watch = lazy(() => import('../watch/Watch.tsx'));
const Routes = lazy(() => import('../routes/Routes.tsx'));
const RouteScreen = lazy(() => import('../routes/RouteScreen.tsx'));
const VisitSheet = lazy(() => import('../visits/VisitSheet.tsx'));
const Imports = lazy(() => import('../imports/Imports.tsx'));
const Settings = lazy(() => import('../settings/Settings.tsx'));

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Lost />,
    children: [
      { path: '/', element: <Today /> },
      { path: '/calls/new', element: <TakeCall /> },
      { path: '/calls/:id', element: <CallScreen /> },
      { path: '/sites', element: <Sites /> },
      { path: '/sites/:id', element: <SiteScreen /> },
      { path: '/customers/:id', element: <CustomerScreen /> },
      { path: '/units/:id', element: <UnitScreen /> },
      { path: '/watch', element: <Watch /> },
      { path: '/routes', element: <Routes /> },
      { path: '/routes/:id', element: <RouteScreen /> },
      { path: '/visits/:id', element: <VisitSheet /> },
      { path: '/imports', element: <Imports /> },
      { path: '/settings', element: <Settings /> },
      { path: '*', element: <Lost /> },
    ],
  },
]);

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);

// Only a secure context has a service worker; without one everything works but reloading in a dead spot.
if (import.meta.env.PROD && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js');
