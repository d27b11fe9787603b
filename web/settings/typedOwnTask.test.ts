import { TRADE_TASKS } from '#core/upkeep/maintenance';
import { ownTask, ownTasks } from '#contracts/tasks';
import { NEW_TASK, ownTaskTyped, typedOwnTask } from './typedOwnTask.ts';

const reads = (typed: unknown) => ownTask.safeParse(typed);
const wrongAt = (typed: unknown) => reads(typed).error?.issues.map((issue) => issue.path.join('.'));

describe('a task of the list in a form', () => {
  it.each(TRADE_TASKS.map((task) => [task.key, task] as const))('%s comes out as it went in', (_, task) => {
    expect(ownTaskTyped(typedOwnTask(task))).toEqual(task);
    expect(reads(ownTaskTyped(typedOwnTask(task))).success).toBe(true);
  });

  it('a new one is named by its title; lines are steps, commas part skills', () => {
    const typed = {
      ...NEW_TASK,
      title: 'Lint screens',
      parts: ['filter'] as const,
      often: '14',
      minutes: '15',
      steps: ' Screens out \n\nBrushed',
      skills: 'lift, confined space',
    };
    expect(ownTaskTyped(typed)).toMatchObject({
      key: 'lint screens',
      usual: { by: 'days', days: 14 },
      steps: ['Screens out', 'Brushed'],
      skills: ['lift', 'confined space'],
    });
    expect(reads(ownTaskTyped(typed)).success).toBe(true);
  });

  it('what is missing or upside down is said where it is', () => {
    expect(wrongAt(ownTaskTyped(NEW_TASK))).toEqual(['key', 'title', 'usual', 'minutes']);
    const upside = { ...NEW_TASK, title: 'x', often: '91', minutes: '20', fromF: '70', toF: '40' };
    expect(wrongAt(ownTaskTyped(upside))).toEqual(['weather.toF']);
    expect(reads(ownTaskTyped({ ...upside, fromF: '' })).success).toBe(true);
    expect(wrongAt(ownTaskTyped({ ...upside, fromF: '', minutes: '' }))).toEqual(['minutes']);
  });

  it('two tasks of one name are refused', () => {
    const task = { ...TRADE_TASKS[0]!, key: 'own' };
    expect(ownTasks.safeParse([task, task]).success).toBe(false);
  });
});
