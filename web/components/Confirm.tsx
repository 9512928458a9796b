'use client';

import { AlertDialog } from 'radix-ui';
import { buttonClass } from './Button';

interface ConfirmProps {
  readonly open: boolean;
  readonly title: string;
  /** What it means, and whether it can be taken back. */
  readonly text: string;
  readonly yes: string;
  readonly onYes: () => void;
  readonly onNo: () => void;
}

/** A question before something that is not simply undone. The safe answer has the focus. */
export function Confirm({ open, title, text, yes, onYes, onNo }: ConfirmProps) {
  return (
    <AlertDialog.Root open={open} onOpenChange={(next) => !next && onNo()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-20 bg-ground/80" />
        <AlertDialog.Content className="fixed top-1/2 left-1/2 z-30 w-[min(32rem,calc(100vw-2rem))] -translate-x-1/2 -translate-y-1/2 rounded border border-line bg-raise p-7">
          <AlertDialog.Title className="font-bold text-2xl">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-3 text-lg text-soft">{text}</AlertDialog.Description>
          <div className="mt-6 flex flex-wrap justify-end gap-3">
            <AlertDialog.Cancel className={buttonClass('plain')}>Keep</AlertDialog.Cancel>
            <AlertDialog.Action className={buttonClass('strong')} onClick={onYes}>
              {yes}
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
