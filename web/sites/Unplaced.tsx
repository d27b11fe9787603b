import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { plural } from '#core/base/sentences';
import { sitePatch, type SitePatch, type SiteRow } from '#contracts/sites';
import { useCrewsQuery } from '../api/crews.ts';
import { useSitesQuery, useUpdateSiteMutation } from '../api/sites.ts';
import { PlacePicker } from '../maps/PlacePicker.tsx';
import { placeTyped } from '../maps/position.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';

const AT_ONCE = 200;

/** Sites that are on no map, one after the other: paste or click, Enter, the next. */
export default function Unplaced() {
  const { can } = useWho();
  const sites = useSitesQuery({
    q: '',
    sort: 'customer',
    dir: 'asc',
    offset: 0,
    limit: AT_ONCE,
    only: { placed: 'no' },
  });
  const placed = useSitesQuery({ q: '', sort: 'customer', dir: 'asc', offset: 0, limit: AT_ONCE });
  const crews = useCrewsQuery();
  const [chosen, setChosen] = useState<string>();
  const rows = sites.data?.rows ?? [];
  const site = rows.find((row) => row.id === chosen) ?? rows[0];
  const known = [
    ...(crews.data ?? []).flatMap(({ start }) => (start ? [start] : [])),
    ...(placed.data?.rows ?? []).flatMap(({ name, lat, lon }) =>
      lat === null || lon === null ? [] : [{ name, lat, lon }],
    ),
  ];
  const total = sites.data?.total ?? 0;
  const sentence = !sites.data
    ? 'Sites that are not on the map'
    : total === 0
      ? 'Every site is on the map.'
      : `${plural(total, 'site')} ${total === 1 ? 'is' : 'are'} not on the map: no route can go there.`;
  const next = () => {
    const at = rows.findIndex((row) => row.id === site?.id);
    setChosen(rows[at + 1]?.id ?? rows[0]?.id);
  };
  return (
    <Screen title="Not on the map" sentence={sentence}>
      {sites.error ? <Trouble error={sites.error} retry={sites.refetch} /> : null}
      {!sites.data && !sites.error ? <Loading what="the sites" /> : null}
      {sites.data && total === 0 ? (
        <Empty>
          Nothing to do here. <Link to="/routes">Plan a route</Link>
        </Empty>
      ) : null}
      {site ? (
        <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(260px,1fr)_2fr]">
          <ol className="max-h-[640px] divide-y divide-rule overflow-y-auto border border-rule bg-sheet">
            {rows.map((row) => (
              <li key={row.id}>
                <button
                  type="button"
                  aria-current={row.id === site.id ? 'true' : undefined}
                  onClick={() => setChosen(row.id)}
                  className="w-full px-3 py-1.5 text-left aria-[current=true]:bg-ink aria-[current=true]:text-paper"
                >
                  <strong>{row.name}</strong> {row.customer}
                  <span className="block text-sm">{row.address ?? 'no address'}</span>
                </button>
              </li>
            ))}
          </ol>
          {can('edit record') ? (
            <Place key={site.id} site={site} known={known} onDone={next} />
          ) : (
            <Panel>
              <p>The desk puts sites on the map.</p>
            </Panel>
          )}
        </div>
      ) : null}
    </Screen>
  );
}

function Place({
  site,
  known,
  onDone,
}: {
  site: SiteRow;
  known: readonly { name: string; lat: number; lon: number }[];
  onDone: () => void;
}) {
  const [update] = useUpdateSiteMutation();
  const form = useTyped<{ place: string }, SitePatch>(
    { place: '' },
    {
      schema: sitePatch,
      toBody: ({ place }) => ({ version: site.version, ...placeTyped(place).at }),
      also: ({ place }) => placeTyped(place).problems,
      fieldOf: () => 'place',
    },
  );
  const place = form.watch('place');
  const save = form.submit(async (patch) => {
    const after = await update({ id: site.id, patch }).unwrap();
    say(`${site.name} is on the map`, {
      undo: () => update({ id: site.id, patch: { version: after.version, lat: null, lon: null } }),
    });
    onDone();
  });
  // The next one comes with the cursor where it is needed.
  useEffect(() => {
    document.querySelector<HTMLInputElement>('form[data-place] input')?.focus();
  }, []);
  return (
    <form onSubmit={save} noValidate data-place className="border border-rule bg-sheet p-3">
      <h2 className="mb-1 text-base">
        {site.name}, {site.customer}
      </h2>
      <p className="mb-2 select-all">{site.address ?? 'No address is on record.'}</p>
      <PlacePicker
        label="Where it is"
        name={site.name}
        text={place}
        onText={(text) => form.setValue('place', text)}
        known={known}
        address={site.address}
        error={form.error('place')}
        height={420}
      />
      <FormTrouble text={form.trouble} />
      <div className="mt-2 flex gap-2">
        <Button type="submit" look="act" disabled={form.isSubmitting || place.trim() === ''}>
          Put it there
        </Button>
        <Button onClick={onDone}>Next one</Button>
      </div>
    </form>
  );
}
