import { useState } from 'react';
import { termsProblem } from './problem.ts';
import type { Agreement, Programme, Refinement, Terms } from '#core/upkeep/agreements';
import type { AgreementPlace } from '#contracts/agreements';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Empty, Panel } from '../ui/frame/Screen.tsx';
import { asAgreement, taskLines, unitsOf, type PlacedUnit } from './lines.ts';
import { TaskTable } from './TaskTable.tsx';
import { TermsFields } from './TermsFields.tsx';
import { termsTyped, typedTerms, type TypedTerms } from './typedTerms.ts';
import { termsWords } from './words.ts';

type Place =
  | { readonly site: AgreementPlace; readonly unit?: undefined }
  | { readonly site: AgreementPlace; readonly unit: PlacedUnit };

const about =
  ({ site, unit }: Place) =>
  (refinement: Refinement): boolean =>
    unit ? refinement.unitId === unit.id : refinement.siteId === site.id;

/** What follows from an agreement, site by site, and what is different at one of them or at a unit. */
export function Places({
  sites,
  agreement,
  programme,
  mayEdit,
  onRefine,
  yearWords,
}: {
  sites: readonly AgreementPlace[];
  agreement: Agreement;
  programme: Programme;
  mayEdit: boolean;
  onRefine: (refinements: readonly Refinement[]) => void;
  yearWords: (sites: readonly AgreementPlace[]) => string;
}) {
  const [open, setOpen] = useState<Place>();
  const own = (place: Place) => agreement.refinements.find(about(place))?.terms;
  const refine = (place: Place, terms: Terms) => {
    const others = agreement.refinements.filter((refinement) => !about(place)(refinement));
    const at = place.unit ? { unitId: place.unit.id } : { siteId: place.site.id };
    onRefine(Object.keys(terms).length > 0 ? [...others, { ...at, terms }] : others);
    setOpen(undefined);
  };
  return (
    <Panel title={`Site by site: ${yearWords(sites)}`} className="self-start">
      {sites.length === 0 ? <Empty ghost="roof">No site is on record yet.</Empty> : null}
      <Stories units={agreement.refinements.map((one) => one.unitId ?? null)}>
        <ul className="divide-y divide-rule">
          {sites.map((site) => {
            const terms = own({ site });
            const refined = unitsOf([site]).filter((unit) => own({ site, unit }));
            return (
              <li key={site.id} className="py-2">
                <div className="flex items-start gap-x-3">
                  <p className="grow">
                    <strong>{site.name}</strong> <span className="text-soft">{yearWords([site])}</span>
                  </p>
                  {mayEdit ? (
                    <Button
                      look="quiet"
                      aria-label={`Special terms at ${site.name}`}
                      onClick={() => setOpen({ site })}
                    >
                      Special terms
                    </Button>
                  ) : null}
                </div>
                {terms ? <p className="text-sm">Here: {termsWords(terms)}</p> : null}
                {refined.map((unit) => (
                  <p key={unit.id} className="text-sm">
                    <span className="unit-row-brief">
                      <UnitPlate unitId={unit.id} tag={unit.tag} />
                      <UnitStory unitId={unit.id} />
                    </span>
                    {termsWords(own({ site, unit }) as Terms)}
                  </p>
                ))}
                {mayEdit && site.units.length > 0 ? (
                  <details className="text-sm">
                    <summary className="cursor-pointer text-copper">Terms for one unit</summary>
                    <ul className="flex flex-wrap gap-2 py-1">
                      {unitsOf([site]).map((unit) => (
                        <li key={unit.id}>
                          <button
                            type="button"
                            className="reach border-2 border-rule px-2 hover:border-copper"
                            onClick={() => setOpen({ site, unit })}
                          >
                            {unit.tag}
                          </button>
                        </li>
                      ))}
                    </ul>
                  </details>
                ) : null}
              </li>
            );
          })}
        </ul>
      </Stories>
      {open ? (
        <Refine
          place={open}
          terms={own(open) ?? {}}
          agreement={agreement}
          programme={programme}
          onDone={(terms) => refine(open, terms)}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
    </Panel>
  );
}

/** The terms of one site or unit, where they differ from those around it. */
function Refine({
  place: { site, unit },
  terms,
  agreement,
  programme,
  onDone,
  onClose,
}: {
  place: Place;
  terms: Terms;
  agreement: Agreement;
  programme: Programme;
  onDone: (terms: Terms) => void;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState<TypedTerms>(() => typedTerms(terms));
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const around = unit
    ? asAgreement(
        agreement.terms,
        agreement.refinements.filter((r) => r.siteId === site.id),
      )
    : asAgreement(agreement.terms);
  const lines = taskLines(unit ? [unit] : unitsOf([site]), around, programme);
  const error = (field: string) => wrong.get(field);
  const done = () => {
    const read = termsTyped(typed);
    const problems = termsProblem(read);
    setWrong(problems);
    if (problems.size === 0) onDone(read.terms);
  };
  const change = (patch: Partial<TypedTerms>) => setTyped((before) => ({ ...before, ...patch }));
  const asAbove = unit ? 'as for the site' : 'as for the customer';
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={unit ? `${unit.tag} at ${site.name}` : site.name}
      description={`What is left open is ${asAbove}. It counts once the agreement is saved.`}
    >
      <div className="space-y-3">
        <div className="max-w-xs">
          <Field label="Covers, here">
            <select
              value={typed.maintained}
              onChange={(e) => change({ maintained: e.target.value as TypedTerms['maintained'] })}
            >
              <option value="">{asAbove}</option>
              <option value="yes">maintenance and calls</option>
              <option value="no">calls only</option>
            </select>
          </Field>
        </div>
        {typed.maintained === 'no' ? null : (
          <TaskTable
            lines={lines}
            typed={typed.tasks}
            onTyped={(tasks) => change({ tasks })}
            error={error}
            asAbove={asAbove}
          />
        )}
        {unit ? null : (
          <TermsFields
            typed={typed}
            onTyped={change}
            error={error}
            price="Price of this site alone, dollars"
          />
        )}
        <div className="flex gap-2">
          <Button look="act" onClick={done}>
            Use these terms
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          <span className="grow" />
          <Button onClick={() => onDone({})}>No special terms</Button>
        </div>
      </div>
    </Dialog>
  );
}
