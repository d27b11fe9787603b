import { Dialog as Radix } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { returnFocus } from './returnFocus.ts';

/**
 * A dialog that keeps the keyboard inside, closes on Escape, gives it back to where it was, and says what it
 * is.
 */
export function Dialog({
  open,
  onClose,
  title,
  description,
  wide = false,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  description?: ReactNode;
  /** For tables. */
  wide?: boolean;
  children: ReactNode;
}) {
  // As it was when the dialog was asked for: a moment later the dialog has the keyboard.
  const [opener] = useState(() => (typeof document === 'undefined' ? null : document.activeElement));
  return (
    <Radix.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-[1100] bg-black/45" />
        <Radix.Content
          {...(description ? {} : { 'aria-describedby': undefined })}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            returnFocus(opener);
          }}
          className={`fixed inset-x-3 top-[6vh] z-[1110] mx-auto max-h-[88vh] overflow-y-auto border-2 border-ink bg-sheet p-4 text-ink ${wide ? 'max-w-5xl' : 'max-w-2xl'}`}
        >
          <Radix.Title className="mb-1 text-lg">{title}</Radix.Title>
          {description ? (
            <Radix.Description className="mb-2 text-soft">{description}</Radix.Description>
          ) : null}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
