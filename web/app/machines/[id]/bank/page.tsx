import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHeader } from '@/components/PageHeader';
import { BankBuilder } from '@/features/builder/BankBuilder';
import { UnreadableBank } from '@/features/machine/UnreadableBank';
import { database } from '@/server/db/connection';
import { findMachine } from '@/server/db/machineRepository';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Bank' };

export default async function BankRoute({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const machine = await findMachine(database(), id);
  if (machine === undefined) notFound();
  return (
    <>
      <PageHeader />
      {'unreadable' in machine.setup ? (
        <UnreadableBank name={machine.name} reason={machine.setup.unreadable} />
      ) : (
        <BankBuilder machineId={id} machineName={machine.name} saved={machine.setup} />
      )}
    </>
  );
}
