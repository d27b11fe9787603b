import {
  useFailuresSettingsQuery,
  useHistorySettingsQuery,
  useMaintenanceSettingsQuery,
  useMeasuringSettingsQuery,
  usePlanningSettingsQuery,
  useRightsSettingsQuery,
  useTasksSettingsQuery,
} from '../api/settings.ts';
import { settled } from '../api/settled.ts';
import { useWordsQuery } from '../api/words.ts';
import { Screen } from '../ui/frame/Screen.tsx';
import { FailureRules } from './FailureRules.tsx';
import { HistoryRules } from './HistoryRules.tsx';
import { MaintenanceRules } from './MaintenanceRules.tsx';
import { MeasuringRules } from './MeasuringRules.tsx';
import { PlanningRules } from './PlanningRules.tsx';
import { RightsRules } from './RightsRules.tsx';
import { TaskList } from './TaskList.tsx';
import { Words } from './Words.tsx';

export default function Settings() {
  const here = settled(
    useHistorySettingsQuery(),
    useMeasuringSettingsQuery(),
    usePlanningSettingsQuery(),
    useTasksSettingsQuery(),
    useMaintenanceSettingsQuery(),
    useFailuresSettingsQuery(),
    useRightsSettingsQuery(),
    useWordsQuery(),
  );
  return (
    <Screen
      title="Settings and words"
      sentence="The company’s rules, limits and words"
      waits={here ? undefined : 'the settings'}
    >
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2">
        <div className="space-y-4">
          <HistoryRules />
          <MeasuringRules />
          <PlanningRules />
          <RightsRules />
          <Words />
          <FailureRules />
        </div>
        <div className="space-y-4">
          <TaskList />
          <MaintenanceRules />
        </div>
      </div>
    </Screen>
  );
}
