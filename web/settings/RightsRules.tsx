import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { ROLES, SETTABLE, type Rights, type Role, type Settable } from '#contracts/roles';
import { newSetting } from '#contracts/settings';
import { useChangeSettingMutation, useRightsSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';
import { TableBox } from '../ui/frame/TableBox.tsx';

const WORDS: Readonly<Record<Settable, string>> = {
  'write for another crew': 'Write on the sheet of a visit another crew is on',
  'withdraw another’s hazard': 'Take back or amend a hazard somebody else has left',
  'read every key': 'Read where the key is at sites the own crew is not sent to',
};

const listed = (roles: readonly Role[]): string => roles.join(', ');

/** What companies settle differently: who may do some things beyond the usual. Holds from today on. */
export function RightsRules() {
  const { can } = useWho();
  const { data, error, refetch } = useRightsSettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the rights" />;
  return (
    <Panel title="Who may do what">
      <RightsForm key={JSON.stringify(data.current)} current={data.current} mayEdit={can('change setting')} />
      <ul className="mt-2">
        {data.rows.map((row) => (
          <li key={row.id} className="text-soft">
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}:{' '}
            {SETTABLE.map((action) => `${action}: ${listed(row.value[action])}`).join('; ')}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function RightsForm({ current, mayEdit }: { current: Rights; mayEdit: boolean }) {
  const { today } = useWho();
  const [save] = useChangeSettingMutation();
  const form = useTyped<Rights, z.output<typeof newSetting.rights>>(current, {
    schema: newSetting.rights,
    toBody: (value) => ({ id: uuid(), validFrom: today, value }),
    fieldOf: () => 'root',
  });
  const rights = form.watch();
  const toggle = (action: Settable, role: Role) =>
    form.setValue(
      action,
      ROLES.filter((r) => (r === role ? !rights[action].includes(r) : rights[action].includes(r))) as never,
    );
  const store = form.submit(async (body) => {
    await save({ name: 'rights', body }).unwrap();
    say('The rights hold from now on, in every open session');
  });
  return (
    <form onSubmit={store}>
      <TableBox label="Rights by role">
        <table className="w-full text-left">
          <thead>
            <tr>
              <th scope="col">What</th>
              {ROLES.map((role) => (
                <th key={role} scope="col" className="px-2 roof:px-1 roof:text-sm">
                  {role}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {SETTABLE.map((action) => (
              <tr key={action} className="border-t border-rule">
                <th scope="row" className="py-1 font-normal">
                  {WORDS[action]}
                </th>
                {ROLES.map((role) => (
                  <td key={role} className="px-2 text-center roof:px-1">
                    <label className="reach flex items-center justify-center">
                      <input
                        type="checkbox"
                        aria-label={`${role}: ${WORDS[action]}`}
                        className="h-6 w-6"
                        checked={rights[action].includes(role)}
                        // A manager always may: somebody has to be able to put it right.
                        disabled={!mayEdit || role === 'manager'}
                        onChange={() => toggle(action, role)}
                      />
                    </label>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </TableBox>
      <FormTrouble text={form.trouble} />
      {mayEdit ? (
        <Button
          type="submit"
          look={form.formState.isDirty ? 'act' : 'plain'}
          className="mt-2"
          disabled={form.isSubmitting}
        >
          Save the rights
        </Button>
      ) : (
        <p className="text-soft">Only a manager can change these.</p>
      )}
    </form>
  );
}
