import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/base.ts';
import { device, keepPreferences } from '../device/device.ts';

/** What is on screen of the company's record, and what belongs to this device. */
export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, device },
  middleware: (defaults) => defaults().concat(api.middleware),
});
setupListeners(store.dispatch);

let before = store.getState().device;
store.subscribe(() => {
  const now = store.getState().device;
  if (now.theme !== before.theme || now.units !== before.units) keepPreferences(now);
  before = now;
});
