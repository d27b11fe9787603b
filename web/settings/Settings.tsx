import { Screen } from '../ui/frame/Screen.tsx';
import { HistoryRules } from './HistoryRules.tsx';
import { MaintenanceRules } from './MaintenanceRules.tsx';
import { MeasuringRules } from './MeasuringRules.tsx';
import { PlanningRules } from './PlanningRules.tsx';
import { RightsRules } from './RightsRules.tsx';
import { TaskList } from './TaskList.tsx';
import { Words } from './Words.tsx';

export default function Settings() {
  return (
    <Screen title="Settings and words" sentence="The company’s rules, limits and words">
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-2">
        <div className="space-y-4">
          <HistoryRules />
          <MeasuringRules />
          <PlanningRules />
        </div>
        <div className="space-y-4">
          <TaskList />
          <MaintenanceRules />
          <RightsRules />
          <Words />
        </div>
      </div>
    </Screen>
  );
}
