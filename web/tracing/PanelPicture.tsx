import { Link } from 'react-router';
import { HOWS, slotsOfPanel, surenessOf, type SitePoint } from '#core/places/tracing';
import type { TracingView } from '#contracts/tracing';

/**
 * A panel as it looks with its door open: odd poles at the left, even at the right, what hangs on each
 * written beside it. Two things on one pole are both written, since one of them is wrong: the surer first, and
 * what somebody was only told or guessed with a question mark.
 */
export function PanelPicture({
  net,
  panel,
  traced,
  onTrace,
  onChange,
}: {
  net: TracingView;
  panel: SitePoint;
  traced: string | undefined;
  onTrace: (id: string) => void;
  onChange: (() => void) | undefined;
}) {
  const slots = slotsOfPanel(net, panel);
  const loose = net.links.filter(
    (link) => link.kind === 'feeds' && link.from === panel.id && !link.poles?.length,
  );
  const name = (id: string) => net.points.find((point) => point.id === id)?.name ?? '';
  const plate = [
    panel.where ?? '',
    panel.volts ? `${panel.volts} V` : '',
    panel.phase ? `${panel.phase} phase` : '',
    panel.ratingA ? `${panel.ratingA} A` : '',
  ].filter(Boolean);
  return (
    <section aria-label={`Panel ${panel.name}`} className="min-w-0 border-2 border-ink bg-sheet p-2">
      <h3 className="flex items-baseline justify-between gap-2 text-base">
        <span>
          {panel.name} <span className="font-text text-sm font-normal text-soft">{plate.join(', ')}</span>
        </span>
        {onChange ? (
          <button type="button" className="link no-print text-sm" onClick={onChange}>
            change
          </button>
        ) : null}
      </h3>
      <ol className="mt-1 grid grid-cols-2 gap-x-1">
        {slots.map(({ pole, on }) => {
          const odd = pole % 2 === 1;
          const clash = on.length > 1;
          return (
            <li
              key={pole}
              className={`flex min-h-7 items-center roof:min-h-12 gap-1 border border-edge px-1 ${odd ? '' : 'flex-row-reverse text-right'} ${clash ? 'border-2 border-ink' : ''} ${on.length === 0 ? 'hatch' : ''}`}
            >
              <span className="w-6 shrink-0 bg-sheet text-center text-sm text-soft">{pole}</span>
              <span className={`min-w-0 grow ${clash ? '' : 'truncate'}`}>
                {on.map(({ link, point }) => (
                  <button
                    key={link.id}
                    type="button"
                    onClick={() => onTrace(point.id)}
                    title={`${point.name}${link.breakerA ? `, ${link.breakerA} A` : ''}, ${HOWS[link.how].words}`}
                    className={`in-line px-1 text-sm roof:min-h-12 ${point.kind === 'unit' ? 'plate' : 'font-semibold'} ${traced === point.id ? 'bg-ink text-paper' : 'text-copper'}`}
                  >
                    {point.name}
                    {/* What somebody only said looks like it. */}
                    {surenessOf(link.how) === 'hearsay' ? '?' : ''}
                  </button>
                ))}
                {clash ? <strong className="text-sm"> both?</strong> : null}
              </span>
            </li>
          );
        })}
      </ol>
      {slots.length + loose.length > 0 ? (
        <Link
          to={`/sites/${net.siteId}/feeds/hunt?panel=${panel.id}`}
          className="reach no-print inline-flex items-center link"
          aria-label={`Hunt a short behind ${panel.name}`}
        >
          Hunt a short
        </Link>
      ) : null}
      {slots.length === 0 ? <p className="text-soft">No pole of it is on record.</p> : null}
      {loose.length > 0 ? (
        <p className="mt-1 text-sm">
          Also feeds, poles not known: {loose.map((link) => name(link.to)).join(', ')}.
        </p>
      ) : null}
    </section>
  );
}
