import type { Programme } from '#core/upkeep/agreements';
import { taskList } from '#core/upkeep/maintenance';
import { useMaintenanceSettingsQuery, useTasksSettingsQuery } from '../api/settings.ts';

/** What the company does where nothing else is agreed; undefined until it is there. */
export function useProgramme(): { readonly data: Programme | undefined; readonly error: unknown } {
  const kinds = useMaintenanceSettingsQuery();
  const own = useTasksSettingsQuery();
  return {
    data:
      kinds.data && own.data ? { tasks: taskList(own.data.current), kinds: kinds.data.current } : undefined,
    error: kinds.error ?? own.error,
  };
}
