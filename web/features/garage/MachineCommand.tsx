'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Confirm } from '@/components/Confirm';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';

interface CommandProps {
  readonly id: string;
  readonly command: 'archive' | 'unarchive' | 'delete' | 'restore' | 'erasePerson';
  readonly label: string;
  /** Asked first, where it is not simply undone. */
  readonly question?: { readonly title: string; readonly text: string };
  /** Where to go afterwards. */
  readonly then?: string;
  readonly of?: 'machines' | 'jobs';
}

/** A button that archives, deletes or restores a machine or a job. */
export function MachineCommand({ id, command, label, question, then, of = 'machines' }: CommandProps) {
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const [failure, setFailure] = useState<string>();
  const carryOut = async () => {
    const sent = await send(`/api/${of}/${id}/command`, { do: command });
    if (sent.outcome !== 'done') return setFailure(failureText(sent));
    setFailure(undefined);
    if (then !== undefined) router.push(then);
    router.refresh();
  };
  return (
    <>
      <Button onClick={() => (question === undefined ? void carryOut() : setAsking(true))}>{label}</Button>
      {failure === undefined ? null : <Notice>{failure}</Notice>}
      {question === undefined ? null : (
        <Confirm
          open={asking}
          title={question.title}
          text={question.text}
          yes={label}
          onYes={() => void carryOut()}
          onNo={() => setAsking(false)}
        />
      )}
    </>
  );
}
