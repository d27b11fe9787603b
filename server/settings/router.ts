import { newSetting } from '#contracts/settings';
import { parse } from '../http/problem.ts';
import { Reply, type Route } from '../http/routes.ts';
import { todayIn } from '../http/clock.ts';
import { companyNow, historySettingRows, historySettings, setHistory, settingAsOf } from './service.ts';

export const settingRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/settings/history',
    action: 'read',
    handle: async ({ db, clock }) => {
      const today = todayIn(clock, (await companyNow(db)).timeZone);
      return { current: await historySettings(db, today), rows: await historySettingRows(db) };
    },
  },
  {
    method: 'post',
    path: '/api/settings/history',
    action: 'change setting',
    handle: async ({ db, body, user }) => {
      await setHistory(db, parse(newSetting, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'get',
    path: '/api/map',
    action: 'read',
    handle: async ({ db }) => (await settingAsOf(db, 'map base', '9999-12-31')) ?? { type: 'FeatureCollection', features: [] },
  },
];
