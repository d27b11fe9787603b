import { z } from 'zod';
import type { KindTerms } from '#core/upkeep/agreements';
import { CHANGED_BY_HAND, newSetting, type NewSetting } from '#contracts/settings';
import type { Database } from '../db/connect.ts';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import {
  changeSetting,
  companyNow,
  companyToday,
  companyYard,
  failureRows,
  historySettings,
  kindTerms,
  measuringLimits,
  ownTasks,
  planningSettings,
  rights,
  settingRows,
} from './service.ts';
import { refuseUnknownTasks } from './tasks.ts';

const NOW = {
  company: (db: Database) => companyNow(db),
  yard: async (db: Database) => (await companyYard(db)) ?? null,
  history: historySettings,
  measuring: measuringLimits,
  maintenance: kindTerms,
  tasks: ownTasks,
  planning: planningSettings,
  failures: failureRows,
  rights,
} as const;
const handSetting = z.enum(CHANGED_BY_HAND, 'there is no such setting');

export const settingEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/settings/:name',
    action: 'read',
    handle: async ({ db, clock, params }) => {
      const name = parse(handSetting, params.name);
      const today = await companyToday({ db, clock });
      return { current: await NOW[name](db, today), rows: await settingRows(db, name) };
    },
  },
  {
    method: 'post',
    path: '/api/settings/:name',
    action: 'change setting',
    handle: async ({ db, params, body, user }) => {
      const name = parse(handSetting, params.name);
      const setting = parse(newSetting[name] as z.ZodType<NewSetting>, body);
      if (name === 'maintenance')
        await refuseUnknownTasks(
          db,
          Object.entries(setting.value as KindTerms).map(([kind, tasks]) => [`value.${kind}`, tasks]),
        );
      await changeSetting(db, name, setting, user.id);
      return new Reply(201, { ok: true });
    },
  },
];
