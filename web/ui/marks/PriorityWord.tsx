/** How soon somebody has to go, in a word; at once wears the notch of a hazard. */
export function PriorityWord({ priority }: { priority: string | null }) {
  if (priority === 'at once') return <span className="hazard-notch text-sm whitespace-nowrap">At once</span>;
  return (
    <span className={`whitespace-nowrap ${priority === 'today' ? 'font-bold' : ''}`}>
      {priority ?? 'not set'}
    </span>
  );
}
