import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import type { FlagKind } from '#core/history';
import type { FlagView } from '#contracts/units';
import { problemOf } from '../api/base.ts';
import { useDismissMutation, useUndoDismissalMutation } from '../api/watch.ts';
import { useWho } from '../app/session.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';

/** Setting a flag aside and bringing it back: what to put beside a flag, and the dialog that asks why. */
export function useSettingAside(): {
  act: (unitId: string, flag: FlagView) => React.ReactNode;
  dialog: React.ReactNode;
} {
  const { can } = useWho();
  const [dismiss] = useDismissMutation();
  const [undo] = useUndoDismissalMutation();
  const [aside, setAside] = useState<{ unitId: string; flag: FlagView }>();
  const act = (unitId: string, flag: FlagView) => {
    if (!can('dismiss flag')) return null;
    const { dismissed } = flag;
    return dismissed ? (
      <Button look="quiet" onClick={() => void undo(dismissed.id)}>
        Bring back
      </Button>
    ) : (
      <Button look="quiet" onClick={() => setAside({ unitId, flag })}>
        Set aside
      </Button>
    );
  };
  const dialog = aside ? (
    <AsideDialog
      flag={aside.flag}
      onClose={() => setAside(undefined)}
      onSave={async (reason) => {
        const dismissal = {
          id: uuid(),
          unitId: aside.unitId,
          flag: aside.flag.kind as FlagKind,
          evidence: aside.flag.evidence,
          reason,
        };
        await dismiss(dismissal).unwrap();
        setAside(undefined);
        toast('Set aside until there is new evidence', {
          action: { label: 'Undo', onClick: () => void undo(dismissal.id) },
        });
      }}
    />
  ) : null;
  return { act, dialog };
}

function AsideDialog({
  flag,
  onSave,
  onClose,
}: {
  flag: FlagView;
  onSave: (reason: string) => Promise<void>;
  onClose: () => void;
}) {
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState<string>();
  const save = () => {
    if (reason.trim() === '') setWrong('Why is it set aside?');
    else onSave(reason.trim()).catch((error: unknown) => setWrong(problemOf(error).title));
  };
  return (
    <Dialog open onClose={onClose} title="Set this flag aside" description={flag.sentence}>
      <Field label="Why" hint="It comes back by itself when there is new evidence." error={wrong}>
        <input
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          onKeyDown={(e) => (e.key === 'Enter' ? save() : undefined)}
          autoFocus
        />
      </Field>
      <div className="mt-3 flex gap-2">
        <Button look="act" onClick={save}>
          Set aside
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
