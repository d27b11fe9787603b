/** How soon somebody has to go: a plate of its own, never the notch of what can hurt. */
export function PriorityWord({ priority }: { priority: string | null }) {
  if (priority === 'at once') return <span className="soon-plate at-once">At once</span>;
  if (priority === 'today') return <span className="soon-plate">Today</span>;
  return <span className="whitespace-nowrap">{priority ?? 'not set'}</span>;
}
