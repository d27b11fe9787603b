import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, matchRoutes, RouterProvider } from 'react-router';
import './theme.css';
import { lettersAreHere } from './letters.ts';
import { Lost } from './Lost.tsx';
import { startOffline } from '../device/offline.ts';
import { screen, startLoading } from './screen.ts';
import { Shell } from './Shell.tsx';
import { store } from '../state/store.ts';

const Today = screen(() => import('../today/Today.tsx'));
const TakeCall = screen(() => import('../calls/TakeCall.tsx'));
const CallScreen = screen(() => import('../calls/CallScreen.tsx'));
const Sites = screen(() => import('../sites/Sites.tsx'));
const SiteScreen = screen(() => import('../sites/SiteScreen.tsx'));
const CustomerScreen = screen(() => import('../sites/CustomerScreen.tsx'));
const Agreements = screen(() => import('../agreements/Agreements.tsx'));
const AgreementScreen = screen(() => import('../agreements/AgreementScreen.tsx'));
const UnitScreen = screen(() => import('../units/UnitScreen.tsx'));
const Watch = screen(() => import('../watch/Watch.tsx'));
const Board = screen(() => import('../routes/Board.tsx'));
const Plan = screen(() => import('../routes/Plan.tsx'));
const Load = screen(() => import('../routes/Load.tsx'));
const RouteScreen = screen(() => import('../routes/RouteScreen.tsx'));
const FaultScreen = screen(() => import('../fault/FaultScreen.tsx'));
const VisitSheet = screen(() => import('../visits/VisitSheet.tsx'));
const Imports = screen(() => import('../imports/Imports.tsx'));
const RoofScreen = screen(() => import('../roofs/RoofScreen.tsx'));
const TracingScreen = screen(() => import('../tracing/TracingScreen.tsx'));
const HuntShort = screen(() => import('../tracing/HuntShort.tsx'));
const Labels = screen(() => import('../labels/Labels.tsx'));
const Conditions = screen(() => import('../conditions/Conditions.tsx'));
const Bench = screen(() => import('../bench/Bench.tsx'));
const Circuit = screen(() => import('../bench/Circuit.tsx'));
const Play = screen(() => import('../bench/Play.tsx'));
const System = screen(() => import('../system/System.tsx'));
const People = screen(() => import('../people/People.tsx'));
const Unplaced = screen(() => import('../sites/Unplaced.tsx'));
const Settings = screen(() => import('../settings/Settings.tsx'));

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
      { path: '/customers/:id/agreement', element: <AgreementScreen /> },
      { path: '/agreements', element: <Agreements /> },
      { path: '/units/:id', element: <UnitScreen /> },
      { path: '/roofs/:id', element: <RoofScreen /> },
      { path: '/sites/:id/feeds', element: <TracingScreen /> },
      { path: '/sites/:id/feeds/hunt', element: <HuntShort /> },
      { path: '/sites/:id/labels', element: <Labels /> },
      { path: '/watch', element: <Watch /> },
      { path: '/watch/left-open', element: <Conditions /> },
      { path: '/routes', element: <Board /> },
      { path: '/routes/plan', element: <Plan /> },
      { path: '/routes/load', element: <Load /> },
      { path: '/routes/:id', element: <RouteScreen /> },
      { path: '/visits/:id', element: <VisitSheet /> },
      { path: '/visits/:id/fault', element: <FaultScreen /> },
      { path: '/bench', element: <Bench /> },
      { path: '/bench/play', element: <Play /> },
      { path: '/bench/circuit', element: <Circuit /> },
      { path: '/bench/:card', element: <Bench /> },
      { path: '/imports', element: <Imports /> },
      { path: '/people', element: <People /> },
      { path: '/sites/unplaced', element: <Unplaced /> },
      { path: '/settings', element: <Settings /> },
      { path: '/system', element: <System /> },
      { path: '*', element: <Lost /> },
    ],
  },
]);

startLoading(matchRoutes(router.routes, window.location)?.at(-1)?.route.element);

startOffline();
await lettersAreHere();
createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
