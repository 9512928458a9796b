import type { Metadata } from 'next';
import { PageHeader } from '@/components/PageHeader';
import { OutboxPage } from '@/features/outbox/OutboxPage';

export const metadata: Metadata = { title: 'Not saved yet' };

export default function OutboxRoute() {
  return (
    <>
      <PageHeader />
      <OutboxPage />
    </>
  );
}
