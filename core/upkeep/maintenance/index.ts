/** Maintenance: the tasks, how often they come round, and what is due when. */
export * from './cadence.ts';
export * from './task.ts';
export * from './tasks.ts';
export { TRADE_TASKS } from './tradeTasks.ts';
export * from './care.ts';
export * from './due.ts';
export * from './ahead.ts';
export { weatherAllows, weatherWords, type DayWeather, type TaskWeather } from './weather.ts';
export type { MaintenanceReason, MaintenanceRules } from './rules.ts';
export { maintenanceWords } from './wordings.ts';
