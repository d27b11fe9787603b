import { Fragment, useMemo, useState } from 'react';
import {
  aroundUnit,
  feedOf,
  leastSure,
  pointName,
  polesText,
  type SiteLink,
  type SitePoint,
  type TraceStep,
} from '#core/places/tracing';
import type { TracingView } from '#contracts/tracing';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { TableBox } from '../ui/frame/TableBox.tsx';
import { Sure, SureSign } from './Sure.tsx';

const WORDS = {
  feeds: 'fed from',
  controls: 'controlled by',
  serves: 'serves',
  circulates: 'water from',
} as const;

const byName = (a: SitePoint, b: SitePoint) => a.name.localeCompare(b.name, 'en', { numeric: true });
const names = (steps: readonly TraceStep[]): string => steps.map(({ point }) => point.name).join(', ');

/** One line a unit: its feed, what controls it, what it serves, and how sure the least sure of these is. */
export function FeedTable({
  net,
  traced,
  onTrace,
  onEnd,
}: {
  net: TracingView;
  traced: string | undefined;
  onTrace: (id: string | undefined) => void;
  onEnd: ((link: SiteLink) => Promise<void>) | undefined;
}) {
  const units = useMemo(
    () => net.points.filter((point) => point.kind === 'unit').toSorted(byName),
    [net.points],
  );
  const storied = useMemo(() => units.map((unit) => unit.id), [units]);
  const [open, setOpen] = useState<string>();
  const missing = <span className="text-soft">not traced</span>;
  return (
    <Stories units={storied}>
      <TableBox label="Units with feed and control">
        <table className="in-lines w-full text-left">
          <thead>
            <tr className="border-b-2 border-ink text-sm">
              <th scope="col" className="w-24">
                Unit
              </th>
              <th scope="col">Two years</th>
              <th scope="col">Feed</th>
              <th scope="col">Control</th>
              <th scope="col">Serves</th>
              <th scope="col">How sure</th>
              <th scope="col">
                <span className="sr-only">More</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {units.map((unit) => {
              const feed = feedOf(net, unit.id);
              const { controls, serves, water } = aroundUnit(net, unit.id);
              const steps = [...feed, ...controls, ...water, ...serves];
              const [nearest] = feed;
              const sure = leastSure(steps.map(({ link }) => link.how));
              return (
                <Fragment key={unit.id}>
                  <tr className={`border-t border-rule ${traced === unit.id ? 'bg-zinc' : ''}`}>
                    <td className="h-11 pr-2">
                      <UnitPlate unitId={unit.id} tag={unit.name} status={unit.unit?.status} />
                    </td>
                    <td className="pr-2">
                      <UnitStory unitId={unit.id} />
                    </td>
                    <td className="pr-2">
                      <span className="line-word">Feed: </span>
                      {nearest ? (
                        <>
                          {nearest.point.name}
                          {polesText(nearest.link) ? `, ${polesText(nearest.link)}` : ''}
                          {nearest.link.breakerA ? `, ${nearest.link.breakerA} A` : ''}
                        </>
                      ) : (
                        missing
                      )}
                    </td>
                    <td className="pr-2">
                      <span className="line-word">Control: </span>
                      {controls.length > 0 ? names(controls) : missing}
                    </td>
                    <td className="pr-2">
                      <span className="line-word">Serves: </span>
                      {serves.length > 0 ? names(serves) : (unit.where ?? missing)}
                    </td>
                    <td className="pr-2 whitespace-nowrap">
                      {sure ? (
                        <>
                          <SureSign sure={sure} /> {sure}
                        </>
                      ) : null}
                    </td>
                    <td className="text-right">
                      <Button
                        look="quiet"
                        aria-expanded={open === unit.id}
                        aria-label={`What is known of ${unit.name}`}
                        onClick={() => {
                          setOpen(open === unit.id ? undefined : unit.id);
                          onTrace(open === unit.id ? undefined : unit.id);
                        }}
                      >
                        facts
                      </Button>
                    </td>
                  </tr>
                  {open === unit.id ? (
                    <tr>
                      <td colSpan={7} className="pb-2 pl-4">
                        {steps.length === 0 ? <p className="text-soft">Nothing is on record.</p> : null}
                        <ul className="space-y-1">
                          {steps.map(({ link, point }) => (
                            <li key={link.id} className="flex flex-wrap items-center gap-x-3">
                              <span>
                                {WORDS[link.kind]} <strong>{pointName(point)}</strong>
                                {polesText(link) ? `, ${polesText(link)}` : ''}
                              </span>
                              <Sure how={link.how} by={link.by} on={link.on} />
                              {link.note ? <span className="text-sm">{link.note}</span> : null}
                              {onEnd ? (
                                <Button
                                  look="quiet"
                                  className="no-print"
                                  onClick={() => void onEnd(link)}
                                  aria-label={`${pointName(point)}: no longer so`}
                                >
                                  no longer so
                                </Button>
                              ) : null}
                            </li>
                          ))}
                        </ul>
                      </td>
                    </tr>
                  ) : null}
                </Fragment>
              );
            })}
          </tbody>
        </table>
      </TableBox>
    </Stories>
  );
}
